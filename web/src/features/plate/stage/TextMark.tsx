import type { Scene } from "../../../api/client";

/** A text of the scene, where it stands on the page. What had to be cut is told in full on pointing. */
export function TextMark({ text }: { text: Scene["texts"][number] }) {
  return (
    <text
      data-part={text.part}
      x={text.x}
      y={text.y}
      // as style, not attributes: any rule of the page's own sheet would win over an attribute
      style={{ fontSize: text.size, fontWeight: text.weight ?? 400 }}
      fill={text.ink}
      textAnchor={text.anchor ?? "start"}
      transform={text.turned ? `rotate(-90 ${text.x} ${text.y})` : undefined}
    >
      {text.text}
      {text.full && <title>{text.full}</title>}
    </text>
  );
}

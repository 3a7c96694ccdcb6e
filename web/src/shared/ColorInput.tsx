import { useEffect, useRef } from "react";

type Props = { label: string; value: string; onDone: (color: string) => void };

/** A color chosen in the system's own chooser; told once, when it is closed. React's onChange would tell every step. */
export function ColorInput({ label, value, onDone }: Props) {
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const node = input.current;
    const done = () => node && onDone(node.value);
    node?.addEventListener("change", done);
    return () => node?.removeEventListener("change", done);
  }, [onDone]);
  return (
    <input
      ref={input}
      key={value}
      type="color"
      aria-label={label}
      defaultValue={value}
      style={{ width: 28, height: 26, flex: "none", padding: 0, border: "none", background: "none" }}
    />
  );
}

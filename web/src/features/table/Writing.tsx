import { useRef, useState } from "react";

type WritingProps = {
  label: string;
  value: string;
  style: { left: number; width: number | undefined };
  onDone: (to: string | null) => void;
};

/** A value being put right. Enter saves it, Escape leaves it. */
export function Writing({ label, value, style, onDone }: WritingProps) {
  const [text, setText] = useState(value);
  const done = useRef(false);
  const end = (to: string | null) => {
    if (done.current) return;
    done.current = true;
    onDone(to);
  };
  return (
    <div className="cell writing" role="gridcell" tabIndex={-1} style={style}>
      <input
        // biome-ignore lint/a11y/noAutofocus: it stands where the hand already is
        autoFocus
        aria-label={label}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onFocus={(event) => event.target.select()}
        onBlur={() => end(null)}
        onKeyDown={(event) => {
          if (event.key === "Enter") end(text.trim());
          if (event.key === "Escape") end(null);
        }}
      />
    </div>
  );
}

import { useRef, useState } from "react";
import { Button } from "./Button";

type Props = { label: string; words: string; accept: string; onTake: (file: File) => Promise<void> };

/** A button that asks for a file, off while it is on its way. */
export function FileButton({ label, words, accept, onTake }: Props) {
  const file = useRef<HTMLInputElement>(null);
  const [working, setWorking] = useState(false);
  return (
    <>
      <input
        ref={file}
        type="file"
        accept={accept}
        aria-label={label}
        hidden
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = "";
          if (!chosen) return;
          setWorking(true);
          void onTake(chosen).finally(() => setWorking(false));
        }}
      />
      <Button size="sm" variant="plain" disabled={working} onClick={() => file.current?.click()}>
        {words}
      </Button>
    </>
  );
}

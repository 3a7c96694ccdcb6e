import { useEffect, useState } from "react";
import { Button } from "./Button";
import { ProgressLine } from "./ProgressLine";

/** Shown only when an answer takes longer than it should be noticed; later with the way to give it up, if there is one. */
export function Working({ label, onGiveUp }: { label: string; onGiveUp?: () => void }) {
  const [late, setLate] = useState<"" | "late" | "long">("");
  useEffect(() => {
    const timers = [setTimeout(() => setLate("late"), 150), setTimeout(() => setLate("long"), 1_500)];
    return () => timers.forEach(clearTimeout);
  }, []);
  if (!late) return null;
  return (
    <>
      <ProgressLine label={label} share={null} track="transparent" fill="amber" thick="2px" />
      {late === "long" && onGiveUp && (
        <Button variant="dark" size="sm" position="absolute" right="16px" top="10px" onClick={onGiveUp}>
          Stop
        </Button>
      )}
    </>
  );
}

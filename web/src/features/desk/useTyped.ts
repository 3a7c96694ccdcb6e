import { useEffect, useState } from "react";

const PAUSE = 150;

/** What is typed, and the same once nobody has typed for a moment. */
export function useTyped(): { typed: string; asked: string; type: (text: string) => void } {
  const [typed, type] = useState("");
  const [asked, ask] = useState("");
  useEffect(() => {
    const timer = setTimeout(() => ask(typed.trim()), PAUSE);
    return () => clearTimeout(timer);
  }, [typed]);
  return { typed, asked, type };
}

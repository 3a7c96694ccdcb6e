/** Words that are typed and not yet done are there after a reload, as long as what they would replace still stands. */
import { useCallback, useEffect, useState } from "react";

/** Each screen has its own, by its address. */
const keyOf = (label: string) => `draft ${location.pathname}${location.search} ${label}`;

function kept(label: string): { value: string; text: string } | null {
  try {
    return JSON.parse(sessionStorage.getItem(keyOf(label)) ?? "null");
  } catch {
    return null; // the browser keeps nothing, or what is kept is none of ours
  }
}

function keep(label: string, value: string, text: string): void {
  try {
    if (text === value) sessionStorage.removeItem(keyOf(label));
    else sessionStorage.setItem(keyOf(label), JSON.stringify({ value, text }));
  } catch {
    // without it a reload loses them, as everywhere
  }
}

/** Whether something is half typed under a label. */
export const isDrafted = (label: string): boolean => kept(label) !== null;

/**
 * The text of a field that stands at `value` until it is done: `type` changes it, `leave` lets what was typed go. `drafted` while it
 * is what was typed before a reload.
 */
export function useDraft(label: string, value: string) {
  const found = () => {
    const before = kept(label);
    return before?.value === value ? before.text : value;
  };
  const [text, setText] = useState(found);
  const [drafted, setDrafted] = useState(text !== value);
  const [stood, setStood] = useState(value);
  if (stood !== value) {
    setStood(value);
    setText(value);
    setDrafted(false);
  }
  useEffect(() => {
    if (kept(label) && kept(label)?.value !== value) keep(label, value, value);
  }, [label, value]);
  const type = useCallback(
    (next: string) => {
      setText(next);
      setDrafted(false);
      keep(label, value, next);
    },
    [label, value],
  );
  const leave = useCallback(() => {
    setDrafted(false);
    keep(label, value, value);
  }, [label, value]);
  return { text, type, leave, drafted };
}

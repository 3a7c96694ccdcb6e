import { useEffect, useRef, useState } from "react";
import { api, type Offer, type StatementReading, sentenceOf } from "../../api/client";

/** What a sentence says, as far as it was read: `of` is the text that it is of, which may be older than what is typed. */
export type Reading = {
  of: string;
  reading: StatementReading | null;
  problem: string;
  offers: readonly Offer[];
};

const NOTHING: Reading = { of: "", reading: null, problem: "", offers: [] };

/** How long the hand rests before what is typed is read, in milliseconds. */
const REST = 80;

/**
 * What the text says of a table, read again whenever the hand rests. Answers that come late are dropped, so that what is shown is
 * always of the newest text that was read. An empty text asks for nothing unless its `beginnings` are wanted: a table is not read
 * for who only looks at it.
 */
export function useReading(table: number, text: string, beginnings = false): Reading {
  const [found, setFound] = useState<Reading>(NOTHING);
  const newest = useRef(0);
  useEffect(() => {
    const mine = ++newest.current;
    if (!text.trim() && !beginnings) {
      setFound({ ...NOTHING, of: text });
      return;
    }
    const timer = setTimeout(async () => {
      const [read, offers] = await Promise.all([readingOf(table, text), offersFor(table, text)]);
      if (mine !== newest.current) return;
      setFound({ of: text, ...read, offers });
    }, REST);
    return () => clearTimeout(timer);
  }, [table, text, beginnings]);
  return found;
}

/** What one text says, or why nothing. */
export async function readingOf(table: number, text: string): Promise<Pick<Reading, "reading" | "problem">> {
  if (!text.trim()) return { reading: null, problem: "" };
  try {
    return { reading: await api.readStatement(table, text), problem: "" };
  } catch (error) {
    return { reading: null, problem: sentenceOf(error).replace(/^statement: /, "") };
  }
}

async function offersFor(table: number, text: string): Promise<readonly Offer[]> {
  try {
    return (await api.offers(table, text)).offers;
  } catch {
    return []; // what is offered is a help; what is wrong with the sentence is told by its reading
  }
}

import type { Offer, StatementReading } from "../../api/client";

/** A stretch of a text, and whether it was not understood. */
export type Piece = { text: string; left: boolean };

/** The text in stretches, by the places of what was not understood. Characters are counted as the server does: whole ones. */
export function piecesOf(text: string, left: StatementReading["left"]): readonly Piece[] {
  const marks = [...text];
  const found: Piece[] = [];
  let at = 0;
  for (const { start, end } of [...left].sort((a, b) => a.start - b.start)) {
    if (start > at) found.push({ text: marks.slice(at, start).join(""), left: false });
    found.push({ text: marks.slice(Math.max(start, at), end).join(""), left: true });
    at = Math.max(at, end);
  }
  if (at < marks.length) found.push({ text: marks.slice(at).join(""), left: false });
  return found;
}

/** The text with a word that is offered, in place of what it begins with, and a blank behind it. */
export function withOffer(text: string, offer: Offer): string {
  const before = [...text].slice(0, offer.start).join("");
  return `${before}${before && !/\s$/.test(before) ? " " : ""}${offer.text} `;
}

/** The text with a name in place of words that were not understood. A word that led them in stays. */
export function withInstead(text: string, left: StatementReading["left"][number], name: string): string {
  const marks = [...text];
  const leading =
    /^(?:(?:excluding|without|except|not|only|where|by|per|and|or|in|for|is)\s+)*/i.exec(left.text)?.[0] ?? "";
  return `${marks.slice(0, left.start).join("")}${leading}${quotedWhereNeeded(name)}${marks.slice(left.end).join("")}`;
}

const quotedWhereNeeded = (name: string) =>
  /^[\w\s%()-]+$/u.test(name) ? name : `"${name.replace(/["\\]/g, "\\$&")}"`;

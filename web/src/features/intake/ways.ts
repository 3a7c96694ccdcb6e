/** The ways a file can be read, part by part: what each phrase of the sentence offers. */
import type { Look, Reading } from "../../api/client";
import { ENCODING_TERMS } from "../../api/vocabulary";
import type { Option } from "../../shared/options";

export type Key = keyof Reading;

export const LABELS: Record<string, string> = {
  delimiter: "What parts the fields",
  quote: "What quotes a field",
  encoding: "The encoding of the text",
  header: "Where the names stand",
  decimal: "The decimal mark",
  dates: "The order of day and month",
  sheet: "The sheet",
  range: "The range of cells",
  records: "Where the records lie",
  form: "The form of the file",
  lines: "Lines with a field too few or too many",
  blanks: "Words that mean no value",
  files: "The files in the package",
};

const DELIMITERS = [
  [",", "commas"],
  [";", "semicolons"],
  ["\t", "tabs"],
  ["|", "upright bars"],
  [":", "colons"],
  ["^", "carets"],
  ["~", "tildes"],
  [" ", "blanks"],
] as const;

/** Text of fixed width, cut where columns of blanks go through it. */
const FIXED = "fixed width";

/** Chosen to take an overruling back. */
export const AS_FOUND = "as found";

/** What can be chosen for a part; nothing for one that is typed, or of which several can be taken. */
export function optionsOf(key: string, look: Look): Option[] | null {
  const choices = choicesOf(key, look);
  if (!choices) return null;
  const asked = look.file.asked[key as Key] !== undefined;
  return [
    ...(asked ? [{ key: AS_FOUND, label: "As it is found", note: "not overruled" }] : []),
    ...choices.map(([value, label]) => ({ key: JSON.stringify(value), label })),
  ];
}

function choicesOf(key: string, look: Look): readonly (readonly [unknown, string])[] | null {
  if (key === "delimiter") return [...DELIMITERS, [FIXED, "fixed width"]];
  if (key === "encoding") return Object.entries(ENCODING_TERMS).map(([name, { title }]) => [name, title] as const);
  if (key === "lines")
    return [
      ["kept", "kept: what is missing is blank"],
      ["left_out", "left out"],
    ];
  if (key === "quote")
    return [
      ['"', "double quotes"],
      ["'", "single quotes"],
      ["", "no quotes"],
    ];
  if (key === "header")
    return [
      [0, "no line of names"],
      [1, "names in the first line"],
      ...Array.from({ length: 19 }, (_, i) => [i + 2, `names in line ${i + 2}`] as const),
    ];
  if (key === "decimal")
    return [
      [".", "decimal point"],
      [",", "decimal comma"],
    ];
  if (key === "dates")
    return [
      ["day_first", "day before month"],
      ["month_first", "month before day"],
    ];
  if (key === "form")
    return [
      ["delimited", "delimited text"],
      ["json", "JSON"],
    ];
  if (key === "records") return (look.choices.records ?? []).map((name) => [name, name || "the whole file"] as const);
  return null;
}

/** The reading with one part overruled, or no longer overruled. */
export function overruled(asked: Reading, key: string, value: unknown): Reading {
  const next = { ...asked, [key]: value };
  if (value === undefined) delete next[key as Key];
  if (key === "delimiter") {
    delete next.cuts;
    if (value === FIXED) {
      delete next.delimiter;
      next.cuts = [];
    }
  }
  // Another sheet has other ranges and lines.
  if (key === "sheet") {
    delete next.range;
    delete next.header;
  }
  return next;
}

/** The parts of a file of which several can be laid one under the other: all there are, and those that are taken. */
export function severalOf(key: string, look: Look): { all: readonly string[]; taken: readonly string[] } | null {
  const { sheet, sheets, files } = look.found;
  if (key === "sheet") return { all: look.choices.sheet ?? [], taken: sheets ?? (sheet ? [sheet] : []) };
  if (key === "files") return { all: look.choices.files ?? [], taken: files ?? [] };
  return null;
}

/** The reading with these sheets, or files, in place of the ones before. */
export function withSeveral(asked: Reading, key: string, taken: readonly string[]): Reading {
  if (key === "files") return { ...asked, files: [...taken] };
  const [first] = taken;
  const { sheets: _sheets, ...next } = overruled(asked, "sheet", taken.length === 1 ? first : undefined);
  return taken.length > 1 ? { ...next, sheets: [...taken] } : next;
}

/** The ways a file can be read, part by part: what each phrase of the sentence offers. */
import type { Look, Reading } from "../../api/client";
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

const ENCODINGS = [
  ["utf-8", "UTF-8"],
  ["utf-16", "UTF-16"],
  ["windows-1252", "Windows-1252, Western Europe"],
  ["windows-1250", "Windows-1250, Central Europe"],
  ["windows-1251", "Windows-1251, Cyrillic"],
  ["windows-1253", "Windows-1253, Greek"],
  ["windows-1254", "Windows-1254, Turkish"],
  ["windows-1257", "Windows-1257, Baltic"],
  ["iso-8859-1", "Latin-1"],
  ["iso-8859-2", "Latin-2"],
  ["iso-8859-15", "Latin-9"],
  ["macintosh", "Macintosh Roman"],
  ["shift_jis", "Shift JIS, Japanese"],
  ["gb18030", "GB 18030, Chinese"],
  ["big5", "Big5, Chinese"],
  ["euc-kr", "EUC-KR, Korean"],
] as const;

/** Chosen to take an overruling back. */
export const AS_FOUND = "as found";

/** What can be chosen for a part; nothing for one that is typed. */
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
  if (key === "delimiter") return DELIMITERS;
  if (key === "encoding") return ENCODINGS;
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
  if (key === "sheet") return (look.choices.sheet ?? []).map((name) => [name, name] as const);
  if (key === "records") return (look.choices.records ?? []).map((name) => [name, name || "the whole file"] as const);
  return null;
}

/** The reading with one part overruled, or no longer overruled. */
export function overruled(asked: Reading, key: string, value: unknown): Reading {
  const next = { ...asked, [key]: value };
  if (value === undefined) delete next[key as Key];
  // Another sheet has other ranges and lines.
  if (key === "sheet") {
    delete next.range;
    delete next.header;
  }
  return next;
}

/** Numbers and times as people read them. Figures use the core's own texts; these are for the interface around them. */

export function grouped(value: number): string {
  return value.toLocaleString("en-US");
}

/**
 * The size of a number with so many decimals, rounded as the core does it: the shortest decimal that reads back as the number, halves
 * away from zero. `shift` moves its point to the right first, or to the left where it is negative.
 */
function rounded(value: number, decimals: number, shift = 0): string {
  const [, whole = "", part = "", power = "0"] = /^(\d+)(?:\.(\d+))?(?:e(.+))?$/.exec(String(Math.abs(value))) ?? [];
  const end = whole.length + Number(power) + shift + decimals;
  const digits = (whole + part).padEnd(end + 1, "0");
  const kept = BigInt(end > 0 ? digits.slice(0, end) : "0");
  const up = end >= 0 && (digits[end] as string) >= "5";
  const text = String(up ? kept + 1n : kept).padStart(decimals + 1, "0");
  return decimals ? `${text.slice(0, -decimals)}.${text.slice(-decimals)}` : text;
}

/** The same form as the core's printed values: grouped, a true minus, no minus before a zero. */
export function withDecimals(value: number, decimals: number, shift = 0): string {
  const [whole = "", part] = rounded(value, decimals, shift).split(".");
  const text = whole.replace(/\B(?=(\d{3})+$)/g, ",") + (part ? `.${part}` : "");
  return value < 0 && /[1-9]/.test(text) ? `−${text}` : text;
}

/** The same with no zeros behind the last decimal. */
export function atMost(value: number, decimals: number, shift = 0): string {
  const text = withDecimals(value, decimals, shift);
  return decimals ? text.replace(/\.?0+$/, "") : text;
}

export type NumberStyle = {
  decimals: number;
  percent?: boolean;
  short?: boolean;
  marks?: string;
  before?: string;
  after?: string;
  sign?: boolean;
  percent_form?: string;
  bare?: boolean;
  tenths?: boolean;
};

/** What groups thousands and what begins the decimals, by a number written so; the core's own table. */
const MARKS: Record<string, readonly [string, string]> = {
  "1,234.5": [",", "."],
  "1.234,5": [".", ","],
  "1 234,5": ["\u00a0", ","],
  "1’234.5": ["’", "."],
  "1234.5": ["", "."],
  "1234,5": ["", ","],
};
const UNITS = ["", "k", "M", "B", "T"];

/** A value of a figure as the core writes it. */
export function styled(value: number, style: NumberStyle): string {
  const shift = style.percent ? 2 : 0;
  const whole = style.bare && Number(rounded(value, 12, shift)) === Number(rounded(value, 0, shift));
  const decimals = whole ? 0 : style.decimals;
  const [plain, unit] = style.short
    ? inShort(value, decimals, shift, style)
    : [withDecimals(value, decimals, shift), ""];
  return dressed(plain, unit, style);
}

/** A number without needless zeros, for inputs and handles. */
export function short(value: number, style: NumberStyle): string {
  const shift = style.percent ? 2 : 0;
  const whole = Number.isInteger(Number(rounded(value, 10, shift)));
  return dressed(withDecimals(value, whole ? 0 : Math.max(style.decimals, 1), shift), "", style);
}

/** Digits with the marks of the style, its sign, and what stands before and after them. */
function dressed(plain: string, unit: string, { marks = "1,234.5", before = "", after = "", ...style }: NumberStyle) {
  const [group, point] = MARKS[marks] ?? [",", "."];
  const digits = plain.replace("−", "").replace(/[,.]/g, (mark) => (mark === "," ? group : point));
  const sign = plain.startsWith("−") ? "−" : style.sign && /[1-9]/.test(digits) ? "+" : "";
  const written = `${before}${digits}${unit}`;
  return `${sign}${style.percent ? (style.percent_form ?? "{}%").replace("{}", written) : written}${after}`;
}

/** Three digits at most, and the unit they are of; below a thousand in full. */
function inShort(value: number, decimals: number, shift: number, { tenths = true }: NumberStyle): [string, string] {
  if (Number(rounded(value, decimals, shift)) < 1000) return [withDecimals(value, decimals, shift), ""];
  let power = 1;
  while (power < UNITS.length - 1 && Number(rounded(value, 0, shift - 3 * power)) >= 1000) power++;
  const tenth = tenths && Number(rounded(value, 1, shift - 3 * power)) < 100;
  return [withDecimals(value, tenth ? 1 : 0, shift - 3 * power), UNITS[power] as string];
}

export function percent(share: number): string {
  return `${atMost(share, 1, 2)}%`;
}

export function counted(count: number, noun: string): string {
  return `${grouped(count)} ${noun}${count === 1 ? "" : "s"}`;
}

/** A size of a file: "917 MB", "21 kB". */
export function megabytes(bytes: number): string {
  const small = bytes < 1024 ** 2;
  const size = bytes / (small ? 1024 : 1024 ** 2);
  return `${atMost(size, small ? 0 : 1)} ${small ? "kB" : "MB"}`;
}

/** "31 December": a day before long. */
export function until(iso: string): string {
  return new Date(iso).toLocaleDateString([], { day: "numeric", month: "long" });
}

/** "14:02" today, "Mon 14:02" this week, else the date. */
export function whenSaved(iso: string, now = new Date()): string {
  const then = new Date(iso);
  const time = then.toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" });
  const days = (now.getTime() - then.getTime()) / 86_400_000;
  if (then.toDateString() === now.toDateString()) return time;
  if (days < 6) return `${then.toLocaleDateString([], { weekday: "short" })} ${time}`;
  return then.toLocaleDateString([], { day: "numeric", month: "short", year: "numeric" });
}

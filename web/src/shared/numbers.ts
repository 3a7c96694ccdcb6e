/** Numbers and times as people read them. Figures use the core's own texts; these are for the interface around them. */

export function grouped(value: number): string {
  return value.toLocaleString("en-US");
}

/** The same form as the core's printed values: grouped, a true minus, no minus before a zero. */
export function withDecimals(value: number, decimals: number): string {
  const text = Math.abs(value).toLocaleString("en-US", {
    minimumFractionDigits: decimals,
    maximumFractionDigits: decimals,
  });
  return value < 0 && /[1-9]/.test(text) ? `−${text}` : text;
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
  const number = style.percent ? value * 100 : value;
  const [plain, unit] = style.short ? inShort(number, style.decimals) : [withDecimals(number, style.decimals), ""];
  return dressed(plain, unit, style);
}

/** A number without needless zeros, for inputs and handles. */
export function short(value: number, style: NumberStyle): string {
  const number = style.percent ? Number((value * 100).toPrecision(12)) : value;
  const decimals = Number.isInteger(number) ? 0 : Math.max(style.decimals, 1);
  return dressed(withDecimals(number, decimals), "", style);
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
function inShort(number: number, decimals: number): [string, string] {
  const size = Math.abs(number);
  let power = number ? Math.max(0, Math.floor(Math.log10(size) / 3)) : 0;
  if (Number((size / 1000 ** power).toFixed(power ? 0 : decimals)) >= 1000) power++;
  power = Math.min(power, UNITS.length - 1);
  if (!power) return [withDecimals(number, decimals), ""];
  const scaled = number / 1000 ** power;
  const text = withDecimals(scaled, Math.abs(scaled) >= 99.95 ? 0 : 1);
  return [text.replace(/\.0$/, ""), UNITS[power] as string];
}

export function percent(share: number): string {
  return `${(share * 100).toLocaleString("en-US", { maximumFractionDigits: 1 })}%`;
}

export function counted(count: number, noun: string): string {
  return `${grouped(count)} ${noun}${count === 1 ? "" : "s"}`;
}

/** A size of a file: "917 MB", "21 kB". */
export function megabytes(bytes: number): string {
  const small = bytes < 1024 ** 2;
  const size = bytes / (small ? 1024 : 1024 ** 2);
  return `${size.toLocaleString("en-US", { maximumFractionDigits: small ? 0 : 1 })} ${small ? "kB" : "MB"}`;
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

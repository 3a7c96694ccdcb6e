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

export type NumberStyle = { decimals: number; percent: boolean };

/** A value of a figure as the core writes it: parts of a whole as percent. */
export function styled(value: number, { decimals, percent: parts }: NumberStyle): string {
  return parts ? `${withDecimals(value * 100, decimals)}%` : withDecimals(value, decimals);
}

/** A number without needless zeros, for inputs and handles. */
export function short(value: number, { decimals, percent: parts }: NumberStyle): string {
  if (parts) return `${short(Number((value * 100).toPrecision(12)), { decimals, percent: false })}%`;
  return Number.isInteger(value) ? withDecimals(value, 0) : withDecimals(value, Math.max(decimals, 1));
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

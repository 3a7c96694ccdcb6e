const MARKS = ["\t", ";", " = ", "=", ","] as const;

/** Pairs of names from pasted lines. `wrong` is the first line that is no pair, counted from 1; 0 for none. */
export function namesFrom(text: string): { names: Record<string, string>; wrong: number } {
  const lines = text.split(/\r?\n/);
  const mark = MARKS.find((each) => lines.some((line) => line.includes(each))) ?? "\t";
  const names: Record<string, string> = {};
  let wrong = 0;
  lines.forEach((line, i) => {
    if (!line.trim()) return;
    const at = line.indexOf(mark);
    const old = line.slice(0, at).trim();
    if (at < 0 || !old) wrong ||= i + 1;
    else names[old] = line.slice(at + mark.length).trim();
  });
  return { names, wrong };
}

/** What a list offers, and what of it is found by typing. */

/** `also` are other words it is found by. */
export type Option = { key: string; label: string; note?: string; why?: string; also?: string };

/**
 * Every typed word must begin a word of the label, or of what it is also called, in any order: "wee dep" finds "weekday departed".
 * What is called just that comes first, then what begins so, then what is only also called so.
 */
export function matching(options: Option[], typed: string): Option[] {
  const wanted = typed.toLowerCase().split(/\s+/).filter(Boolean);
  if (!wanted.length) return options;
  const said = wanted.join(" ");
  const words = (text: string) => text.toLowerCase().split(/[\s,.\-_/]+/);
  const holds = (text: string) =>
    wanted.every((part) => text.toLowerCase().startsWith(part) || words(text).some((word) => word.startsWith(part)));
  const place = (option: Option): number => {
    const label = option.label.toLowerCase();
    if (label === said) return 0;
    if (words(label).includes(said)) return 1;
    if (label.startsWith(said)) return 2;
    if (holds(label)) return 3;
    return holds(`${label} ${option.also ?? ""}`) ? 4 : 5;
  };
  return options
    .map((option) => ({ option, at: place(option) }))
    .filter(({ at }) => at < 5)
    .sort((one, other) => one.at - other.at)
    .map(({ option }) => option);
}

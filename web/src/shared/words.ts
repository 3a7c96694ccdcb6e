/** What was typed with commas between, without what is empty. */
export function parted(text: string): string[] {
  return text
    .split(",")
    .map((word) => word.trim())
    .filter(Boolean);
}

/** What a column holds, as it is said. */
export const KIND_WORDS: Record<string, string> = {
  number: "number",
  category: "category",
  moment: "moment",
  yes_no: "yes or no",
};

/** The entries of a table of the vocabulary, in the order in which they are offered. */
export function named<T extends object>(terms: T): [keyof T & string, T[keyof T]][] {
  return Object.entries(terms) as [keyof T & string, T[keyof T]][];
}

/** Several files as one, to be sent together. */

/** The file itself where there is one; else a package of all, which is called after what their names have in common. */
export async function packed(files: readonly File[]): Promise<File> {
  const [first] = files;
  if (!first) throw new Error("there is no file to pack");
  if (files.length === 1) return first;
  const { downloadZip } = await import("client-zip");
  const content = await downloadZip(
    files.map((file) => ({ name: file.name, input: file, lastModified: file.lastModified })),
  ).blob();
  return new File([content], `${commonName(files.map((file) => file.name))}.zip`, { type: "application/zip" });
}

/** The beginning that names share, without marks and numbers at its end, or the first of them. */
export function commonName(names: readonly string[]): string {
  const stems = names.map((name) => name.replace(/\.[^.]*$/, ""));
  const [first = ""] = stems;
  let length = first.length;
  while (length && !stems.every((stem) => stem.startsWith(first.slice(0, length)))) length -= 1;
  const shared = first.slice(0, length).replace(/[\s\d._-]+$/, "");
  return shared.length > 1 ? shared : `${first} and ${names.length - 1} more`;
}

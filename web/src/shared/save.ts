/**
 * Fetch a file and give it to the browser to keep, under the name that the server says; what it is made of is sent. What is refused is
 * thrown as its sentence.
 */
export async function save(address: string, sent?: Blob): Promise<string> {
  const answer = await fetch(address, sent && { method: "POST", body: sent });
  if (!answer.ok) {
    const told = (await answer.json().catch(() => null)) as { detail?: string } | null;
    throw new Error(told?.detail ?? "It could not be made; try again.");
  }
  const said = /filename\*=UTF-8''(\S+)/.exec(answer.headers.get("Content-Disposition") ?? "")?.[1];
  const name = said ? decodeURIComponent(said) : "figure";
  const link = document.createElement("a");
  link.href = URL.createObjectURL(await answer.blob());
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
  return `${name.split(".").slice(1).join(".") || "file"} saved`;
}

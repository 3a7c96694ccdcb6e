import type { FolioPages } from "../../api/client";

/** The live facts of all plates as words complete them; those of the plates on the page come first. */
export function factsOf({ plates }: FolioPages, there: readonly string[]) {
  const names = Object.keys(plates).sort((one, other) => Number(there.includes(other)) - Number(there.includes(one)));
  return names.flatMap((name) =>
    Object.entries(plates[name]?.facts ?? {}).map(([fact, text]) => ({
      name: `${name}.${fact}`,
      title: `${name}: ${fact.replace(".", " ")}`,
      text,
    })),
  );
}

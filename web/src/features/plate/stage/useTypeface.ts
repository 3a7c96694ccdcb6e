import { useEffect, useState } from "react";
import type { Scene } from "../../../api/client";

const loaded = new Map<string, Promise<unknown>>();

/** The family a scene is set in, for CSS; the house's own is fetched first. Counts up when it has come, so that what is painted is painted anew. */
export function useTypeface({ typeface }: Scene): { family: string; came: number } {
  const [came, setCame] = useState(0);
  const { family, faces } = typeface;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the name of a family stands for its files
  useEffect(() => {
    if (!faces.length) return;
    let wanted = true;
    const coming = loaded.get(family) ?? Promise.all(faces.map((face) => fetched(family, face)));
    loaded.set(family, coming);
    void coming.then(
      () => wanted && setCame((count) => count + 1),
      () => loaded.delete(family),
    );
    return () => {
      wanted = false;
    };
  }, [family]);
  return { family: familyOf(typeface), came };
}

export const familyOf = ({ family }: Scene["typeface"]) =>
  family === "Mottled Sans" ? '"Mottled Sans", sans-serif' : `"${family}", "Mottled Sans", sans-serif`;

async function fetched(family: string, { weight, address }: Scene["typeface"]["faces"][number]) {
  const face = await new FontFace(family, `url(${address})`, { weight: String(weight) }).load();
  document.fonts.add(face);
}

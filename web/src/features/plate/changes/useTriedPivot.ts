import { useCallback, useEffect, useRef, useState } from "react";
import { api, type Figure, type Pivot, type Recipe } from "../../../api/client";
import { withPivot } from "./pivots";
import { look } from "./view";

type Shown = { figure: Figure; recipe: Recipe };

/** How long the hand rests before the figure follows what is typed, in milliseconds. */
const REST = 60;

/**
 * The figure of a pivot that is only typed so far, shown in place of the plate's own until it is laid out or left; nothing is kept.
 * One that cannot be made leaves the one before in its place: what is wrong with it is told once it is laid out.
 */
export function useTriedPivot(id: number, recipe: Recipe | undefined) {
  const [shown, setShown] = useState<Shown | null>(null);
  const newest = useRef(0);
  const standing = useRef(recipe);
  useEffect(() => {
    standing.current = recipe;
    newest.current += 1;
    setShown(null);
  }, [recipe]);
  const attempt = useCallback(
    (pivot: Pivot | null) => {
      const mine = ++newest.current;
      if (!pivot) {
        setShown(null);
        return;
      }
      setTimeout(async () => {
        if (mine !== newest.current || !standing.current) return;
        const next = withPivot(pivot)(standing.current);
        try {
          const { figure } = await api.tryRecipe(id, next);
          if (mine !== newest.current) return;
          look({ chosen: null, pointed: null });
          setShown({ figure, recipe: next });
        } catch {
          // refused, or overtaken by what was typed since
        }
      }, REST);
    },
    [id],
  );
  return { shown, attempt };
}

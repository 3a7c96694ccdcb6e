/** Changes that may reach every part of a recipe. */
import type { Recipe } from "../../../api/client";

/** Another column wherever a recipe names one. */
export const withFieldRenamed = (from: string, to: string) => (recipe: Recipe) => renamedIn(recipe, from, to) as Recipe;

function renamedIn(part: unknown, from: string, to: string): unknown {
  if (Array.isArray(part)) return part.map((each) => renamedIn(each, from, to));
  if (typeof part !== "object" || part === null) return part;
  return Object.fromEntries(
    Object.entries(part).map(([key, value]) => {
      if (["field", "of", "per"].includes(key) && value === from) return [key, to];
      if (key === "fields" && Array.isArray(value)) return [key, value.map((each) => (each === from ? to : each))];
      return [key, renamedIn(value, from, to)];
    }),
  );
}

/** A JSON merge patch (RFC 7396) laid on a recipe. */
export const withPatch =
  (patch: Record<string, unknown>) =>
  (recipe: Recipe): Recipe =>
    merged(recipe, patch) as Recipe;

function merged(target: unknown, patch: unknown): unknown {
  if (typeof patch !== "object" || patch === null || Array.isArray(patch)) return patch;
  const now: Record<string, unknown> =
    typeof target === "object" && target !== null && !Array.isArray(target) ? { ...target } : {};
  for (const [key, value] of Object.entries(patch)) {
    if (value === null) delete now[key];
    else now[key] = merged(now[key], value);
  }
  return now;
}

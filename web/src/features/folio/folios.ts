/** What can be done to a folio, as pure functions of what it is. */
import type { FolioSpec, PageOfFolio } from "../../api/client";
import { ARRANGEMENT_TERMS } from "../../api/vocabulary";

export type Change = (folio: FolioSpec) => FolioSpec;
export type Arrangement = keyof typeof ARRANGEMENT_TERMS;

export const pagesOf = (folio: FolioSpec): PageOfFolio[] => folio.pages ?? [];
export const arrangementOf = (page: PageOfFolio): Arrangement => (page.arrange ?? "plate") as Arrangement;
export const roomsOf = (page: PageOfFolio): number => ARRANGEMENT_TERMS[arrangementOf(page)].plates;

/** The plates of a page, one a room; a room without one is empty. */
export function platesOf(page: PageOfFolio): string[] {
  return Array.from({ length: roomsOf(page) }, (_, i) => page.plates?.[i] ?? "");
}

/** A page, changed in part; what is set to undefined is left out. */
export const withPage =
  (at: number, part: Partial<PageOfFolio>): Change =>
  (folio) => ({ ...folio, pages: pagesOf(folio).map((page, i) => (i === at ? { ...page, ...part } : page)) });

export const withFolio =
  (part: Partial<FolioSpec>): Change =>
  (folio) => ({ ...folio, ...part });

export const withPageLook =
  (part: Partial<NonNullable<FolioSpec["page"]>>): Change =>
  (folio) => ({ ...folio, page: { ...folio.page, ...part } });

/** A page put in behind another. */
export const withPageAdded =
  (behind: number, page: PageOfFolio): Change =>
  (folio) => ({ ...folio, pages: pagesOf(folio).toSpliced(behind + 1, 0, page) });

export const withoutPage =
  (at: number): Change =>
  (folio) =>
    kept({ ...folio, pages: pagesOf(folio).toSpliced(at, 1) });

export const withPageMoved =
  (from: number, to: number): Change =>
  (folio) => {
    const pages = [...pagesOf(folio)];
    const [page] = pages.splice(from, 1);
    if (page) pages.splice(to, 0, page);
    return { ...folio, pages };
  };

/** A page arranged otherwise: plates stay in reading order, those without a room leave the page. */
export const withArrangement =
  (at: number, arrange: Arrangement): Change =>
  (folio) => {
    const page = pagesOf(folio)[at];
    if (!page) return folio;
    const plates = (page.plates ?? []).filter(Boolean).slice(0, ARRANGEMENT_TERMS[arrange].plates);
    const share = plates.length > 1 ? page.share : undefined;
    return kept(withPage(at, { arrange, plates, share })(folio));
  };

/** The name that a plate has in the folio, given one where it has none yet. */
export function nameFor(folio: FolioSpec, plate: number, title: string): string {
  const known = Object.entries(folio.plates ?? {}).find(([, each]) => each.plate === plate)?.[0];
  if (known) return known;
  const taken = new Set(Object.keys(folio.plates ?? {}));
  const words =
    title
      .replace(/\{[^{}]*\}/g, " ")
      .toLowerCase()
      .match(/[\p{L}\p{N}]+/gu) ?? [];
  const telling = words.filter((word) => word.length > 3);
  const name = (telling.length > 1 ? telling : words).slice(0, 2).join(" ").slice(0, 32) || "plate";
  return (
    Array.from({ length: taken.size + 1 }, (_, i) => (i ? `${name} ${i + 1}` : name)).find(
      (each) => !taken.has(each),
    ) ?? name
  );
}

/** A plate in a room of a page; what stood there leaves it. */
export const withPlate =
  (at: number, room: number, plate: number, title: string): Change =>
  (folio) => {
    const page = pagesOf(folio)[at];
    if (!page) return folio;
    const name = nameFor(folio, plate, title);
    const plates = platesOf(page).map((each, i) => (i === room ? name : each));
    const named = { ...folio, plates: { ...folio.plates, [name]: { plate } } };
    return kept(withPage(at, { plates: trimmed(plates) })(named));
  };

/** A page of its own for a plate, behind another page. */
export const withPlatePage =
  (behind: number, plate: number, title: string): Change =>
  (folio) => {
    const name = nameFor(folio, plate, title);
    return withPageAdded(behind, { plates: [name] })({ ...folio, plates: { ...folio.plates, [name]: { plate } } });
  };

export const withoutPlate =
  (at: number, room: number): Change =>
  (folio) => {
    const page = pagesOf(folio)[at];
    if (!page) return folio;
    return kept(withPage(at, { plates: trimmed(platesOf(page).map((each, i) => (i === room ? "" : each))) })(folio));
  };

/** Two plates of a page that change places. */
export const withPlatesSwapped =
  (at: number, one: number, other: number): Change =>
  (folio) => {
    const page = pagesOf(folio)[at];
    if (!page) return folio;
    const plates = platesOf(page);
    [plates[one], plates[other]] = [plates[other] ?? "", plates[one] ?? ""];
    return withPage(at, { plates: trimmed(plates) })(folio);
  };

/** A plate called otherwise, wherever it is named. */
export const withPlateCalled =
  (before: string, after: string): Change =>
  (folio) => {
    if (!after.trim() || after === before || folio.plates?.[after]) return folio;
    const facts = (text?: string | null) => text?.replaceAll(`{${before}.`, `{${after}.`);
    return {
      ...folio,
      title: facts(folio.title) ?? undefined,
      footer: facts(folio.footer) ?? undefined,
      plates: Object.fromEntries(
        Object.entries(folio.plates ?? {}).map(([name, plate]) => [name === before ? after : name, plate]),
      ),
      pages: pagesOf(folio).map((page) => ({
        ...page,
        headline: facts(page.headline),
        words: facts(page.words),
        notes: facts(page.notes),
        plates: page.plates?.map((name) => (name === before ? after : name)),
        claims: page.claims?.map((claim) => (claim.plate === before ? { ...claim, plate: after } : claim)),
      })),
    };
  };

/** Without the empty rooms behind the last plate. */
const trimmed = (plates: string[]): string[] => plates.slice(0, plates.findLastIndex(Boolean) + 1);

/** Without plates that nothing names any more, neither a page nor a fact nor a claim. */
function kept(folio: FolioSpec): FolioSpec {
  const pages = pagesOf(folio);
  const claims = pages.flatMap((page) => page.claims ?? []);
  const named = new Set([...pages.flatMap((page) => page.plates ?? []), ...claims.map((claim) => claim.plate)]);
  const said = [
    folio.title,
    folio.footer,
    ...pages.flatMap((page) => [page.headline, page.words, page.notes]),
    ...claims.map((claim) => claim.says),
  ].join("\n");
  const plates = Object.entries(folio.plates ?? {}).filter(([name]) => named.has(name) || said.includes(`{${name}.`));
  return { ...folio, plates: Object.fromEntries(plates) };
}

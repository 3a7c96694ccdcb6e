/** The one door to the server. Refusals arrive as `Refusal`, with the server's sentence. */
import createClient from "openapi-fetch";
import type { components, paths } from "./schema";
import { steady } from "./steady";

export type Schemas = components["schemas"];
export type Export = Schemas["ExportAnswer"];
export type Recipe = Schemas["Recipe"];
export type Scene = Schemas["SceneAnswer"];
export type Template = Schemas["TemplateAnswer"];
export type Figure = Schemas["FigureAnswer"];
export type Plate = Schemas["PlateAnswer"];
export type PlateLine = Schemas["PlateLine"];
export type PlateFigure = Schemas["PlateFigureAnswer"];
export type ReturnedFigure = Schemas["ReturnedFigureAnswer"];
export type Folio = Schemas["FolioAnswer"];
export type FolioPages = Schemas["FolioPagesAnswer"];
export type FolioPage = Schemas["FolioPageAnswer"];
export type FolioSpec = Schemas["FolioSpec"];
export type PageOfFolio = Schemas["FolioPageSpec"];
export type Binned = Schemas["BinAnswer"];
export type Plan = Schemas["PlanAnswer"];
export type PlanSpec = Schemas["PlanSpec"];
export type Run = Schemas["RunAnswer"];
export type TableInfo = Schemas["TableAnswer"];
export type ColumnInfo = Schemas["ColumnAnswer"];
export type Palette = Schemas["PaletteAnswer"];
export type Level = Schemas["LevelSpec"];
export type Condition = Schemas["ConditionSpec"];
export type Each = Schemas["EachSpec"];
export type Measure = Schemas["MeasureSpec"];
export type Show = Schemas["ShowSpec"];
export type Order = Schemas["OrderSpec"];
export type Pivot = Schemas["PivotSpec"];
export type StatementReading = Schemas["StatementAnswer"];
export type AskedTable = Schemas["AskedTableAnswer"];
export type Offer = Schemas["Offer"];
export type Tried = Schemas["TriedAnswer"];
export type End = Schemas["EndSpec"];
export type Workbench = Schemas["WorkbenchAnswer"];
export type MendLine = Schemas["MendAnswer"];
export type Mend = MendLine["mend"];
export type Finding = Schemas["Finding"];
export type OneLook = Schemas["OneLookAnswer"];
export type Trial = Schemas["TrialAnswer"];
export type Records = Schemas["RecordsAnswer"];
export type Import = Schemas["ImportAnswer"];
export type Comparison = Schemas["ComparisonAnswer"];
export type Look = Schemas["LookAnswer"];
export type Reading = Schemas["ReadingSpec"];
export type RecordsAsked = { sort?: string; descending?: boolean; find?: string; field?: string };

/** A line down and a line across of the matrix: a member, a group behind all members, or -1 for all. */
export type Lines = { row: number; column: number };

export class Refusal extends Error {
  /** `message` leads with the place; `plain` is the sentence alone, for where the place is plain to see. */
  constructor(
    message: string,
    readonly path: string,
    readonly status: number,
    readonly plain = message,
    /** What could stand there instead, and what stood there, where the server says so. */
    readonly allowed: readonly string[] = [],
    readonly received = "",
    /** What others did since the version that was seen. */
    readonly meanwhile: readonly string[] = [],
  ) {
    super(message);
  }

  /** Whether others were quicker: another version stands than the one that was seen. */
  get overtaken(): boolean {
    return this.status === 412;
  }
}

/** The sentence of whatever went wrong. */
export const sentenceOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

const UNREACHED = "The server does not answer; see that ./finch is still running, then try again.";

const client = createClient<paths>({ fetch: steady });

type Answer<T> = { data?: T; error?: unknown; response: Response };

async function unwrap<T>(pending: Promise<Answer<T>>): Promise<T> {
  return (await answered(pending)).data as T;
}

async function answered<T>(pending: Promise<Answer<T>>): Promise<Answer<T>> {
  let answer: Answer<T>;
  try {
    answer = await pending;
  } catch {
    throw new Refusal(UNREACHED, "", 0);
  }
  if (!answer.response.ok) throw refusalOf(answer.error, answer.response.status);
  return answer;
}

/** Some of a list, and where the next of it begin, if there are more. */
export type Page<T> = { items: T[]; next: string | undefined };
export type PageAsked = { find?: string; count?: number; cursor?: string };

async function page<T>(pending: Promise<Answer<T[]>>): Promise<Page<T>> {
  const { data, response } = await answered(pending);
  const link = response.headers.get("Link")?.match(/<([^>]+)>; rel="next"/)?.[1];
  return { items: data ?? [], next: (link && new URL(link).searchParams.get("cursor")) || undefined };
}

function refusalOf(body: unknown, status: number): Refusal {
  const problem = (body ?? {}) as Partial<Schemas["ProblemAnswer"]>;
  const plain = problem.message && problem.message.charAt(0).toUpperCase() + problem.message.slice(1);
  return new Refusal(
    problem.detail ?? `The server refused (${status}).`,
    problem.path ?? "",
    status,
    plain ?? undefined,
    problem.allowed ?? [],
    problem.received ?? "",
    problem.meanwhile ?? [],
  );
}

const at = (id: number) => ({ params: { path: { id } } });
/** The same, with the version that was seen: the server refuses to change another one. */
const seenAt = (id: number, version: string) => ({
  params: { path: { id }, header: { "If-Match": `"${version}"` } },
});

export const api = {
  about: () => unwrap(client.GET("/api/about")),
  palettes: () => unwrap(client.GET("/api/palettes")),
  readPalette: (text: string) => unwrap(client.POST("/api/palettes/read", { body: { text } })),
  tables: (query: PageAsked) => page(client.GET("/api/tables", { params: { query } })),
  table: (id: number) => unwrap(client.GET("/api/tables/{id}", at(id))),
  removeTable: (id: number) => unwrap(client.DELETE("/api/tables/{id}", at(id))),
  members: (id: number, field: string, cut?: Level["cut"], year_starts?: number) =>
    unwrap(client.GET("/api/tables/{id}/members", { params: { path: { id }, query: { field, cut, year_starts } } })),
  renameTable: (id: number, name: string, seen: string) =>
    unwrap(client.PUT("/api/tables/{id}", { ...seenAt(id, seen), body: { name } })),
  workbench: (id: number) => unwrap(client.GET("/api/tables/{id}/workbench", at(id))),
  findings: (id: number) => unwrap(client.GET("/api/tables/{id}/findings", at(id))),
  leaveFinding: (id: number, key: string, left: boolean) =>
    unwrap(client.POST("/api/tables/{id}/findings", { ...at(id), body: { key, left } })),
  records: (id: number, query: RecordsAsked & { start: number; count: number }) =>
    unwrap(client.GET("/api/tables/{id}/records", { params: { path: { id }, query } })),
  changeMends: (id: number, mends: Mend[], seen: string) =>
    unwrap(client.PUT("/api/tables/{id}/mends", { ...seenAt(id, seen), body: { mends } })),
  tryMend: (id: number, mend: Mend, place?: number) =>
    unwrap(client.POST("/api/tables/{id}/mends/try", { ...at(id), body: { mend, at: place } })),
  looks: (id: number) => unwrap(client.GET("/api/tables/{id}/looks", at(id))),
  proposeBring: (id: number, table: string) =>
    unwrap(client.GET("/api/tables/{id}/bring", { params: { path: { id }, query: { table } } })),
  undoMends: (id: number, seen: string) => unwrap(client.POST("/api/tables/{id}/undo", seenAt(id, seen))),
  redoMends: (id: number, seen: string) => unwrap(client.POST("/api/tables/{id}/redo", seenAt(id, seen))),
  setTargets: (id: number, targets: Record<string, number>, seen: string) =>
    unwrap(client.PUT("/api/tables/{id}/targets", { ...seenAt(id, seen), body: { targets } })),
  correct: (id: number, field: string, record: number, to: string, was: string) =>
    unwrap(client.POST("/api/tables/{id}/correct", { ...at(id), body: { field, record, to, was } })),
  returnTo: (id: number, number: number, seen: number, anyway = false) =>
    unwrap(
      client.POST("/api/tables/{id}/editions/{number}/stand", {
        params: { path: { id, number }, header: { "If-Match": `"${seen}"` } },
        body: { anyway },
      }),
    ),
  reread: (id: number) => unwrap(client.POST("/api/tables/{id}/reread", at(id))),
  imports: () => unwrap(client.GET("/api/imports")),
  import: (id: number) => unwrap(client.GET("/api/imports/{id}", at(id))),
  look: (id: number) => unwrap(client.GET("/api/imports/{id}/look", at(id))),
  overrule: (id: number, asked: Reading) => unwrap(client.PUT("/api/imports/{id}/look", { ...at(id), body: asked })),
  giveSample: (name: string) => unwrap(client.POST("/api/imports/samples/{name}", { params: { path: { name } } })),
  startImport: (id: number) => unwrap(client.POST("/api/imports/{id}/start", at(id))),
  cancelImport: (id: number) => unwrap(client.DELETE("/api/imports/{id}", at(id))),
  acceptImport: (id: number, renames: Record<string, string>, seen: number, anyway: boolean) =>
    unwrap(client.POST("/api/imports/{id}/accept", { ...seenAt(id, `${seen}`), body: { renames, anyway } })),
  mapImport: (id: number, renames: Record<string, string>) =>
    unwrap(client.POST("/api/imports/{id}/map", { ...at(id), body: { renames } })),
  plates: (query: PageAsked) => page(client.GET("/api/plates", { params: { query } })),
  /** A plate without its figure, also where that cannot be made. */
  plateAlone: (id: number) => unwrap(client.GET("/api/plates/{id}/alone", at(id))),
  plate: (id: number) => unwrap(client.GET("/api/plates/{id}", at(id))),
  startPlate: (table: number, recipe?: Recipe) => unwrap(client.POST("/api/plates", { body: { table, recipe } })),
  removePlate: (id: number, seen: string) => unwrap(client.DELETE("/api/plates/{id}", seenAt(id, seen))),
  changePlate: (id: number, recipe: Recipe, seen: string) =>
    unwrap(client.PUT("/api/plates/{id}/recipe", { ...seenAt(id, seen), body: recipe })),
  giveUp: (id: number) => unwrap(client.POST("/api/plates/{id}/give-up", at(id))),
  recordsBehind: (id: number, query: Lines & { start: number; count: number; there?: boolean }) =>
    unwrap(client.GET("/api/plates/{id}/records", { params: { path: { id }, query } })),
  readStatement: (table: number, text: string) =>
    unwrap(client.POST("/api/tables/{id}/statement", { ...at(table), body: { text } })),
  /** The tables that a statement may be of. */
  ask: (text: string) => unwrap(client.POST("/api/statement", { body: { text } })),
  /** The words that may stand next in a statement. */
  offers: (table: number, text: string) =>
    unwrap(client.POST("/api/tables/{id}/statement/offers", { ...at(table), body: { text } })),
  /** The figure that a plate would have with another recipe; nothing is kept. */
  tryRecipe: (id: number, recipe: Recipe) => unwrap(client.POST("/api/plates/{id}/try", { ...at(id), body: recipe })),
  others: (id: number, side: "rows" | "columns", line: number) =>
    unwrap(client.GET("/api/plates/{id}/others", { params: { path: { id }, query: { side, line } } })),
  history: (id: number) => unwrap(client.GET("/api/plates/{id}/history", at(id))),
  goTo: (id: number, number: number, seen: string) =>
    unwrap(client.POST("/api/plates/{id}/history", { ...seenAt(id, seen), body: { number } })),
  /** The plate that a figure came from; refused where the file carries no source. */
  openSource: (file: File) =>
    unwrap(client.POST("/api/sources", { body: file as unknown as string, bodySerializer: (body) => body as never })),
  givePicture: (file: File) =>
    unwrap(client.POST("/api/pictures", { body: file as unknown as string, bodySerializer: (body) => body as never })),
  giveFont: (file: File) =>
    unwrap(client.POST("/api/fonts", { body: file as unknown as string, bodySerializer: (body) => body as never })),
  templates: () => unwrap(client.GET("/api/templates")),
  giveTemplate: (file: File) =>
    unwrap(
      client.POST("/api/templates", {
        params: { query: { name: file.name } },
        body: file as unknown as string,
        bodySerializer: (body) => body as never,
      }),
    ),
  takeAwayTemplate: (id: number) => unwrap(client.DELETE("/api/templates/{id}", at(id))),
  usualChoices: () => unwrap(client.GET("/api/usual-choices")),
  setUsualChoices: (choices: Record<string, string>) => unwrap(client.PUT("/api/usual-choices", { body: { choices } })),
  returned: (file: File) =>
    unwrap(client.POST("/api/returned", { body: file as unknown as string, bodySerializer: (body) => body as never })),
  folios: (query: PageAsked) => page(client.GET("/api/folios", { params: { query } })),
  folio: (id: number) => unwrap(client.GET("/api/folios/{id}", at(id))),
  startFolio: (start: Schemas["FolioStart"]) => unwrap(client.POST("/api/folios", { body: start })),
  changeFolio: (id: number, folio: FolioSpec, seen: string) =>
    unwrap(client.PUT("/api/folios/{id}", { ...seenAt(id, seen), body: folio })),
  removeFolio: (id: number, seen: string) => unwrap(client.DELETE("/api/folios/{id}", seenAt(id, seen))),
  undoFolio: (id: number, seen: string) => unwrap(client.POST("/api/folios/{id}/undo", seenAt(id, seen))),
  redoFolio: (id: number, seen: string) => unwrap(client.POST("/api/folios/{id}/redo", seenAt(id, seen))),
  folioHistory: (id: number) => unwrap(client.GET("/api/folios/{id}/history", at(id))),
  goToInFolio: (id: number, number: number, seen: string) =>
    unwrap(client.POST("/api/folios/{id}/history", { ...seenAt(id, seen), body: { number } })),
  since: (plate: number) => unwrap(client.GET("/api/plates/{id}/since", at(plate))),
  startDifferences: (plate: number) => unwrap(client.POST("/api/plates/{id}/differences", at(plate))),
  bin: () => unwrap(client.GET("/api/bin")),
  emptyBin: () => unwrap(client.DELETE("/api/bin")),
  putBack: (kind: string, id: number) =>
    unwrap(client.POST("/api/bin/{kind}/{id}", { params: { path: { kind, id } } })),
  takeAway: (kind: string, id: number) =>
    unwrap(client.DELETE("/api/bin/{kind}/{id}", { params: { path: { kind, id } } })),
  plans: (query: PageAsked) => page(client.GET("/api/plans", { params: { query } })),
  plan: (id: number) => unwrap(client.GET("/api/plans/{id}", at(id))),
  startPlan: (start: Schemas["PlanStart"]) => unwrap(client.POST("/api/plans", { body: start })),
  changePlan: (id: number, plan: PlanSpec, seen: string) =>
    unwrap(client.PUT("/api/plans/{id}", { ...seenAt(id, seen), body: plan })),
  removePlan: (id: number, seen: string) => unwrap(client.DELETE("/api/plans/{id}", seenAt(id, seen))),
  undoPlan: (id: number, seen: string) => unwrap(client.POST("/api/plans/{id}/undo", seenAt(id, seen))),
  redoPlan: (id: number, seen: string) => unwrap(client.POST("/api/plans/{id}/redo", seenAt(id, seen))),
  planHistory: (id: number) => unwrap(client.GET("/api/plans/{id}/history", at(id))),
  goToInPlan: (id: number, number: number, seen: string) =>
    unwrap(client.POST("/api/plans/{id}/history", { ...seenAt(id, seen), body: { number } })),
  runPlan: (id: number, how: Schemas["RunStart"]) =>
    unwrap(client.POST("/api/plans/{id}/runs", { ...at(id), body: how })),
  undo: (id: number, seen: string) => unwrap(client.POST("/api/plates/{id}/undo", seenAt(id, seen))),
  redo: (id: number, seen: string) => unwrap(client.POST("/api/plates/{id}/redo", seenAt(id, seen))),
};

/** The address of the records behind a cell, head or total, as a file. */
export function recordsAddress(plate: number, { row, column }: Lines, there: boolean): string {
  return `/api/plates/${plate}/records.csv?row=${row}&column=${column}${there ? "&there=true" : ""}`;
}

export function exportAddress(plate: number, ending: string, query = ""): string {
  return `/api/plates/${plate}/export.${ending}${query}`;
}

/** A page of a folio as it leaves, as a picture that is kept as long as its revision. */
export function pageAddress(folio: number, number: number, revision: string): string {
  return `/api/folios/${folio}/pages/${number}.svg?revision=${revision}`;
}

/** A file that a run of a plan made. */
export function madeAddress(plan: number, run: number, place: number): string {
  return `/api/plans/${plan}/runs/${run}/files/${place}`;
}

/** A first look, small; `data` is what the table holds. */
export function lookAddress(table: number, place: number, data: string): string {
  return `/api/tables/${table}/looks/${place}.svg?data=${encodeURIComponent(data)}`;
}

/** Sends a file, of a new table or a newer one of a table, and tells how far it is. `fetch` cannot tell that. */
export function giveFile(
  file: File,
  table: number | undefined,
  told: (sent: number) => void,
  signal: AbortSignal,
): Promise<Look> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    const of = table === undefined ? "" : `&table=${table}`;
    request.open("POST", `/api/imports?name=${encodeURIComponent(file.name)}${of}`);
    request.setRequestHeader("Content-Type", "application/octet-stream");
    request.responseType = "json";
    request.upload.onprogress = (event) => told(event.loaded);
    request.onload = () =>
      request.status === 201 ? resolve(request.response as Look) : reject(refusalOf(request.response, request.status));
    request.onerror = () => reject(new Refusal(UNREACHED, "", 0));
    request.onabort = () => reject(new DOMException("canceled", "AbortError"));
    signal.addEventListener("abort", () => request.abort());
    request.send(file);
  });
}

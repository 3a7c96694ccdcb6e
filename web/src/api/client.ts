/** The one door to the server. Refusals arrive as `Refusal`, with the server's sentence. */
import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Recipe = Schemas["Recipe"];
export type Scene = Schemas["Scene"];
export type Figure = Schemas["FigureAnswer"];
export type Plate = Schemas["PlateAnswer"];
export type PlateFigure = Schemas["PlateFigureAnswer"];
export type TableInfo = Schemas["TableAnswer"];
export type ColumnInfo = Schemas["ColumnAnswer"];
export type Palette = Schemas["PaletteAnswer"];
export type Level = Schemas["LevelSpec"];
export type Condition = Schemas["ConditionSpec"];
export type End = Schemas["EndSpec"];

export class Refusal extends Error {
  /** `message` leads with the place; `plain` is the sentence alone, for where the place is plain to see. */
  constructor(
    message: string,
    readonly path: string,
    readonly status: number,
    readonly plain = message,
  ) {
    super(message);
  }
}

const UNREACHED = "The server does not answer; see that ./finch is still running, then try again.";

const client = createClient<paths>();

type Answer<T> = { data?: T; error?: unknown; response: Response };

async function unwrap<T>(pending: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await pending;
  } catch {
    throw new Refusal(UNREACHED, "", 0);
  }
  if (!answer.response.ok) throw refusalOf(answer.error, answer.response.status);
  return answer.data as T;
}

function refusalOf(body: unknown, status: number): Refusal {
  const problem = (body ?? {}) as Partial<Schemas["ProblemAnswer"]>;
  const plain = problem.message && problem.message.charAt(0).toUpperCase() + problem.message.slice(1);
  return new Refusal(
    problem.detail ?? `The server refused (${status}).`,
    problem.path ?? "",
    status,
    plain ?? undefined,
  );
}

const at = (id: number) => ({ params: { path: { id } } });

export const api = {
  about: () => unwrap(client.GET("/api/about")),
  palettes: () => unwrap(client.GET("/api/palettes")),
  tables: () => unwrap(client.GET("/api/tables")),
  table: (id: number) => unwrap(client.GET("/api/tables/{id}", at(id))),
  removeTable: (id: number) => unwrap(client.DELETE("/api/tables/{id}", at(id))),
  members: (id: number, field: string, cut?: Level["cut"]) =>
    unwrap(client.GET("/api/tables/{id}/members", { params: { path: { id }, query: { field, cut } } })),
  plates: () => unwrap(client.GET("/api/plates")),
  plate: (id: number) => unwrap(client.GET("/api/plates/{id}", at(id))),
  startPlate: (table: number) => unwrap(client.POST("/api/plates", { body: { table } })),
  removePlate: (id: number) => unwrap(client.DELETE("/api/plates/{id}", at(id))),
  changePlate: (id: number, recipe: Recipe) =>
    unwrap(client.PUT("/api/plates/{id}/recipe", { ...at(id), body: recipe })),
  undo: (id: number) => unwrap(client.POST("/api/plates/{id}/undo", at(id))),
  redo: (id: number) => unwrap(client.POST("/api/plates/{id}/redo", at(id))),
};

export function exportAddress(plate: number, ending: string, query = ""): string {
  return `/api/plates/${plate}/export.${ending}${query}`;
}

/** Sends a file and tells how far it is. `fetch` cannot tell, so this is an older request object. */
export function sendTable(file: File, told: (sent: number) => void, signal: AbortSignal): Promise<TableInfo> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open("POST", `/api/tables?name=${encodeURIComponent(file.name)}`);
    request.setRequestHeader("Content-Type", "text/csv");
    request.responseType = "json";
    request.upload.onprogress = (event) => told(event.loaded);
    request.onload = () =>
      request.status === 201
        ? resolve(request.response as TableInfo)
        : reject(refusalOf(request.response, request.status));
    request.onerror = () => reject(new Refusal(UNREACHED, "", 0));
    request.onabort = () => reject(new DOMException("canceled", "AbortError"));
    signal.addEventListener("abort", () => request.abort());
    request.send(file);
  });
}

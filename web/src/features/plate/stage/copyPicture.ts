import { exportAddress, type Figure } from "../../../api/client";
import { BLANK } from "../scale/coloring";

/** Put the figure on the clipboard as a picture; says how it went. */
export async function copyPicture(plate: number): Promise<string> {
  if (!("ClipboardItem" in window) || !navigator.clipboard?.write) {
    return "This browser lets no picture onto the clipboard; use Export";
  }
  try {
    // The picture is handed over as a promise, since some browsers allow the write only at once after the click.
    const picture = fetch(exportAddress(plate, "png", "?zoom=2&view=1")).then((answer) => {
      if (!answer.ok) throw new Error(String(answer.status));
      return answer.blob();
    });
    await navigator.clipboard.write([new ClipboardItem({ "image/png": picture })]);
    return "picture copied";
  } catch {
    return "the picture could not be copied; use Export";
  }
}

/**
 * Put the figure on the clipboard as a colored table, the same as text for a sheet, and as a picture: whoever pastes takes what it
 * can; says how it went.
 */
export async function copyTable(plate: number, query = ""): Promise<string> {
  if (!("ClipboardItem" in window) || !navigator.clipboard?.write) {
    throw new Error("This browser lets no table onto the clipboard; save a document or a workbook.");
  }
  const chosen = new URLSearchParams(query);
  const bare = ["values", "source"].map((name) => (chosen.get(name) === "no" ? `&${name}=no` : "")).join("");
  const html = fetched(exportAddress(plate, "table.html", `?view=1${bare}`)).then((answer) => answer.text());
  await navigator.clipboard.write([
    new ClipboardItem({
      "text/html": html.then((text) => new Blob([text], { type: "text/html" })),
      "text/plain": html.then((text) => new Blob([asText(text)], { type: "text/plain" })),
      "image/png": fetched(exportAddress(plate, "png", `?zoom=2&view=1${bare}`)).then((answer) => answer.blob()),
    }),
  ]);
  return "table copied";
}

async function fetched(address: string): Promise<Response> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error("The table could not be made.");
  return answer;
}

/** The places of a table between tabs, a line a row; what a head reaches over is empty. */
function asText(html: string): string {
  const grid: string[][] = [];
  for (const [y, row] of [...new DOMParser().parseFromString(html, "text/html").querySelectorAll("tr")].entries()) {
    let x = 0;
    for (const cell of row.cells) {
      while (grid[y]?.[x] !== undefined) x += 1;
      for (let down = 0; down < cell.rowSpan; down += 1) {
        for (let across = 0; across < cell.colSpan; across += 1) {
          grid[y + down] = grid[y + down] ?? [];
          (grid[y + down] as string[])[x + across] = down || across ? "" : (cell.textContent ?? "");
        }
      }
    }
  }
  return grid.map((line) => line.join("\t")).join("\n");
}

/** Put the hex codes of all cells on the clipboard, a line a row, ready for a sheet; says how it went. */
export async function copyColors(figure: Figure): Promise<string> {
  const { grid } = figure.scene;
  if (!navigator.clipboard?.writeText) return "This browser lets nothing onto the clipboard; use Export";
  if (!grid) return "there are no cells to copy";
  const unlit = new Set(grid.unlit);
  const hexes = grid.steps.map((step, i) =>
    step === BLANK ? "" : ((unlit.has(i) ? grid.grays[step] : grid.colors[step]) ?? ""),
  );
  const across = figure.columns.length;
  const lines = figure.rows.map((_, row) => hexes.slice(row * across, (row + 1) * across).join("\t"));
  try {
    await navigator.clipboard.writeText(lines.join("\n"));
    return "hex codes copied";
  } catch {
    return "the hex codes could not be copied; use Export";
  }
}

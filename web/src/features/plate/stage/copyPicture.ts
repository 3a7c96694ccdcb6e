import { exportAddress, type Figure } from "../../../api/client";
import { BLANK } from "../color/coloring";

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

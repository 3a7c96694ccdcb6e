import { exportAddress } from "../../api/client";

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

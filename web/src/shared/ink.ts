import { CELL_LOOK } from "../api/vocabulary";

/** The ink on a color: the core's rule, the first of three that is readable. */
export function inkOn(hex: string): string {
  const { light_ink, dark_ink, black_ink, readable } = CELL_LOOK;
  const l = luminance(hex) + 0.05;
  if ((luminance(light_ink) + 0.05) / l >= readable) return light_ink;
  return l / (luminance(dark_ink) + 0.05) >= readable ? dark_ink : black_ink;
}

function luminance(hex: string): number {
  const linear = (at: number) => {
    const share = Number.parseInt(hex.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * linear(1) + 0.7152 * linear(3) + 0.0722 * linear(5);
}

import { Bar } from "../shared/Bar";

/** While a screen is fetched for the first time: the bar that every screen has. */
export function Opening() {
  return <Bar />;
}

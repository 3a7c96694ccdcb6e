/** For tests in node: the colors of the component library that are not made, and all that the looks of its parts name. */
import { createSystem, defineConfig } from "@chakra-ui/react";
import { defaultBaseConfig } from "@chakra-ui/react/preset-base";
import { semanticTokens, tokens } from "@chakra-ui/react/theme";
import { system } from "../src/theme/system";

const whole = createSystem(defaultBaseConfig, defineConfig({ theme: { tokens, semanticTokens } }));

const colorsOf = ({ tokens }: typeof system) =>
  tokens.allTokens.map(({ name }) => name).filter((name) => name.startsWith("colors."));

/** Names of colors, as looks write them, that the library has and our system has not. */
export function lost(): string[] {
  const made = new Set(colorsOf(system));
  return [...new Set(colorsOf(whole))].filter((name) => !made.has(name)).map((name) => name.slice("colors.".length));
}

/** All texts in the looks that are used, without the share of a color ("/90"). */
export function named(): string[] {
  const { recipes, slotRecipes, textStyles, layerStyles, animationStyles, semanticTokens } = system._config.theme ?? {};
  const { shadows, radii } = semanticTokens ?? {};
  return textsIn([
    recipes,
    slotRecipes,
    textStyles,
    layerStyles,
    animationStyles,
    shadows,
    radii,
    system._config.globalCss,
  ]);
}

function textsIn(part: unknown): string[] {
  if (typeof part === "string") return [part.replace(/\/\d+$/, "")];
  return part && typeof part === "object" ? Object.values(part).flatMap(textsIn) : [];
}

/** The look, as tokens and component recipes. Components name tokens; no color stands in a component. */
import { createSystem, defineConfig } from "@chakra-ui/react";
import { defaultBaseConfig } from "@chakra-ui/react/preset-base";
import {
  animationStyles,
  breakpoints,
  buttonRecipe,
  checkboxSlotRecipe,
  checkmarkRecipe,
  cssVarsPrefix,
  cssVarsRoot,
  dialogSlotRecipe,
  fieldSlotRecipe,
  globalCss,
  headingRecipe,
  inputRecipe,
  keyframes,
  layerStyles,
  menuSlotRecipe,
  nativeSelectSlotRecipe,
  popoverSlotRecipe,
  semanticTokens,
  switchSlotRecipe,
  tabsSlotRecipe,
  textareaRecipe,
  textStyles,
  tokens,
} from "@chakra-ui/react/theme";

const FORCED = "@media (forced-colors: active)";

/** Those of these names. */
function kept<T extends object, K extends keyof T>(all: T, names: readonly K[]): Pick<T, K> {
  return Object.fromEntries(names.map((name) => [name, all[name]])) as Pick<T, K>;
}

/** Of the library's theme what is used here: its recipes are a quarter of what a first visit would fetch, and each of its colors is a
 * variable that is made when the interface starts, and that every element inherits. */
const used = defineConfig({
  preflight: true,
  cssVarsPrefix,
  cssVarsRoot,
  globalCss,
  theme: {
    breakpoints,
    keyframes,
    tokens: {
      ...tokens,
      colors: kept(tokens.colors, ["transparent", "current", "black", "white", "blackAlpha", "gray", "red"]),
    },
    semanticTokens: { ...semanticTokens, colors: kept(semanticTokens.colors, ["bg", "fg", "border", "gray"]) },
    textStyles,
    layerStyles,
    animationStyles,
    recipes: {
      button: buttonRecipe,
      checkmark: checkmarkRecipe,
      heading: headingRecipe,
      input: inputRecipe,
      textarea: textareaRecipe,
    },
    slotRecipes: {
      checkbox: checkboxSlotRecipe,
      dialog: dialogSlotRecipe,
      field: fieldSlotRecipe,
      menu: menuSlotRecipe,
      nativeSelect: nativeSelectSlotRecipe,
      popover: popoverSlotRecipe,
      switch: switchSlotRecipe,
      tabs: tabsSlotRecipe,
    },
  },
});

const config = defineConfig({
  globalCss: {
    "html, body, #root": { height: "100%", margin: 0 },
    // A name from a file that turns the direction of writing turns nothing beside it.
    "span, a, strong, label": { unicodeBidi: "isolate" },
    body: { bg: "paper", color: "ink", fontFamily: "body", fontSize: "13px", lineHeight: "1.4", overflow: "hidden" },
    "input[type=checkbox], input[type=radio]": { accentColor: "{colors.leaf}" },
    "*": {
      boxSizing: "border-box",
      _motionReduce: { transitionDuration: "0s !important", animationDuration: "0s !important" },
    },
    // The figure, the rail and every swatch are what they show: their colors stay where the system has its own.
    "[style*=background], [data-testid=page], canvas": { [FORCED]: { forcedColorAdjust: "none" } },
    "[data-testid=rail]": {
      [FORCED]: {
        forcedColorAdjust: "none",
        background: "{colors.panel}",
        boxShadow: "0 -26px 0 {colors.panel}, 0 24px 0 {colors.panel}",
      },
    },
    "[role=radio][aria-checked=true], [role=tab][aria-selected=true], [aria-pressed=true], label:has(> input[type=radio]:checked)":
      { [FORCED]: { outline: "2px solid Highlight !important", outlineOffset: "-2px !important" } },
    "[data-scope=switch][data-part=control]": { [FORCED]: { border: "1px solid ButtonText !important" } },
    "[data-scope=switch][data-part=control][data-state=checked]": {
      [FORCED]: { background: "Highlight !important", forcedColorAdjust: "none" },
    },
    "[data-scope=switch][data-part=thumb]": {
      [FORCED]: { background: "ButtonText !important", forcedColorAdjust: "none" },
    },
    ":focus-visible": { outline: "2px solid {colors.focus}", outlineOffset: "2px" },
  },
  theme: {
    keyframes: { toAndFro: { to: { transform: "translateX(233%)" } } },
    recipes: { input: { variants: { size: { sm: { textStyle: "base" } } } } },
    tokens: {
      fonts: { body: { value: "'Mottled Sans', sans-serif" }, heading: { value: "'Mottled Sans', sans-serif" } },
      colors: {
        ink: { value: "#1d211a" },
        quiet: { value: "#5c6056" },
        faint: { value: "#6d7167" },
        paper: { value: "#fbfaf6" },
        panel: { value: "#f2f1ec" },
        card: { value: "#ffffff" },
        ground: { value: "#d8d8d4" },
        line: { value: "#dddbd3" },
        edge: { value: "#c6c4ba" },
        /** The edge of what can be pressed or typed into: 3 to 1 on paper. */
        control: { value: "#8b8d82" },
        bar: { value: "#22271f" },
        barHigh: { value: "#353b30" },
        barEdge: { value: "#7d8474" },
        onBar: { value: "#f1f0ea" },
        onBarQuiet: { value: "#a3a99b" },
        leaf: { value: "#3a4133" },
        onLeaf: { value: "#ffffff" },
        amber: { value: "#e3a34c" },
        amberHigh: { value: "#efb364" },
        amberLine: { value: "#b9772a" },
        amberWash: { value: "#f7ead3" },
        link: { value: "#8a4b12" },
        alarm: { value: "#9a2f1c" },
        alarmWash: { value: "#faeae4" },
        focus: { value: "#8a4b12" },
        bars: { value: "#b3b2a8" },
        pageShadow: { value: "rgba(29, 33, 26, 0.16)" },
      },
      shadows: {
        page: { value: "0 1px 2px {colors.pageShadow}, 0 6px 24px {colors.pageShadow}" },
        list: { value: "0 2px 6px {colors.pageShadow}, 0 12px 32px {colors.pageShadow}" },
      },
    },
    textStyles: {
      small: { value: { fontSize: "12px", lineHeight: "1.35" } },
      base: { value: { fontSize: "13px", lineHeight: "1.4" } },
      label: { value: { fontSize: "12px", lineHeight: "1.35", fontWeight: "600", color: "quiet" } },
      statement: { value: { fontSize: "18px", lineHeight: "1.55" } },
      reading: { value: { fontSize: "22px", lineHeight: "1.2", fontWeight: "600" } },
      heading: { value: { fontSize: "17px", lineHeight: "1.3", fontWeight: "600" } },
    },
  },
});

export const system = createSystem(defaultBaseConfig, used, config);

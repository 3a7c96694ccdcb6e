import { defineRecipe } from "@chakra-ui/react";

/** The look of a button on each ground. */
export const buttonRecipe = defineRecipe({
  base: {
    display: "inline-flex",
    alignItems: "center",
    justifyContent: "center",
    whiteSpace: "nowrap",
    cursor: "pointer",
    fontFamily: "body",
    fontWeight: "500",
    borderRadius: "6px",
    transition: "background 120ms, border-color 120ms",
    _disabled: { opacity: 1, cursor: "not-allowed" },
  },
  variants: {
    variant: {
      /** The one thing most people came for. */
      lead: {
        bg: "amber",
        color: "ink",
        _hover: { bg: "amberHigh" },
        _disabled: { bg: "line", color: "quiet" },
      },
      /** The first of several on light ground, where the lead is elsewhere. */
      dark: {
        bg: "leaf",
        color: "onLeaf",
        _hover: { bg: "bar" },
        _disabled: { bg: "line", color: "quiet" },
      },
      /** On light ground. */
      plain: {
        bg: "card",
        color: "ink",
        borderWidth: "1px",
        borderColor: "edge",
        _hover: { bg: "paper", borderColor: "quiet" },
        _disabled: { color: "quiet" },
      },
      /** On the dark bar. */
      onBar: {
        bg: "transparent",
        color: "onBar",
        borderWidth: "1px",
        borderColor: "barEdge",
        _hover: { bg: "barHigh" },
        _disabled: { color: "onBarQuiet", borderColor: "barHigh" },
      },
      /** Words alone, on the dark bar. */
      bareOnBar: {
        bg: "transparent",
        color: "onBar",
        px: "8px",
        _hover: { bg: "barHigh" },
        _disabled: { color: "onBarQuiet" },
      },
      /** Words alone, on light ground. */
      bare: {
        bg: "transparent",
        color: "link",
        px: "4px",
        _hover: { textDecoration: "underline" },
        _disabled: { color: "quiet" },
      },
    },
    size: {
      sm: { h: "28px", minW: "28px", px: "10px", textStyle: "small" },
      md: { h: "30px", minW: "30px", px: "13px", textStyle: "base" },
    },
  },
  defaultVariants: { variant: "plain", size: "md" },
});

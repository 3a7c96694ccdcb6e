import { chakra } from "@chakra-ui/react";
import { buttonRecipe } from "../theme/button";

export const Button = chakra("button", buttonRecipe, { defaultProps: { type: "button" } });

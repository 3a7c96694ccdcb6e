import { chakra, type HTMLChakraProps } from "@chakra-ui/react";

type Props = HTMLChakraProps<"button"> & { label: string; words: string; set: boolean; opened: boolean };

/** A marked phrase of a sentence that is a setting: strong where it is set, faint where it is not. To be put into what opens its card. */
export function Marked({ label, words, set, opened, ...rest }: Props) {
  return (
    <chakra.button
      type="button"
      aria-label={`${label}: ${words}`}
      display="inline"
      textAlign="start"
      whiteSpace="normal"
      maxW="100%"
      color={set || opened ? "ink" : "quiet"}
      fontWeight={set ? "600" : "400"}
      borderBottomWidth={set ? "2px" : "1px"}
      borderStyle={set ? "solid" : "dotted"}
      borderColor={set ? "amberLine" : "control"}
      borderRadius="2px 2px 0 0"
      cursor="pointer"
      lineHeight="1.3"
      bg={opened ? "amberWash" : undefined}
      _hover={{ bg: "amberWash", color: "ink" }}
      {...rest}
    >
      {words}
    </chakra.button>
  );
}

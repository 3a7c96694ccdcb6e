import { Box, chakra } from "@chakra-ui/react";
import type { KeyboardEvent } from "react";

type Props<T extends string> = {
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  onChoose: (value: T) => void;
};

/** A short list to choose one from, in a card: what stands is marked, arrows walk, a choice is made by clicking or Enter. */
export function OneOf<T extends string>({ label, value, options, onChoose }: Props<T>) {
  function onKeyDown(event: KeyboardEvent<HTMLDivElement>) {
    const move = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!move) return;
    event.preventDefault();
    const all = [...event.currentTarget.querySelectorAll<HTMLButtonElement>("button")];
    const at = all.indexOf(document.activeElement as HTMLButtonElement);
    all[(at + move + all.length) % all.length]?.focus();
  }
  return (
    <Box role="radiogroup" aria-label={label} p="5px" minW="180px" maxH="320px" overflowY="auto" onKeyDown={onKeyDown}>
      {options.map(([each, words]) => (
        <chakra.button
          key={each}
          type="button"
          role="radio"
          aria-checked={each === value}
          autoFocus={each === value}
          display="block"
          w="100%"
          textAlign="start"
          px="10px"
          py="5px"
          borderRadius="4px"
          cursor="pointer"
          fontWeight={each === value ? "600" : "400"}
          borderLeftWidth="3px"
          borderColor={each === value ? "amberLine" : "transparent"}
          _hover={{ bg: "amberWash" }}
          onClick={() => onChoose(each)}
        >
          {words}
        </chakra.button>
      ))}
    </Box>
  );
}

import { Box, Flex } from "@chakra-ui/react";

type Props<T extends string> = {
  label: string;
  value: T;
  choices: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
};

/** One of a few, side by side. Arrows move between them, as in any group of radio buttons. */
export function Choice<T extends string>({ label, value, choices, onChange }: Props<T>) {
  return (
    <Flex
      role="radiogroup"
      aria-label={label}
      borderWidth="1px"
      borderColor="control"
      borderRadius="6px"
      overflow="hidden"
      bg="card"
    >
      {choices.map((choice, i) => (
        <Box
          as="label"
          key={choice.value}
          flex="1"
          textAlign="center"
          px="8px"
          py="4px"
          cursor="pointer"
          whiteSpace="nowrap"
          textStyle="small"
          borderLeftWidth={i ? "1px" : 0}
          borderColor="line"
          bg={choice.value === value ? "leaf" : undefined}
          color={choice.value === value ? "onLeaf" : "ink"}
          fontWeight={choice.value === value ? "600" : "400"}
          _hover={choice.value === value ? undefined : { bg: "paper" }}
          css={{ "&:has(input:focus-visible)": { outline: "2px solid {colors.focus}", outlineOffset: "-3px" } }}
        >
          <input
            type="radio"
            name={label}
            checked={choice.value === value}
            onChange={() => onChange(choice.value)}
            style={{ position: "absolute", opacity: 0, pointerEvents: "none" }}
          />
          {choice.label}
        </Box>
      ))}
    </Flex>
  );
}

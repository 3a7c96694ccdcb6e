import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";

type Props = { name: string; on: boolean; label: string; note?: string; onChoose: () => void; children: ReactNode };

/** One of several, each with a small picture of it. */
export function Radio({ name, on, label, note, onChoose, children }: Props) {
  return (
    <Flex
      as="label"
      align="center"
      gap="12px"
      px="10px"
      py="6px"
      mb="6px"
      borderWidth="1px"
      borderRadius="6px"
      borderColor={on ? "leaf" : "edge"}
      bg="card"
      cursor="pointer"
      fontWeight={on ? "600" : "400"}
      css={{ "&:has(input:focus-visible)": { outline: "2px solid {colors.focus}", outlineOffset: "2px" } }}
    >
      <input
        type="radio"
        name={name}
        checked={on}
        onChange={onChoose}
        style={{ position: "absolute", opacity: 0, pointerEvents: "none" }}
      />
      <Flex w="30px" h="22px" align="center" justify="center" flex="none">
        {children}
      </Flex>
      <Box flex="1">{label}</Box>
      {note && (
        <Box color="quiet" fontWeight="400">
          {note}
        </Box>
      )}
    </Flex>
  );
}

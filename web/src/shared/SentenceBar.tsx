import { Flex } from "@chakra-ui/react";
import type { ReactNode, RefObject } from "react";
import { type Piece, Sentence } from "./Sentence";

type Props = {
  own: RefObject<HTMLDivElement | null>;
  label: string;
  pieces: readonly Piece[];
  children: ReactNode;
};

/** The sentence that is what a screen is about, and what can be done with it at its end, or below it where there is little room. */
export function SentenceBar({ own, label, pieces, children }: Props) {
  return (
    <Flex
      ref={own}
      align={{ base: "stretch", lg: "center" }}
      direction={{ base: "column", lg: "row" }}
      justify="space-between"
      gap="12px"
      px="18px"
      py="13px"
      bg="paper"
      borderBottomWidth="1px"
      borderColor="edge"
      flex="none"
    >
      <Sentence label={label} large pieces={pieces} />
      <Flex gap="8px" flex="none">
        {children}
      </Flex>
    </Flex>
  );
}

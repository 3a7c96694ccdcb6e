import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";

type Props = {
  heading: string;
  note?: ReactNode;
  /** It holds words alone, so that the keys reach what is below its edge only if they can stand on it. */
  words?: boolean;
  children: ReactNode;
};

/** One of the panels of the tray. */
export function Panel({ heading, note, words, children }: Props) {
  return (
    <Box
      {...(words ? { tabIndex: 0, role: "group", "aria-label": heading } : {})}
      px="16px"
      py="11px"
      borderLeftWidth={{ base: "0", lg: "1px" }}
      borderTopWidth={{ base: "1px", lg: "0" }}
      borderColor="line"
      _first={{ borderLeftWidth: 0, borderTopWidth: 0 }}
      minW="0"
      overflowX="hidden"
      overflowY="auto"
    >
      <Flex textStyle="label" justify="space-between" mb="6px" gap="8px">
        <Box as="h2" truncate title={heading}>
          {heading}
        </Box>
        <Box fontWeight="400" flex="none">
          {note}
        </Box>
      </Flex>
      {children}
    </Box>
  );
}

import { Box, Flex, Image } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import mark from "../app/mark.svg";

/** The dark bar on top of every screen: the mark, where we are, and the actions of the screen. */
export function Bar({ trail, children }: { trail?: ReactNode; children?: ReactNode }) {
  return (
    <Flex
      as="header"
      minH="44px"
      flex="none"
      align="center"
      wrap={{ base: "wrap", lg: "nowrap" }}
      columnGap="16px"
      rowGap="4px"
      px="16px"
      py={{ base: "6px", lg: "0" }}
      bg="bar"
      color="onBar"
      whiteSpace="nowrap"
    >
      <Link to="/" aria-label="Mottled Finch, to the desk">
        <Flex align="center" gap="9px" fontWeight="600" fontSize="14px">
          <Image src={mark} alt="" w="22px" h="22px" />
          Mottled Finch
        </Flex>
      </Link>
      <Flex
        align="baseline"
        gap="8px"
        minW="0"
        flex={{ base: "1 0 100%", lg: "1" }}
        // where there is no room beside the mark it stands below, with the actions of the screen behind it
        maxW={{ base: "100%", lg: "none" }}
        overflow="hidden"
        color="onBarQuiet"
      >
        {trail}
      </Flex>
      <Flex align="center" gap="8px" flex={{ base: "0 1 auto", lg: "none" }} wrap={{ base: "wrap", lg: "nowrap" }}>
        {children}
      </Flex>
    </Flex>
  );
}

export function TrailEnd({ children }: { children: ReactNode }) {
  return (
    <Box as="h1" fontWeight="600" color="onBar" overflow="hidden" textOverflow="ellipsis">
      {children}
    </Box>
  );
}

import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { Button } from "./Button";

/** A whole screen that has nothing to show, and says why and where to go. */
export function Notice({ heading, children }: { heading: string; children: ReactNode }) {
  return (
    <Flex
      as="main"
      data-home
      tabIndex={-1}
      outline="none"
      direction="column"
      align="center"
      justify="center"
      h="calc(100% - 44px)"
      gap="10px"
      px="24px"
      textAlign="center"
    >
      <Box as="h1" textStyle="heading">
        {heading}
      </Box>
      <Box color="quiet" maxW="52ch" textWrap="balance">
        {children}
      </Box>
      <Button variant="plain" mt="6px" asChild>
        <Link to="/">To the desk</Link>
      </Button>
    </Flex>
  );
}

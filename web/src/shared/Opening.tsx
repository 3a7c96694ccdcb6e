import { Flex } from "@chakra-ui/react";
import { Bar } from "./Bar";

/** A screen that is on its way: the bar that every screen has, and what is being done. */
export function Opening({ what = "Opening" }: { what?: string }) {
  return (
    <Flex direction="column" h="100%">
      <Bar />
      <Flex flex="1" align="center" justify="center" color="quiet" role="status">
        {what}
      </Flex>
    </Flex>
  );
}

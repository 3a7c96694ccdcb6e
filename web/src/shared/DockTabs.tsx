import { Box, Tabs } from "@chakra-ui/react";
import type { ReactNode } from "react";

type Tab<T extends string> = { value: T; label: string; content: () => ReactNode };
type Props<T extends string> = {
  label: string;
  width: string;
  tabs: readonly Tab<T>[];
  tab: T;
  onTab: (tab: T) => void;
};

/** What is set at the right of a page, a tab each. */
export function DockTabs<T extends string>({ label, width, tabs, tab, onTab }: Props<T>) {
  return (
    <Box
      as="aside"
      aria-label={label}
      w={{ base: "100%", lg: width }}
      flex="none"
      bg="panel"
      borderLeftWidth={{ base: "0", lg: "1px" }}
      borderColor="edge"
      overflowY="auto"
    >
      <Tabs.Root value={tab} onValueChange={(change) => onTab(change.value as T)} variant="plain" lazyMount>
        <Tabs.List
          display="flex"
          flexWrap={{ base: "wrap", lg: "nowrap" }}
          w="100%"
          gap="0"
          borderBottomWidth="1px"
          borderColor="line"
        >
          {tabs.map(({ value, label: words }) => (
            <Tabs.Trigger
              key={value}
              value={value}
              data-label={words}
              flex="auto"
              flexDirection="column"
              gap="0"
              h="35px"
              px={{ base: "6px", lg: "0" }}
              fontSize="12.5px"
              justifyContent="center"
              color="quiet"
              fontWeight="400"
              borderRadius="0"
              borderTopWidth="2px"
              borderColor="transparent"
              // as wide as it is when it is chosen, so that the others stay where they are
              _after={{
                content: "attr(data-label)",
                h: "0",
                overflow: "hidden",
                visibility: "hidden",
                fontWeight: "600",
              }}
              _selected={{ color: "ink", fontWeight: "600", bg: "paper", borderTopColor: "amberLine" }}
            >
              {words}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {tabs.map(({ value, content }) => (
          <Tabs.Content key={value} value={value} p="16px" pt="14px">
            {content()}
          </Tabs.Content>
        ))}
      </Tabs.Root>
    </Box>
  );
}

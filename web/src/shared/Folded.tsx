import { Box, CloseButton, Flex } from "@chakra-ui/react";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { Button } from "./Button";

type Part = { name: string; content: ReactNode };

/**
 * Where there is no room beside the page, its parts lie folded at the foot of the window: a button each, which lays the part over the
 * lower half, so that the page above it shows what is being set.
 */
export function Folded({ parts }: { parts: readonly Part[] }) {
  const [open, setOpen] = useState<string | null>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const bar = useRef<HTMLDivElement>(null);
  const shown = parts.find(({ name }) => name === open);
  useEffect(() => {
    if (!open) return;
    // The page is seen above what sets it.
    document.querySelector("[data-home]")?.scrollIntoView({ block: "start" });
    sheet.current?.focus({ preventScroll: true });
  }, [open]);

  function close() {
    const before = open;
    setOpen(null);
    bar.current?.querySelector<HTMLElement>(`[data-folded="${before}"]`)?.focus();
  }

  return (
    <Box position="sticky" bottom="0" zIndex={20} flex="none" mt="auto">
      {shown && (
        <Flex
          ref={sheet}
          role="region"
          aria-label={shown.name}
          tabIndex={-1}
          outline="none"
          direction="column"
          position="absolute"
          left="0"
          right="0"
          bottom="100%"
          maxH="min(58vh, 520px)"
          bg="panel"
          borderTopWidth="2px"
          borderColor="amberLine"
          boxShadow="list"
          // A card that a phrase opened takes its own Escape first.
          onKeyDown={(event) => event.key === "Escape" && !event.defaultPrevented && close()}
        >
          <Flex align="center" justify="space-between" px="16px" h="36px" flex="none" textStyle="label">
            <Box as="h2">{shown.name}</Box>
            <CloseButton size="2xs" aria-label={`Put ${shown.name.toLowerCase()} away`} onClick={close} />
          </Flex>
          <Box overflowY="auto" minH="0">
            {shown.content}
          </Box>
        </Flex>
      )}
      <Flex ref={bar} gap="8px" px="12px" py="6px" bg="paper" borderTopWidth="1px" borderColor="edge">
        {parts.map(({ name }) => (
          <Button
            key={name}
            data-folded={name}
            variant={name === open ? "dark" : "plain"}
            size="sm"
            flex="1"
            aria-expanded={name === open}
            onClick={() => (name === open ? close() : setOpen(name))}
          >
            {name}
          </Button>
        ))}
      </Flex>
    </Box>
  );
}

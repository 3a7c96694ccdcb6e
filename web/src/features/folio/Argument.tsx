import { Box, chakra, Flex, Grid, VisuallyHidden } from "@chakra-ui/react";
import { type DragEvent, type KeyboardEvent, useRef, useState } from "react";
import type { FolioPage, FolioPages } from "../../api/client";
import { ARRANGEMENT_TERMS } from "../../api/vocabulary";
import { OneOf } from "../../shared/OneOf";
import { Opens } from "../../shared/Opens";
import {
  type Arrangement,
  arrangementOf,
  type Change,
  pagesOf,
  withoutPage,
  withPageAdded,
  withPageMoved,
} from "./folios";

type Props = {
  data: FolioPages;
  /** The page that is looked at, counted from 0. */
  at: number;
  onGo: (at: number) => void;
  onChange: (change: Change) => void;
};

/** The headlines of all pages as one text that can be read alone. Pages are moved by dragging, or by Alt with the arrows. */
export function Argument({ data, at, onGo, onChange }: Props) {
  const list = useRef<HTMLOListElement>(null);
  const [over, setOver] = useState<number | null>(null);
  const dragged = useRef<number | null>(null);
  const pages = pagesOf(data.spec);

  function go(to: number) {
    if (to < 0 || to >= pages.length) return;
    onGo(to);
    requestAnimationFrame(() => list.current?.querySelector<HTMLElement>(`[data-page="${to}"]`)?.focus());
  }

  function move(from: number, to: number) {
    if (to < 0 || to >= pages.length || to === from) return;
    onChange(withPageMoved(from, to));
    go(to);
  }

  function onKeyDown(event: KeyboardEvent, i: number) {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step) {
      event.preventDefault();
      if (event.altKey) move(i, i + step);
      else go(i + step);
    }
    if (event.key === "Home" || event.key === "End") {
      event.preventDefault();
      go(event.key === "Home" ? 0 : pages.length - 1);
    }
    if (event.key === "Delete") {
      event.preventDefault();
      onChange(withoutPage(i));
      go(Math.min(i, pages.length - 2));
    }
  }

  function onDrop(event: DragEvent) {
    event.preventDefault();
    const from = dragged.current;
    if (from !== null && over !== null) move(from, over > from ? over - 1 : over);
    setOver(null);
    dragged.current = null;
  }

  return (
    <Flex
      as="nav"
      aria-label="The argument"
      direction="column"
      w={{ base: "100%", lg: "252px" }}
      flex="none"
      borderRightWidth={{ base: "0", lg: "1px" }}
      borderColor="edge"
      overflowY="auto"
    >
      <Box as="h2" textStyle="label" px="16px" pt="14px" pb="12px">
        The argument, claim by claim
      </Box>
      <Box
        as="ol"
        ref={list}
        listStyleType="none"
        onDragOver={(event: DragEvent) => dragged.current !== null && event.preventDefault()}
        onDrop={onDrop}
      >
        {data.pages.map((page, i) => (
          <Entry
            key={page.number}
            page={page}
            kind={ARRANGEMENT_TERMS[arrangementOf(pages[i] ?? {})].said}
            on={i === at}
            over={over === i}
            onGo={() => onGo(i)}
            onKeyDown={(event) => onKeyDown(event, i)}
            onDragStart={() => {
              dragged.current = i;
            }}
            onDragOver={(event) => {
              if (dragged.current === null) return;
              const box = event.currentTarget.getBoundingClientRect();
              setOver(event.clientY > box.top + box.height / 2 ? i + 1 : i);
            }}
            onDragEnd={() => {
              setOver(null);
              dragged.current = null;
            }}
          />
        ))}
        {over === pages.length && <Box as="li" aria-hidden h="2px" bg="amberLine" />}
      </Box>
      <AddPage
        onAdd={(arrange) => {
          onChange(withPageAdded(pages.length ? at : -1, { arrange, plates: undefined }));
          go(pages.length ? at + 1 : 0);
          onGo(pages.length ? at + 1 : 0);
        }}
      />
    </Flex>
  );
}

type EntryProps = {
  page: FolioPage;
  kind: string;
  on: boolean;
  over: boolean;
  onGo: () => void;
  onKeyDown: (event: KeyboardEvent) => void;
  onDragStart: () => void;
  onDragOver: (event: DragEvent<HTMLElement>) => void;
  onDragEnd: () => void;
};

function Entry({ page, kind, on, over, onGo, ...more }: EntryProps) {
  const broken = page.claims.filter(({ holds }) => !holds).length;
  const held = page.claims.length - broken;
  const moved = page.since.number > 0 || page.since.lines.length > 0;
  const state = broken
    ? `${broken === 1 ? "a claim does" : `${broken} claims do`} not hold`
    : held
      ? "what it claims holds"
      : "";
  return (
    <li>
      <chakra.button
        type="button"
        data-page={page.number - 1}
        draggable
        aria-current={on ? "page" : undefined}
        data-headline={page.title}
        aria-keyshortcuts="Alt+ArrowUp Alt+ArrowDown Delete"
        display="flex"
        position="relative"
        gap="10px"
        w="100%"
        px="16px"
        py="11px"
        textAlign="start"
        cursor="pointer"
        borderTopWidth="1px"
        borderColor="line"
        bg={on ? "amberWash" : undefined}
        boxShadow={over ? "inset 0 2px 0 {colors.amberLine}" : undefined}
        _hover={on ? undefined : { bg: "panel" }}
        onClick={onGo}
        {...more}
      >
        {moved && (
          <Box
            aria-hidden
            title="Changed since the edition before"
            position="absolute"
            left="5px"
            top="17px"
            w="6px"
            h="6px"
            borderRadius="full"
            bg="amberLine"
          />
        )}
        <Box color="quiet" w="14px" flex="none" fontVariantNumeric="tabular-nums">
          <VisuallyHidden>Page </VisuallyHidden>
          {page.number}
        </Box>
        <Box flex="1" minW="0">
          <Box fontWeight="600" lineHeight="1.3" color={page.title ? "ink" : "quiet"} overflowWrap="anywhere">
            {page.title || "No headline yet"}
          </Box>
          <Box color="quiet" textStyle="small" mt="2px">
            {kind}
            {moved && <VisuallyHidden>, changed since the edition before</VisuallyHidden>}
          </Box>
          {state && (
            <Flex align="center" gap="5px" textStyle="small" mt="3px" color={broken ? "alarm" : "quiet"}>
              <Box as="span" aria-hidden fontWeight="600">
                {broken ? "✕" : "✓"}
              </Box>
              {state}
            </Flex>
          )}
        </Box>
        {page.colors.length > 0 && (
          <Grid templateColumns="repeat(3, 8px)" gap="1px" alignContent="start" pt="3px" flex="none" aria-hidden>
            {page.colors.map((color, i) => (
              <Box key={`${i} ${color}`} h="6px" style={{ background: color }} />
            ))}
          </Grid>
        )}
      </chakra.button>
    </li>
  );
}

const KINDS = Object.entries(ARRANGEMENT_TERMS).map(([name, { title }]) => [name as Arrangement, title] as const);

function AddPage({ onAdd }: { onAdd: (arrange: Arrangement) => void }) {
  const [open, setOpen] = useState(false);
  return (
    <Box px="16px" py="12px" borderTopWidth="1px" borderColor="line">
      <Opens
        open={open}
        onOpen={setOpen}
        label="A page, arranged as"
        placement="bottom-start"
        trigger={
          <chakra.button
            type="button"
            w="100%"
            h="32px"
            color="quiet"
            borderWidth="1px"
            borderStyle="dashed"
            borderColor="control"
            borderRadius="5px"
            cursor="pointer"
            _hover={{ bg: "amberWash", color: "ink" }}
          >
            Add a page
          </chakra.button>
        }
      >
        <OneOf
          label="A page, arranged as"
          value={"plate" as Arrangement}
          options={KINDS}
          onChoose={(arrange) => {
            setOpen(false);
            onAdd(arrange);
          }}
        />
      </Opens>
    </Box>
  );
}

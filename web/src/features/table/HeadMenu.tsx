import { Box, Flex, Menu } from "@chakra-ui/react";
import { ArrowDown, ArrowUp } from "lucide-react";
import type { ColumnInfo, Mend, RecordsAsked } from "../../api/client";
import { KIND_WORDS } from "../../shared/kinds";
import { MenuCard, MenuLine } from "../../shared/MenuCard";
import { counted } from "../../shared/numbers";
import { Bars } from "./Bars";
import { oddOf } from "./widths";

type Props = {
  column: ColumnInfo;
  asked: RecordsAsked;
  onSort: (descending: boolean | null) => void;
  onMend: (kind: Mend["do"]) => void;
};

const OF_TEXT: [Mend["do"], string][] = [
  ["merge", "Merge spellings"],
  ["relabel", "Relabel by a list"],
  ["tidy", "Trim and case"],
  ["split", "Split at a mark"],
];
const OF_ALL: [Mend["do"], string][] = [
  ["kind", "Change the kind"],
  ["fill", "Fill blanks down"],
  ["drop", "Leave records out by it"],
  ["compute", "Compute from it"],
  ["rename", "Rename"],
];

/** A column's head: its name, kind, what is odd about it, and its distribution. It opens what can be done with the column. */
export function HeadMenu({ column, asked, onSort, onMend }: Props) {
  const wordy = column.kind === "category" || column.kind === "yes_no";
  const sorted = asked.sort === column.name;
  return (
    <Menu.Root positioning={{ placement: "bottom-start" }} lazyMount unmountOnExit>
      <Menu.Trigger asChild>
        <Box
          as="button"
          w="100%"
          h="100%"
          px="10px"
          pt="8px"
          textAlign="start"
          cursor="pointer"
          display="block"
          verticalAlign="top"
          _hover={{ bg: "amberWash" }}
          _expanded={{ bg: "amberWash" }}
          _focusVisible={{ outlineOffset: "-2px" }}
          title={[column.name, ...column.notes].join("; ")}
        >
          <Flex align="center" gap="3px" fontWeight="600" lineHeight="1.3">
            <Box truncate css={{ "&::first-letter": { textTransform: "uppercase" } }}>
              {column.words}
            </Box>
            {sorted &&
              (asked.descending ? (
                <ArrowDown size={12} aria-label="falling" />
              ) : (
                <ArrowUp size={12} aria-label="rising" />
              ))}
          </Flex>
          <Box textStyle="small" color="quiet" truncate>
            {KIND_WORDS[column.kind]}{" "}
            <Box as="span" color="link" fontWeight="600">
              {oddOf(column).join(", ")}
            </Box>
          </Box>
          <Bars heights={column.bars} label={`Distribution of ${column.words}`} />
        </Box>
      </Menu.Trigger>
      <MenuCard width="230px">
        <Box px="10px" py="4px" color="quiet" textStyle="small" maxW="260px">
          {counted(column.distinct, "different value")}
          {column.notes.length > 0 && `; ${column.notes.join("; ")}`}
        </Box>
        <Menu.Separator />
        <MenuLine value="up" onClick={() => onSort(false)}>
          Sort ascending
        </MenuLine>
        <MenuLine value="down" onClick={() => onSort(true)}>
          Sort descending
        </MenuLine>
        {sorted && (
          <MenuLine value="none" onClick={() => onSort(null)}>
            Back to the file's order
          </MenuLine>
        )}
        <Menu.Separator />
        {[...(wordy ? OF_TEXT : []), ...OF_ALL].map(([kind, words]) => (
          <MenuLine key={kind} value={kind} onClick={() => onMend(kind)}>
            {words}
          </MenuLine>
        ))}
      </MenuCard>
    </Menu.Root>
  );
}

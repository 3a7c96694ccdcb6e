import { Box, Menu } from "@chakra-ui/react";
import type { Workbench } from "../../api/client";
import { Button } from "../../shared/Button";
import { MenuCard, MenuLine } from "../../shared/MenuCard";
import { counted, whenSaved } from "../../shared/numbers";

/** The deliveries of the table; an older one can be made to stand again. */
export function Editions({ bench, onReturn }: { bench: Workbench; onReturn: (number: number) => void }) {
  const words = `edition ${bench.table.edition}, read ${whenSaved(bench.table.read)}`;
  if (bench.editions.length < 2) {
    return (
      <Box as="span" textStyle="small" pl="8px">
        {words}
      </Box>
    );
  }
  return (
    <Menu.Root positioning={{ placement: "bottom-start" }}>
      <Menu.Trigger asChild>
        <Button variant="bareOnBar" size="sm" aria-label={`Editions: ${words}`}>
          {words}
        </Button>
      </Menu.Trigger>
      <MenuCard width="320px">
        {[...bench.editions].reverse().map((edition) => (
          <MenuLine
            key={edition.number}
            value={String(edition.number)}
            disabled={edition.stands}
            onClick={() => onReturn(edition.number)}
          >
            <Box flex="1">
              <Box fontWeight="600">
                {edition.stands ? `Edition ${edition.number} stands` : `Let edition ${edition.number} stand`}
              </Box>
              <Box color="quiet" textStyle="small">
                {counted(edition.records, "record")}, {edition.file_name}
              </Box>
            </Box>
            <Box color="quiet" textStyle="small">
              {whenSaved(edition.read)}
            </Box>
          </MenuLine>
        ))}
      </MenuCard>
    </Menu.Root>
  );
}

import { Box, Dialog, Flex } from "@chakra-ui/react";
import { useState } from "react";
import { api, type Figure, type Lines, recordsAddress, type TableInfo } from "../../../api/client";
import { Button } from "../../../shared/Button";
import { Choice } from "../../../shared/Choice";
import { counted } from "../../../shared/numbers";
import { Sheet } from "../../../shared/Sheet";
import { RecordGrid } from "../../table";

type Props = { plate: number; revision: string; table: TableInfo; figure: Figure; lines: Lines; onClose: () => void };

/** The records behind a cell, a head or a total: a grid that holds only what is in view, and the way to save them all. */
export function RecordsSheet({ plate, revision, table, figure, lines, onClose }: Props) {
  const [total, setTotal] = useState<number | null>(null);
  const [there, setThere] = useState(() => onlyThere(figure, lines));
  const sides = figure.against?.sides;
  return (
    <Sheet heading={nameOf(figure, lines)} open onClose={onClose} width="1120px">
      <Dialog.Body pt="0" pb="16px">
        <Flex justify="space-between" align="center" mb="10px">
          <Box color="quiet" role="status">
            {total === null ? "Fetching the records" : counted(total, "record")}
          </Box>
          {sides && (
            <Choice
              label="Of which side"
              value={there ? "there" : "here"}
              choices={[
                { value: "here", label: "this side" },
                { value: "there", label: figure.against?.words ?? "" },
              ]}
              onChange={(side) => {
                setTotal(null);
                setThere(side === "there");
              }}
            />
          )}
          <Button variant="dark" size="sm" asChild>
            <a href={recordsAddress(plate, lines, there)} download>
              Save as CSV
            </a>
          </Button>
        </Flex>
        <Flex h="min(520px, 60vh)" borderWidth="1px" borderColor="edge" borderRadius="6px" overflow="hidden">
          <RecordGrid
            source={{
              key: ["behind", plate, revision, lines, there],
              window: (start, count) =>
                api.recordsBehind(plate, { ...lines, start, count, ...(there ? { there } : {}) }),
            }}
            records={total ?? 0}
            columns={table.columns}
            asked={{}}
            onTotal={setTotal}
            head={(column) => (
              <Flex h="100%" align="center" px="10px" fontWeight="600" title={column.name}>
                <Box truncate>{column.words}</Box>
              </Flex>
            )}
          />
        </Flex>
      </Dialog.Body>
    </Sheet>
  );
}

/** Whether the other side alone has records of a cell. */
function onlyThere(figure: Figure, { row, column }: Lines): boolean {
  if (row < 0 || column < 0 || row >= figure.rows.length || column >= figure.columns.length) return false;
  return figure.scene.grid?.gone.includes(row * figure.columns.length + column) ?? false;
}

function nameOf(figure: Figure, { row, column }: Lines): string {
  const line = (members: readonly string[], groups: Figure["row_groups"], at: number) =>
    at < 0 || at >= members.length + groups.length
      ? ""
      : at < members.length
        ? members[at]
        : groups[at - members.length]?.labels.join(", ");
  const names = [line(figure.rows, figure.row_groups, row), line(figure.columns, figure.column_groups, column)];
  return names.filter(Boolean).join(", ") || "All records kept";
}

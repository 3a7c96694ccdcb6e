import { Box, Flex } from "@chakra-ui/react";
import { Link } from "react-router";
import { api, sentenceOf, type TableInfo } from "../../api/client";
import { Button } from "../../shared/Button";
import { counted, grouped, whenSaved } from "../../shared/numbers";
import { useRemove } from "../../shared/removing";
import { MoreMenu } from "./MoreMenu";

/** A table: how much of it there is, how old it is, and what of it could not be read. */
export function TableCard({ table, onRefusal }: { table: TableInfo; onRefusal: (sentence: string) => void }) {
  const removing = useRemove();
  const misfits = table.columns.reduce(
    (sum, column) => sum + column.misfits.reduce((all, misfit) => all + misfit.records, 0),
    0,
  );

  async function attempt(action: () => Promise<void>) {
    try {
      await action();
    } catch (error) {
      onRefusal(sentenceOf(error));
    }
  }
  const remove = () => attempt(() => removing("table", table.id, () => api.removeTable(table.id)));

  return (
    <Box as="article" mt="12px" p="14px" bg="card" borderWidth="1px" borderColor="line" borderRadius="8px">
      <Flex justify="space-between" gap="8px">
        <Box fontWeight="600" truncate title={table.name}>
          <Link to={`/tables/${table.id}`}>{table.name}</Link>
        </Box>
        <Box color="quiet" textStyle="small" whiteSpace="nowrap">
          read {whenSaved(table.read)}
        </Box>
      </Flex>
      <Box color="quiet" mt="2px">
        {counted(table.records, "record")}, {counted(table.columns.length, "column")}
      </Box>
      {table.problem && (
        <Box color="alarm" textStyle="small" mt="2px">
          It cannot be shown: {table.problem}
        </Box>
      )}
      {misfits > 0 && (
        <Box color="link" textStyle="small" mt="2px" title={misfitWords(table)}>
          {grouped(misfits)} values did not fit their column and are blank
        </Box>
      )}
      <Flex mt="10px" gap="8px">
        <Button variant="plain" size="sm" asChild>
          <Link to={`/tables/${table.id}/looks`}>Make a plate</Link>
        </Button>
        <Button variant="plain" size="sm" asChild>
          <Link to={`/tables/${table.id}`}>Open</Link>
        </Button>
        <MoreMenu label={`More about ${table.name}`} action="Remove this table" onAction={remove} />
      </Flex>
    </Box>
  );
}

function misfitWords(table: TableInfo): string {
  return table.columns
    .filter((column) => column.misfits.length)
    .map(
      (column) =>
        `${column.words}: ${column.misfits.map(({ text, records }) => `“${text}” ${records === 1 ? "once" : `${grouped(records)} times`}`).join(", ")}`,
    )
    .join("; ");
}

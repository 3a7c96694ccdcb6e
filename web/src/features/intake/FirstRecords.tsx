import { Box } from "@chakra-ui/react";
import type { Look } from "../../api/client";
import { KIND_WORDS } from "../../shared/kinds";

/** The first records, as they would be read. */
export function FirstRecords({ look }: { look: Look }) {
  const rows = look.cells[0]?.length ?? 0;
  const noted = look.columns.some((column) => column.notes.length > 0);
  return (
    <Box flex="1" overflow="auto" bg="card" tabIndex={0} role="region" aria-label="The first records">
      <Box as="table" css={TABLE}>
        <thead>
          <tr>
            <th>
              <div>Record</div>
              <small aria-hidden>{"\u00a0"}</small>
              {noted && <small aria-hidden>{"\u00a0"}</small>}
            </th>
            {look.columns.map((column) => (
              <th key={column.name} data-kind={column.kind} title={column.notes.join("; ") || undefined}>
                <div>{column.words}</div>
                <small>{KIND_WORDS[column.kind]}</small>
                {noted && <small data-note>{column.notes.join("; ") || "\u00a0"}</small>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {Array.from({ length: rows }, (_, row) => (
            <tr key={row}>
              <td>{row + 1}</td>
              {look.columns.map((column, i) => (
                <td key={column.name} data-kind={column.kind}>
                  {look.cells[i]?.[row]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}

const TABLE = {
  borderCollapse: "separate",
  borderSpacing: 0,
  "& th, & td": {
    textAlign: "start",
    whiteSpace: "nowrap",
    maxWidth: "320px",
    overflow: "hidden",
    textOverflow: "ellipsis",
    padding: "0 12px",
    height: "26px",
    borderRight: "1px solid {colors.line}",
    borderBottom: "1px solid {colors.line}",
  },
  "& th": {
    position: "sticky",
    top: 0,
    height: "46px",
    paddingBlock: "4px",
    background: "{colors.paper}",
    fontWeight: 600,
    borderBottomColor: "{colors.edge}",
  },
  "& th small": { display: "block", fontWeight: 400, color: "{colors.quiet}", fontSize: "12px" },
  "& th [data-note]": { color: "{colors.ink}", maxWidth: "220px", overflow: "hidden", textOverflow: "ellipsis" },
  "& td:first-of-type": { color: "{colors.quiet}", textAlign: "end", background: "{colors.paper}", fontSize: "12px" },
  "& th:first-of-type": {
    fontWeight: 400,
    color: "{colors.quiet}",
    fontSize: "12px",
    verticalAlign: "top",
    paddingTop: "8px",
  },
  '& [data-kind="number"]': { textAlign: "end" },
};

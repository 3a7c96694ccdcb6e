import { Box, Flex } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { api, type Comparison, type Import } from "../../api/client";
import { Button } from "../../shared/Button";
import { KIND_WORDS } from "../../shared/kinds";
import { atMost, counted, grouped } from "../../shared/numbers";
import { Select } from "../../shared/Select";

type Props = {
  given: Import;
  comparison: Comparison;
  working: boolean;
  /** The mapping with which plates could not be made, as the server has said. */
  doubted: Record<string, string> | null;
  onAccept: (renames: Record<string, string>, against: number, anyway: boolean) => void;
  onLeave: () => void;
};

/** What a newer edition would change, before it changes anything. */
export function Compared({ given, comparison, working, doubted, onAccept, onLeave }: Props) {
  const [renames, setRenames] = useState<Record<string, string>>(() =>
    Object.fromEntries(
      comparison.missing.flatMap(({ field, may_be }) => (may_be[0] && may_be.length === 1 ? [[field, may_be[0]]] : [])),
    ),
  );
  const { missing, new_columns } = comparison;
  const unmapped = missing.filter(({ field }) => !renames[field]);
  const chosen = Object.fromEntries(Object.entries(renames).filter(([, name]) => name));
  // What would change is asked anew for each mapping; until the answer comes, what is known without it stands.
  const mapped = useQuery({
    queryKey: ["mapped", given.id, comparison.against, chosen],
    queryFn: () => api.mapImport(given.id, chosen),
    enabled: Object.keys(chosen).length > 0,
    placeholderData: keepPreviousData,
    staleTime: 60_000,
  });
  const shown = (Object.keys(chosen).length > 0 && mapped.data?.comparison) || comparison;
  const { other_kinds, categories, totals, problems, unfound } = shown;
  const spans = shown.spans.filter(({ before, after }) => before[0] !== after[0] || before[1] !== after[1]);
  const taken = comparison.taken !== null;
  const lacks = problems.length > 0 || JSON.stringify(doubted) === JSON.stringify(chosen);
  return (
    <Flex as="main" data-home tabIndex={-1} outline="none" direction="column" flex="1" minH="0">
      <Flex px="18px" py="14px" bg="paper" borderBottomWidth="1px" borderColor="edge" align="center" gap="16px">
        <Box flex="1" textStyle="statement" color="quiet">
          Edition {given.edition} would hold <Strong>{counted(shown.records_after, "record")}</Strong> in place of{" "}
          <Strong>{grouped(shown.records_before)}</Strong>; <Strong>{grouped(shown.same)}</Strong> are as before.
        </Box>
        <Button variant={taken ? "lead" : "plain"} onClick={onLeave}>
          Discard it
        </Button>
        <Button
          variant={taken ? "plain" : "lead"}
          disabled={working || mapped.isFetching}
          onClick={() => onAccept(chosen, shown.against, lacks)}
        >
          Accept edition {given.edition}
          {lacks ? " anyway" : ""}
        </Button>
      </Flex>
      {taken && (
        <Box role="status" px="18px" py="10px" bg="amberWash">
          This file is edition {comparison.taken} of the table already. Discard it
          {comparison.taken === comparison.against ? "." : ", and return to that one in the list of editions."}
        </Box>
      )}
      <Box flex="1" overflowY="auto" px="18px" py="18px" bg="panel">
        <Box css={{ columnWidth: "380px", columnGap: "16px", maxWidth: "1600px" }}>
          {missing.length > 0 && (
            <Card
              heading="Missing columns"
              note={unmapped.length ? `${unmapped.length} not mapped` : "all mapped"}
              alarm={unmapped.length > 0}
            >
              {missing.map(({ field, kind, may_be }) => (
                <Flex key={field} align="center" gap="10px" py="5px" borderTopWidth="1px" borderColor="line">
                  <Box flex="1" overflowWrap="anywhere">
                    <Strong>{said(field)}</Strong> <Quiet>{KIND_WORDS[kind]}</Quiet>
                  </Box>
                  <Box w="190px">
                    <Select
                      label={`What stands for ${field}`}
                      value={renames[field] ?? ""}
                      options={[
                        ["", "nothing stands for it"],
                        ...[...may_be, ...new_columns.filter((name) => !may_be.includes(name))].map(
                          (name) => [name, `now called ${said(name)}`] as const,
                        ),
                      ]}
                      onChange={(name) => setRenames({ ...renames, [field]: name })}
                    />
                  </Box>
                </Flex>
              ))}
              <Quiet>
                A mapping is kept as a mend. Plates that use a column that is gone will say so and can be mapped later.
              </Quiet>
            </Card>
          )}
          {problems.length > 0 && (
            <Card heading="Mends that no longer fit" note={counted(problems.length, "mend")} alarm>
              {problems.map(({ words, problem }) => (
                <Box key={words} py="5px" borderTopWidth="1px" borderColor="line">
                  {words}
                  <Box color="alarm">{problem}</Box>
                </Box>
              ))}
            </Card>
          )}
          {unfound.length > 0 && (
            <Card heading="Without a line in another table" note={counted(unfound.length, "mend")}>
              {unfound.map(({ words, problem }) => (
                <Box key={words} py="5px" borderTopWidth="1px" borderColor="line">
                  {words}
                  <Box color="quiet">{problem}</Box>
                </Box>
              ))}
            </Card>
          )}
          {totals.length > 0 && (
            <Card heading="Totals" note="before and after">
              <Box as="table" w="100%" css={FIGURES}>
                <thead>
                  <tr>
                    <th>Sum of</th>
                    <th>before</th>
                    <th>after</th>
                    <th>change</th>
                  </tr>
                </thead>
                <tbody>
                  {totals.map((total) => (
                    <tr key={total.field}>
                      <th>
                        {said(total.field)}
                        {total.blanks_after !== total.blanks_before && (
                          <Quiet>
                            {" "}
                            {grouped(total.blanks_before)} to {grouped(total.blanks_after)} blank
                          </Quiet>
                        )}
                      </th>
                      <td>{sum(total.sum_before)}</td>
                      <td>{sum(total.sum_after)}</td>
                      <td>{change(total.sum_before, total.sum_after)}</td>
                    </tr>
                  ))}
                </tbody>
              </Box>
            </Card>
          )}
          {categories.map((each) => (
            <Card
              key={each.field}
              heading={`Categories of ${said(each.field)}`}
              note={`${each.new_count} new, ${each.vanished_count} gone`}
            >
              <Listed heading="New" items={each.new} more={each.new_count - each.new.length} />
              <Listed heading="Gone" items={each.vanished} more={each.vanished_count - each.vanished.length} />
            </Card>
          ))}
          {(shown.new_columns.length > 0 || other_kinds.length > 0 || spans.length > 0) && (
            <Card heading="Columns" note="">
              {spans.map(({ field, before, after }) => (
                <Box key={field} py="4px" borderTopWidth="1px" borderColor="line">
                  <Strong>{said(field)}</Strong> runs to {after[1] || "nothing"}
                  <Quiet> (before: {before[1] || "nothing"})</Quiet>
                </Box>
              ))}
              {shown.new_columns.map((name) => (
                <Box key={name} py="4px" borderTopWidth="1px" borderColor="line">
                  <Strong>{said(name)}</Strong> is new
                </Box>
              ))}
              {other_kinds.map(([name = "", before, after]) => (
                <Box key={name} py="4px" borderTopWidth="1px" borderColor="line" color="alarm">
                  <Strong>{said(name)}</Strong> was {KIND_WORDS[before ?? ""]} and is now {KIND_WORDS[after ?? ""]}
                </Box>
              ))}
            </Card>
          )}
        </Box>
      </Box>
    </Flex>
  );
}

function Card({
  heading,
  note,
  alarm,
  children,
}: {
  heading: string;
  note: string;
  alarm?: boolean;
  children: ReactNode;
}) {
  return (
    <Box
      as="section"
      bg="card"
      borderWidth="1px"
      borderColor={alarm ? "alarm" : "line"}
      borderRadius="8px"
      p="14px"
      mb="16px"
      breakInside="avoid"
    >
      <Flex justify="space-between" mb="6px" gap="10px">
        <Box as="h2" fontWeight="600">
          {heading}
        </Box>
        <Box textStyle="label" color={alarm ? "alarm" : "link"}>
          {note}
        </Box>
      </Flex>
      {children}
    </Box>
  );
}

function Listed({
  heading,
  items,
  more,
}: {
  heading: string;
  items: { text: string; records: number }[];
  more: number;
}) {
  if (!items.length) return null;
  return (
    <Box mt="6px">
      <Box textStyle="label">{heading}</Box>
      {items.slice(0, 12).map(({ text, records }) => (
        <Flex key={text} justify="space-between" gap="12px" py="2px">
          <Box overflowWrap="anywhere">{text}</Box>
          <Box color="quiet" whiteSpace="nowrap">
            {counted(records, "record")}
          </Box>
        </Flex>
      ))}
      {items.length + more > 12 && <Quiet>and {grouped(items.length + more - 12)} more</Quiet>}
    </Box>
  );
}

/** A column as it is said elsewhere. */
const said = (field: string) => field.replaceAll("_", " ");

const Strong = ({ children }: { children: ReactNode }) => (
  <Box as="span" color="ink" fontWeight="600">
    {children}
  </Box>
);
const Quiet = ({ children }: { children: ReactNode }) => (
  <Box as="span" color="quiet" textStyle="small" fontWeight="400">
    {children}
  </Box>
);

const FIGURES = {
  "& th": { textAlign: "start", fontWeight: 400, padding: "4px 0", borderTop: "1px solid {colors.line}" },
  "& thead th": { color: "{colors.quiet}", fontSize: "12px", borderTop: 0 },
  "& td, & thead th:not(:first-of-type)": { textAlign: "end", padding: "4px 0 4px 14px" },
  "& td": { borderTop: "1px solid {colors.line}" },
};

function sum(value: number | null): string {
  if (value === null) return "none";
  return atMost(value, Math.abs(value) < 100 ? 2 : 0);
}

function change(before: number | null, after: number | null): string {
  if (before === null || after === null || before === 0) return "";
  const share = (after - before) / Math.abs(before);
  const text = `${atMost(Math.abs(share), 1, 2)}%`;
  return share > 0 ? `+${text}` : share < 0 ? `−${text}` : "none";
}

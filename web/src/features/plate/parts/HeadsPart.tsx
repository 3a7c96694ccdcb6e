import { Box, CloseButton, Flex } from "@chakra-ui/react";
import type { Figure, Order, Recipe, TableInfo } from "../../../api/client";
import { Choice } from "../../../shared/Choice";
import { Line } from "../../../shared/Line";
import { Select } from "../../../shared/Select";
import { Toggle } from "../../../shared/Toggle";
import { withOrder, withoutAside, withTotals } from "../changes/pivots";
import type { Side } from "../changes/sides";
import type { Change } from "../changes/usePlate";
import { type Card, controls, Said } from "../fields/Said";
import { colorsOfTotals } from "../fields/totals";
import { headLooks } from "./headLooks";

type Props = { table: TableInfo; figure: Figure; recipe: Recipe; onChange: (change: Change) => void };
type By = NonNullable<Order["by"]>;

const NAMES: Record<Side, string> = { rows: "Rows", columns: "Columns" };
const DISTANCES = [
  ["colored", "apart as they are colored"],
  ["euclidean", "apart by straight distance"],
  ["cityblock", "apart by sum of differences"],
  ["cosine", "apart by the angle between"],
  ["correlation", "apart by how they move"],
] as const;
const LINKAGES = [
  ["average", "groups by their average pair"],
  ["complete", "groups by their farthest pair"],
  ["ward", "groups by least spread"],
] as const;

/** Whether a distance is one that Ward's linkage can be of. */
const isStraight = (distance: string) => distance === "colored" || distance === "euclidean";

/** Orders of both sides, what is set aside, totals, and how heads look. */
export function HeadsPart(props: Props) {
  return <Said part="heads" title="Heads" figure={props.figure} cards={cardsOf(props)} />;
}

/** What the phrases of the sentence open. */
function cardsOf({ table, figure, recipe, onChange }: Props): Record<string, Card> {
  const orders = (["rows", "columns"] as const).map((side): [string, Card] => [
    `order_${side}`,
    controls(`Order of ${side}`, <SideOrder side={side} {...{ figure, recipe, onChange }} />),
  ]);
  return {
    ...Object.fromEntries(orders),
    aside: controls("What is set aside", <Aside recipe={recipe} onChange={onChange} />),
    totals: controls("Totals", <Totals figure={figure} recipe={recipe} onChange={onChange} />, "290px"),
    ...headLooks({ table, figure, recipe, onChange }),
  };
}

/** Which totals stand on the page, in bands apart, and their colors. */
function Totals({ figure, recipe, onChange }: Omit<Props, "table">) {
  const totals = recipe.pivot.totals ?? {};
  const nested = { rows: figure.row_groups.length > 0, columns: figure.column_groups.length > 0 };
  const anyTotal = totals.rows || totals.columns || totals.row_groups || totals.column_groups;
  return (
    <Flex direction="column" gap="10px" mt="12px">
      <Toggle label="Of each row" on={totals.rows ?? false} onChange={(rows) => onChange(withTotals({ rows }))} />
      <Toggle
        label="Of each column"
        on={totals.columns ?? false}
        onChange={(columns) => onChange(withTotals({ columns }))}
      />
      {nested.rows && (
        <Toggle
          label="Below each group of rows"
          on={totals.row_groups ?? false}
          onChange={(row_groups) => onChange(withTotals({ row_groups }))}
        />
      )}
      {nested.columns && (
        <Toggle
          label="Behind each group of columns"
          on={totals.column_groups ?? false}
          onChange={(column_groups) => onChange(withTotals({ column_groups }))}
        />
      )}
      {anyTotal && (
        <Line label="Colors">
          <Select
            label="Colors of totals"
            value={totals.color ?? "none"}
            options={colorsOfTotals(recipe)}
            onChange={(color) => onChange(withTotals({ color: color as NonNullable<typeof totals.color> }))}
          />
        </Line>
      )}
      {anyTotal && recipe.cells?.values === "none" && (totals.color ?? "none") !== "none" && (
        <Toggle
          label="Their values, though cells have none"
          on={totals.values ?? false}
          onChange={(values) => onChange(withTotals({ values }))}
        />
      )}
    </Flex>
  );
}

function SideOrder({ side, figure, recipe, onChange }: Omit<Props, "table"> & { side: Side }) {
  const order = recipe.pivot.order?.[side] ?? {};
  const by = order.by ?? "natural";
  const split = side === "columns" && Boolean(recipe.pivot.split);
  const options: [By, string][] = [
    ["natural", "in natural order"],
    ["label", "by label"],
    ...(recipe.pivot.correlate ? [] : ([["appearance", "as they appear"]] as [By, string][])),
    ...(split || recipe.pivot.correlate ? [] : ([["total", "by total"]] as [By, string][])),
    ...(split ? [] : ([["likeness", "by likeness"]] as [By, string][])),
    // These come from the heads themselves, and stand here once they are there.
    ...(by === "hand" ? ([["hand", "by hand"]] as [By, string][]) : []),
    ...(by === "member" ? ([["member", `by ${order.of?.join(", ")}`]] as [By, string][]) : []),
  ];
  const set = (next: Order) => onChange(withOrder(side, next));
  const members = side === "rows" ? figure.rows.length : figure.columns.length;
  return (
    <Box mt="12px">
      <Box textStyle="label" mb="6px">
        {NAMES[side]}, {members}
      </Box>
      <Select
        label={`Order of ${side}`}
        value={by}
        options={options}
        onChange={(next) => next !== by && set({ by: next as By, ...(next === "total" ? { descending: true } : {}) })}
      />
      {by === "likeness" ? (
        <Flex direction="column" gap="8px" mt="8px">
          <Select
            label={`How far ${side} are apart`}
            value={order.distance ?? "colored"}
            options={DISTANCES}
            onChange={(distance) =>
              set({
                ...order,
                distance: distance as Order["distance"],
                // Ward's linkage is of straight distances alone.
                ...(order.linkage === "ward" && !isStraight(distance) ? { linkage: "average" } : {}),
              })
            }
          />
          <Select
            label={`How groups of ${side} are compared`}
            value={order.linkage ?? "average"}
            options={LINKAGES.filter(([key]) => key !== "ward" || isStraight(order.distance ?? "colored"))}
            onChange={(linkage) => set({ ...order, linkage: linkage as Order["linkage"] })}
          />
          <Toggle
            label={`Tree beside the ${side}`}
            on={order.tree ?? true}
            onChange={(tree) => set({ ...order, tree })}
          />
        </Flex>
      ) : (
        <Box mt="8px">
          <Choice
            label={`Direction of ${side}`}
            value={order.descending ? "falling" : "rising"}
            choices={[
              { value: "rising", label: by === "total" || by === "member" ? "smallest first" : "as it goes" },
              { value: "falling", label: by === "total" || by === "member" ? "largest first" : "reversed" },
            ]}
            onChange={(way) => set({ ...order, descending: way === "falling" })}
          />
        </Box>
      )}
    </Box>
  );
}

/** What is set aside, each with the way back. */
function Aside({ recipe, onChange }: Pick<Props, "recipe" | "onChange">) {
  const lists = (["rows", "columns"] as const).flatMap((side) =>
    (recipe.pivot.aside?.[side] ?? []).map((labels) => ({ side, labels })),
  );
  if (!lists.length)
    return (
      <Box mt="12px" color="quiet">
        Nothing is set aside. The menu of a head sets its member aside.
      </Box>
    );
  return (
    <Box role="group" aria-label="Set aside" mt="12px">
      {lists.map(({ side, labels }) => (
        <Flex key={`${side} ${labels.join()}`} align="center" justify="space-between" minH="26px">
          <Box truncate>{labels.join(", ")}</Box>
          <CloseButton
            size="2xs"
            aria-label={`Bring back ${labels.join(", ")}`}
            onClick={() => onChange(withoutAside(side, labels))}
          />
        </Flex>
      ))}
    </Box>
  );
}

import { Box, Flex, Input } from "@chakra-ui/react";
import { useState } from "react";
import { api, type Figure, type Recipe } from "../../../api/client";
import { useAbout } from "../../../api/queries";
import { Button } from "../../../shared/Button";
import { counted } from "../../../shared/numbers";
import { Panel } from "../../../shared/Panel";
import { withDismissed } from "../changes/looks";
import { withCellAside, withoutAside } from "../changes/pivots";
import type { Change, TableChange } from "../changes/usePlate";
import { look } from "../changes/view";
import { withPatch } from "../changes/whole";
import { heldOf } from "../stage/places";
import { scalesOf } from "../stage/why";

type Props = {
  figure: Figure;
  recipe: Recipe;
  onChange: (change: Change) => void;
  onTable: (name: string, change: TableChange) => void;
};

/** What would mislead, each with its cure; what a reader of the colors would not see; what is set aside. */
export function Cautions({ figure, recipe, onChange, onTable }: Props) {
  const { cautions, dismissed } = figure;
  const kept = `${counted(figure.kept, "record")} kept`;
  const aside = asideOf(recipe);
  const lines = notInColors(figure);
  return (
    <Panel heading={cautions.length ? `${counted(cautions.length, "caution")}` : "Not in the colors"} note={kept}>
      {cautions.map((caution) => (
        <CautionLine
          key={caution.name}
          caution={caution}
          figure={figure}
          recipe={recipe}
          onChange={onChange}
          onTable={onTable}
        />
      ))}
      {aside.map(({ name, back }) => (
        <Flex key={name} align="center" gap="8px" mb="2px" pl="10px" borderLeftWidth="2px" borderColor="edge">
          <Box flex="1" truncate title={name}>
            Set aside: {name}
          </Box>
          <Button variant="plain" size="sm" flex="none" onClick={() => onChange(back)}>
            Bring back
          </Button>
        </Flex>
      ))}
      {lines.map((line) => (
        <Box key={line} py="1px" pl="10px" borderLeftWidth="2px" borderColor="edge" mb="2px">
          {line}
        </Box>
      ))}
      {dismissed.map((caution) => (
        <Flex key={caution.name} align="center" gap="8px" mb="2px" pl="10px" borderLeftWidth="2px" borderColor="edge">
          <Box flex="1" color="quiet" truncate title={`${caution.words} Dismissed: ${caution.reason}`}>
            Dismissed: {caution.reason}
          </Box>
          <Button
            variant="plain"
            size="sm"
            flex="none"
            aria-label={`Restore: ${caution.words}`}
            onClick={() => onChange(withDismissed(caution.name, undefined))}
          >
            Restore
          </Button>
        </Flex>
      ))}
      {!cautions.length && !lines.length && !aside.length && (
        <Box color="quiet">Every record that is kept is in the colors.</Box>
      )}
    </Panel>
  );
}

type LineProps = Props & { caution: Figure["cautions"][number] };
type Cure = NonNullable<LineProps["caution"]["cure"]>;

function CautionLine({ caution, figure, recipe, onChange, onTable }: LineProps) {
  const [asked, setAsked] = useState(false);
  const [reason, setReason] = useState("");
  // Gray print loses the side of every palette with two; color-weak eyes should lose nothing.
  const vision = useAbout().data?.visions.find(({ name }) => name !== "gray" && figure.losses[name]);
  const cures = [caution.cure, ...caution.more].filter((cure) => cure !== null);

  /** A mend is the table's, so that it holds in every plate and every edition, unless the plate has mends of its own. */
  function take({ words, mend, patch }: Cure) {
    if (!mend || recipe.table?.mends?.length) return onChange(withPatch(patch as Record<string, unknown>));
    onTable(words, (bench) =>
      api.changeMends(bench.table.id, [...bench.mends.map((each) => each.mend), mend], bench.table.version),
    );
  }

  return (
    <Box
      role="group"
      aria-label={`Caution: ${caution.words}`}
      mb="5px"
      py="1px"
      pl="10px"
      borderLeftWidth="2px"
      borderColor="amberLine"
    >
      <Box>{caution.words}</Box>
      {asked ? (
        <Flex
          as="form"
          gap="6px"
          mt="3px"
          onSubmit={(event) => {
            event.preventDefault();
            if (reason.trim()) onChange(withDismissed(caution.name, reason.trim()));
          }}
        >
          <Input
            size="xs"
            autoFocus
            bg="card"
            borderColor="control"
            aria-label="Why it does not matter here"
            placeholder="why it does not matter here"
            maxLength={200}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            onKeyDown={(event) => event.key === "Escape" && setAsked(false)}
          />
          <Button variant="plain" size="sm" type="submit" disabled={!reason.trim()} flex="none">
            Dismiss
          </Button>
        </Flex>
      ) : (
        <Flex gap="6px" mt="3px" mb="2px" wrap="wrap">
          {cures.map((cure) => (
            <Button key={cure.words} variant="plain" size="sm" onClick={() => take(cure)}>
              {cure.words}
            </Button>
          ))}
          {caution.name === "lost_order" && vision && (
            <Button variant="plain" size="sm" onClick={() => look({ vision: vision.name })}>
              See it
            </Button>
          )}
          <Button variant="plain" size="sm" color="quiet" onClick={() => setAsked(true)}>
            Dismiss…
          </Button>
        </Flex>
      )}
    </Box>
  );
}

/** What is set aside, by name, each with the way back. */
function asideOf(recipe: Recipe): { name: string; back: Change }[] {
  const { rows = [], columns = [], cells = [] } = recipe.pivot.aside ?? {};
  const members = (["rows", "columns"] as const).flatMap((side) =>
    (side === "rows" ? rows : columns).map((labels) => ({
      name: labels.join(", "),
      back: withoutAside(side, labels),
    })),
  );
  return [
    ...members,
    ...cells.map((cell) => ({ name: [...cell.row, ...cell.column].join(", "), back: withCellAside(cell, false) })),
  ];
}

const lower = (words: string) => words.charAt(0).toLowerCase() + words.slice(1);

/** What a reader of the colors would not see: blanks, hidden and clipped cells, records in no cell. */
function notInColors(figure: Figure): string[] {
  const { grid } = figure.scene;
  // Places beyond the triangle of coefficients are no cells; hidden ones and those set aside have a value.
  const away = grid ? grid.absent.length + heldOf(grid).length : 0;
  const blank = figure.values.filter((value) => value === null).length - away;
  const over = scalesOf(figure).reduce((sum, each) => sum + (each?.over ?? 0), 0);
  const under = scalesOf(figure).reduce((sum, each) => sum + (each?.under ?? 0), 0);
  const few = grid?.few.length ?? 0;
  return [
    blank > 0 && `${counted(blank, "cell")} without a value`,
    figure.against && grid?.new.length && `${counted(grid.new.length, "cell")}: ${lower(figure.against.new)}`,
    figure.against && grid?.gone.length && `${counted(grid.gone.length, "cell")}: ${lower(figure.against.gone)}`,
    few > 0 && `${counted(few, "cell")} hidden on too few records`,
    over > 0 && `${counted(over, "cell")} beyond the high end`,
    under > 0 && `${counted(under, "cell")} beyond the low end`,
    figure.unmeasured > 0 && `${counted(figure.unmeasured, "record")} without the number measured`,
    figure.unplaced > 0 && `${counted(figure.unplaced, "record")} blank on a side, in no cell`,
  ].filter((line) => typeof line === "string");
}

import { Box, Field, Input } from "@chakra-ui/react";
import { useState } from "react";
import type { Figure } from "../../../api/client";
import { CardForm } from "../../../shared/CardForm";
import { Select } from "../../../shared/Select";
import type { Change } from "../changes/usePlate";
import { numberIn, numberOut } from "../scale/targets";
import { type RailModel, withCut } from "./railModel";

type Props = { figure: Figure; model: RailModel; at: number; onDone: (change: Change) => void };

/** Where a cut stands: a number or a target. */
export function CutCard({ figure, model, at, onDone }: Props) {
  const { own, parts, style } = model;
  const cuts = model.scale.cuts ?? [];
  const given = parts.bands?.cuts?.[at];
  const names = Object.keys(figure.targets);
  const [target, setTarget] = useState(typeof given === "object" ? given.target : "");
  const [text, setText] = useState(() => numberOut(cuts[at] as number, style.percent));
  const number = target ? (figure.targets[target] ?? null) : numberIn(text, style.percent);
  const [below, above] = [cuts[at - 1], cuts[at + 1]];
  const wrong =
    number === null
      ? "Write a number, such as 5 or 2.5."
      : (below !== undefined && number <= below) || (above !== undefined && number >= above)
        ? "A cut must lie between those beside it."
        : "";
  return (
    <CardForm
      other={{ words: "Remove", act: () => onDone(withCut(cuts, at, null, own)), off: cuts.length < 2 }}
      done="Set"
      ready={!wrong}
      onDone={() => onDone(withCut(cuts, at, target ? { target } : (number as number), own))}
    >
      <Field.Root invalid={Boolean(wrong)}>
        <Field.Label textStyle="label">Cut at</Field.Label>
        {names.length > 0 && (
          <Box mb="8px" w="100%">
            <Select
              label="What it stands at"
              value={target}
              options={[["", "a number"], ...names.map((each) => [each, `the target ${each}`] as const)]}
              onChange={setTarget}
            />
          </Box>
        )}
        {!target && (
          <Input
            size="sm"
            autoFocus
            aria-label="Cut at"
            borderColor="control"
            inputMode="decimal"
            value={text}
            onFocus={(event) => event.target.select()}
            onChange={(event) => setText(event.target.value)}
          />
        )}
        {wrong && <Field.ErrorText color="alarm">{wrong}</Field.ErrorText>}
      </Field.Root>
    </CardForm>
  );
}

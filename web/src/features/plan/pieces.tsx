import { Box, chakra, Flex } from "@chakra-ui/react";
import { useId } from "react";
import type { Plan, PlanSpec } from "../../api/client";
import { Button } from "../../shared/Button";
import { Line } from "../../shared/Line";
import { SavedInput } from "../../shared/SavedInput";
import { Select } from "../../shared/Select";
import { Controls, type Piece } from "../../shared/Sentence";
import { Toggle } from "../../shared/Toggle";
import {
  brief,
  type Change,
  DAYS,
  listed,
  type Make,
  makesOf,
  momentSaid,
  timeOf,
  withAnother,
  withMake,
  withoutMake,
  withoutTake,
  withPlan,
  withPut,
  withTake,
  withTaken,
  withWhen,
} from "./plans";
import type { Names } from "./useNames";

type Props = { spec: PlanSpec; names: Names; onChange: (change: Change) => void };

/** "On Mondays at 07:00 in Europe/London, take log-*.csv for Berth log, make Operations review as PPTX, and put it into made." */
export function planPieces({ spec, title }: Plan, names: Names, onChange: (change: Change) => void): Piece[] {
  const props = { spec, names, onChange };
  const moments = [
    ...(spec.when ? [momentSaid(spec.when)] : []),
    ...(spec.arrives ? ["whenever a newer file arrives"] : []),
  ];
  const when = moments.join(" and ") || "whenever it is asked to";
  const takes = Object.entries(spec.take ?? {});
  const taken = takes.map(([name, { table, pattern }]) => {
    const known = names.tables.find(({ id }) => id === table)?.name ?? name;
    return `${brief(pattern ?? "*")} for ${brief(known)}`;
  });
  const made = makesOf(spec).map(
    (make) => `${brief(names.title(make))} as ${listed(formsOf(make).map((form) => form.toUpperCase()))}`,
  );
  return [
    ...(spec.paused ? ["Paused. It would, "] : []),
    {
      name: "When",
      words: spec.paused ? when : `${when[0]?.toUpperCase()}${when.slice(1)}`,
      set: Boolean(spec.when || spec.arrives),
      card: () => <WhenCard {...props} />,
    },
    ...(spec.when && (spec.when.zone ?? "UTC") !== here() ? [` in ${zoneSaid(spec.when.zone)}`] : []),
    ", take ",
    {
      name: "What is taken",
      words: taken.length ? listed(taken) : "the tables as they stand",
      set: taken.length > 0,
      card: () => <TakeCard {...props} />,
    },
    ", make ",
    { name: "What is made", words: listed(made), set: true, card: () => <MakeCard {...props} /> },
    ", and put it into ",
    {
      name: "Where it goes",
      words: brief(spec.put?.folder ?? "made"),
      set: true,
      card: () => <PutCard {...props} title={title} />,
    },
    ".",
  ];
}

const formsOf = (make: Make): readonly string[] => make.as ?? ["pptx"];
const here = () => Intl.DateTimeFormat().resolvedOptions().timeZone;
const zoneSaid = (zone: string | undefined) => (zone ?? "UTC").replaceAll("_", " ");

function WhenCard({ spec, onChange }: Props) {
  const zones = useId();
  const when = spec.when ?? null;
  return (
    <Controls width="320px">
      <Toggle
        label="At planned moments"
        on={when !== null}
        onChange={(on) => onChange(withPlan({ when: on ? { days: ["mon"], zone: here() } : undefined }))}
      />
      {when && (
        <>
          <Flex gap="4px" mt="12px" role="group" aria-label="Days">
            {DAYS.map(([day, name]) => {
              const on = when.days?.includes(day) ?? false;
              return (
                <chakra.button
                  key={day}
                  type="button"
                  aria-pressed={on}
                  aria-label={name}
                  title={name}
                  flex="1"
                  py="4px"
                  borderWidth="1px"
                  borderRadius="5px"
                  borderColor={on ? "leaf" : "control"}
                  bg={on ? "leaf" : "card"}
                  color={on ? "onLeaf" : "ink"}
                  fontWeight={on ? "600" : "400"}
                  cursor="pointer"
                  onClick={() => {
                    const now = new Set(when.days ?? []);
                    if (!now.delete(day)) now.add(day);
                    onChange(withWhen({ days: DAYS.map(([each]) => each).filter((each) => now.has(each)) }));
                  }}
                >
                  {name.slice(0, 2)}
                </chakra.button>
              );
            })}
          </Flex>
          {!when.days?.length && (
            <Box color="quiet" textStyle="small" mt="4px">
              Every day, as none is chosen.
            </Box>
          )}
          <Line label="Time">
            <SavedInput
              size="sm"
              aria-label="Time"
              value={when.time ?? "07:00"}
              wrong={(text) => (timeOf(text) ? null : "Write a time as 07:00.")}
              onDone={(text) => onChange(withWhen({ time: timeOf(text) ?? "07:00" }))}
            />
          </Line>
          <Line label="Time zone">
            <SavedInput
              size="sm"
              aria-label="Time zone"
              list={zones}
              value={when.zone ?? "UTC"}
              onDone={(zone) => onChange(withWhen({ zone: zone.trim().replaceAll(" ", "_") }))}
            />
            <datalist id={zones}>
              {Intl.supportedValuesOf("timeZone").map((zone) => (
                <option key={zone} value={zone} />
              ))}
            </datalist>
          </Line>
        </>
      )}
      <Box mt="12px">
        <Toggle
          label="Whenever a newer file arrives"
          on={spec.arrives ?? false}
          onChange={(arrives) => onChange(withPlan({ arrives }))}
        />
        {!Object.keys(spec.take ?? {}).length && (
          <Box color="quiet" textStyle="small" mt="4px">
            Files arrive once it is said which are taken.
          </Box>
        )}
      </Box>
      <Box mt="12px">
        <Toggle label="Paused" on={spec.paused ?? false} onChange={(paused) => onChange(withPlan({ paused }))} />
      </Box>
    </Controls>
  );
}

function TakeCard({ spec, names, onChange }: Props) {
  const takes = Object.entries(spec.take ?? {});
  const left = names.tables.filter(({ id }) => !takes.some(([, take]) => take.table === id));
  return (
    <Controls width="360px">
      <Box color="quiet" textStyle="small">
        The newest file of a folder whose name fits becomes the next edition of its table. Folders are within{" "}
        {listed(names.folders.map((each) => each))}.
      </Box>
      {takes.map(([name, take]) => (
        <Box key={name} mt="12px" pt="10px" borderTopWidth="1px" borderColor="line" role="group" aria-label={name}>
          <Flex justify="space-between" align="center" gap="8px">
            <Box fontWeight="600" minW="0" overflowWrap="anywhere">
              {names.tables.find(({ id }) => id === take.table)?.name ?? `${name}, which was removed`}
            </Box>
            <Button variant="bare" size="sm" flex="none" onClick={() => onChange(withoutTake(name))}>
              Leave it as it stands
            </Button>
          </Flex>
          <Line label="Folder">
            <SavedInput
              size="sm"
              aria-label={`Folder of ${name}`}
              value={take.folder ?? "."}
              onDone={(folder) => onChange(withTake(name, { folder: folder.trim() || "." }))}
            />
          </Line>
          <Line label="Called">
            <SavedInput
              size="sm"
              aria-label={`Names of files for ${name}`}
              value={take.pattern ?? "*"}
              wrong={(text) => (/[/\\]/.test(text) ? "Names alone, with * and ?; the folder stands above." : null)}
              onDone={(pattern) => onChange(withTake(name, { pattern: pattern.trim() || "*" }))}
            />
          </Line>
        </Box>
      ))}
      {left.length > 0 && (
        <Box mt="14px">
          <Select
            label="Take a table from files"
            value=""
            options={[["", "Take a table from files"], ...left.map(({ id, name }) => [`${id}`, name] as const)]}
            onChange={(chosen) => {
              const table = left.find(({ id }) => `${id}` === chosen);
              if (table) onChange(withTaken(table, table.file_name));
            }}
          />
        </Box>
      )}
    </Controls>
  );
}

function MakeCard({ spec, names, onChange }: Props) {
  const makes = makesOf(spec);
  const things = [
    ...names.folios.map(({ id, title }) => [`folio ${id}`, title] as const),
    ...names.plates.map(({ id, title }) => [`plate ${id}`, `${title} (plate)`] as const),
  ];
  return (
    <Controls width="340px">
      {makes.map((make, at) => {
        const key = make.folio != null ? `folio ${make.folio}` : `plate ${make.plate}`;
        const forms = formsOf(make);
        return (
          <Box
            key={at}
            pb="12px"
            mb="12px"
            borderBottomWidth="1px"
            borderColor="line"
            role="group"
            aria-label={names.title(make)}
          >
            <Select
              label="Folio or plate"
              value={key}
              options={things.some(([each]) => each === key) ? things : [[key, names.title(make)], ...things]}
              onChange={(chosen) => onChange(withMake(at, thing(chosen, make)))}
            />
            <Flex wrap="wrap" columnGap="14px" mt="8px" role="group" aria-label="Forms">
              {names.forms(make).map(({ ending, title }) => (
                <Flex as="label" key={ending} gap="6px" align="center" minH="24px" cursor="pointer">
                  <input
                    type="checkbox"
                    checked={forms.includes(ending)}
                    disabled={forms.length === 1 && forms.includes(ending)}
                    onChange={(event) => {
                      const next = event.target.checked
                        ? names
                            .forms(make)
                            .map((form) => form.ending)
                            .filter((each) => each === ending || forms.includes(each))
                        : forms.filter((each) => each !== ending);
                      onChange(withMake(at, { as: next }));
                    }}
                  />
                  {title}
                </Flex>
              ))}
            </Flex>
            <Box mt="10px">
              <Toggle
                label="Even while a claim does not hold"
                on={make.broken ?? false}
                onChange={(broken) => onChange(withMake(at, { broken }))}
              />
            </Box>
            {makes.length > 1 && (
              <Button variant="bare" size="sm" mt="6px" onClick={() => onChange(withoutMake(at))}>
                Do not make it
              </Button>
            )}
          </Box>
        );
      })}
      <Select
        label="Make something else, too"
        value=""
        options={[["", "Make something else, too"], ...things]}
        onChange={(chosen) => chosen && onChange(withAnother({ as: ["pptx"], ...thing(chosen, {}) }))}
      />
    </Controls>
  );
}

/** What is made, chosen from a list: forms that it does not have are let go. */
function thing(chosen: string, before: Make): Make {
  const [kind, id] = chosen.split(" ");
  const same = (before.folio != null) === (kind === "folio");
  const as = same ? before.as : [kind === "folio" ? "pptx" : "png"];
  return kind === "folio" ? { folio: Number(id), plate: undefined, as } : { plate: Number(id), folio: undefined, as };
}

function PutCard({ spec, names, onChange, title }: Props & { title: string }) {
  return (
    <Controls width="340px">
      <Line label="Folder">
        <SavedInput
          size="sm"
          aria-label="Folder that it goes into"
          value={spec.put?.folder ?? "made"}
          onDone={(folder) => onChange(withPut({ folder: folder.trim() || "made" }))}
        />
      </Line>
      <Line label="Called">
        <SavedInput
          size="sm"
          aria-label="Name of the files"
          value={spec.put?.name ?? "{folio} {date}"}
          onDone={(name) => onChange(withPut({ name }))}
        />
      </Line>
      <Box color="quiet" textStyle="small" mt="6px">
        {"{folio}"} is what it is called, {"{date}"} and {"{time}"} are those of the run. A file that is there already
        stays, and the next has a number. Folders are within {listed(names.folders.map((each) => each))}.
      </Box>
      <Line label="Plan's title">
        <SavedInput
          size="sm"
          aria-label="Title of the plan"
          maxLength={200}
          value={spec.title ?? ""}
          placeholder={title}
          onDone={(text) => onChange(withPlan({ title: text.trim() }))}
        />
      </Line>
      {names.addresses.length > 0 && (
        <Line label="Tell">
          <Select
            label="Address that is told"
            value={spec.tell ?? ""}
            options={[["", "nobody"], ...names.addresses.map((each) => [each, each] as const)]}
            onChange={(tell) => onChange(withPlan({ tell }))}
          />
        </Line>
      )}
    </Controls>
  );
}

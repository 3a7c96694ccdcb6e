import { Box, Flex } from "@chakra-ui/react";
import type { PlanSpec } from "../../api/client";
import { FINDER_TERMS } from "../../api/vocabulary";
import { Button } from "../../shared/Button";
import { SavedInput } from "../../shared/SavedInput";
import { Select } from "../../shared/Select";
import { Toggle } from "../../shared/Toggle";
import { type Change, type Guards, percentOf, shareOf, withGuards } from "./plans";
import type { Names } from "./useNames";

type Props = { spec: PlanSpec; names: Names; onChange: (change: Change) => void };
const WRONG = "Write a percentage, such as 90.";
const FINDERS = Object.entries(FINDER_TERMS) as [NonNullable<Guards["without"]>[number], { found: string }][];

/** What has to hold of a file before anything is made of it. */
export function Conditions({ spec, names, onChange }: Props) {
  const guards = spec.guards ?? {};
  const set = (part: Partial<Guards>) => onChange(withGuards(part));
  const columns = names.taken.flatMap((table) => table.columns);
  const categories = [...new Set(columns.filter(({ kind }) => kind === "category").map(({ name }) => name))];
  const numbers = [...new Set(columns.filter(({ kind }) => kind === "number").map(({ name }) => name))];
  const totals = Object.entries(guards.totals ?? {});
  return (
    <>
      <Box as="h2" textStyle="label" mb="4px">
        What has to hold
      </Box>
      <Box color="quiet" textStyle="small" mb="12px">
        {names.taken.length
          ? "Beside the edition that stands. Where one of these fails, nothing is made, the file waits on the desk, and the run says why."
          : "Once files are taken, this is what each of them is held against. Claims of headlines hold the folio in any case."}
      </Box>
      <Toggle
        label="A least number of records"
        on={guards.records != null}
        onChange={(on) => set({ records: on ? 0.9 : undefined })}
      />
      {guards.records != null && (
        <Percent
          label="Least share of the records"
          before="at least"
          after="% of those before"
          value={guards.records}
          onDone={(records) => set({ records })}
        />
      )}
      <Rule />
      <Toggle label="No column is gone" on={guards.columns ?? true} onChange={(on) => set({ columns: on })} />
      <Rule />
      <Fields
        label="No unknown category in"
        chosen={guards.known ?? []}
        fields={categories}
        onChange={(known) => set({ known })}
      />
      <Rule />
      <Box mb="4px">Sums that stay close to those before</Box>
      {totals.map(([name, share]) => (
        <Flex key={name} align="center" gap="8px">
          <Box flex="1">
            <Percent
              label={`Most that the sum of ${name} may move`}
              before={`${name}, within`}
              after="%"
              value={share}
              onDone={(moved) => set({ totals: { ...guards.totals, [name]: moved } })}
            />
          </Box>
          <Away
            label={`Let ${name} sum to anything`}
            onAway={() => set({ totals: Object.fromEntries(totals.filter(([each]) => each !== name)) })}
          />
        </Flex>
      ))}
      <Add
        label="Another sum"
        fields={numbers.filter((name) => !(name in (guards.totals ?? {})))}
        onAdd={(name) => set({ totals: { ...guards.totals, [name]: 0.25 } })}
      />
      <Rule />
      <Without guards={guards} set={set} />
    </>
  );
}

const Rule = () => <Box borderTopWidth="1px" borderColor="line" my="11px" />;

type PercentProps = { label: string; before: string; after: string; value: number; onDone: (share: number) => void };

function Percent({ label, before, after, value, onDone }: PercentProps) {
  return (
    <Flex align="center" gap="8px" mt="6px" color="quiet" wrap="wrap">
      <Box overflowWrap="anywhere">{before}</Box>
      <SavedInput
        size="sm"
        w="64px"
        inputMode="decimal"
        color="ink"
        textAlign="end"
        aria-label={label}
        value={percentOf(value)}
        wrong={(text) => (shareOf(text) === null ? WRONG : null)}
        onDone={(text) => onDone(shareOf(text) ?? value)}
      />
      <Box>{after}</Box>
    </Flex>
  );
}

type FieldsProps = {
  label: string;
  chosen: readonly string[];
  fields: readonly string[];
  onChange: (chosen: string[]) => void;
};

function Fields({ label, chosen, fields, onChange }: FieldsProps) {
  return (
    <>
      <Box mb="4px">{label}</Box>
      <Flex wrap="wrap" gap="6px">
        {chosen.map((name) => (
          <Flex
            key={name}
            align="center"
            gap="2px"
            pl="9px"
            bg="card"
            borderWidth="1px"
            borderColor="edge"
            borderRadius="5px"
            maxW="100%"
          >
            <Box truncate title={name}>
              {name}
            </Box>
            <Away
              label={`Let ${name} have any category`}
              onAway={() => onChange(chosen.filter((each) => each !== name))}
            />
          </Flex>
        ))}
      </Flex>
      <Add
        label={chosen.length ? "Another field" : "A field"}
        fields={fields.filter((name) => !chosen.includes(name))}
        onAdd={(name) => onChange([...chosen, name])}
      />
    </>
  );
}

function Away({ label, onAway }: { label: string; onAway: () => void }) {
  return (
    <Button variant="bare" size="sm" px="7px" aria-label={label} title={label} onClick={onAway}>
      ×
    </Button>
  );
}

function Add({ label, fields, onAdd }: { label: string; fields: readonly string[]; onAdd: (name: string) => void }) {
  if (!fields.length) return null;
  return (
    <Box mt="6px" maxW="220px">
      <Select
        label={label}
        size="xs"
        value=""
        options={[["", label], ...fields.map((name) => [name, name] as const)]}
        onChange={(name) => name && onAdd(name)}
      />
    </Box>
  );
}

function Without({ guards, set }: { guards: Guards; set: (part: Partial<Guards>) => void }) {
  const chosen = guards.without ?? [];
  return (
    <Box role="group" aria-label="Nothing of this is found">
      <Box mb="4px">Nothing of this is found</Box>
      {FINDERS.map(([name, { found }]) => (
        <Flex as="label" key={name} gap="8px" align="center" minH="24px" cursor="pointer">
          <input
            type="checkbox"
            checked={chosen.includes(name)}
            onChange={(event) =>
              set({ without: event.target.checked ? [...chosen, name] : chosen.filter((each) => each !== name) })
            }
          />
          {found}
        </Flex>
      ))}
    </Box>
  );
}

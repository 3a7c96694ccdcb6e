/** What the forms of mends are made of. */
import { Box, Field, Input, Textarea } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { ColumnInfo, TableInfo } from "../../../api/client";
import { Select } from "../../../shared/Select";

const WORDY = new Set(["category", "yes_no"]);

/** The columns a mend of texts can be laid on. */
export function wordy(table: TableInfo): ColumnInfo[] {
  return table.columns.filter((column) => WORDY.has(column.kind));
}

/** The column a form begins with: the one it was opened on, where that fits, or the first that does. */
export function firstOf(columns: readonly ColumnInfo[], column: ColumnInfo | undefined): string {
  return (columns.find((each) => each.name === column?.name) ?? columns[0])?.name ?? "";
}

export function Labeled({ label, hint, children }: { label: string; hint?: string; children: ReactNode }) {
  return (
    <Field.Root mb="12px">
      <Field.Label textStyle="label">{label}</Field.Label>
      {children}
      {hint && (
        <Field.HelperText color="quiet" textStyle="small">
          {hint}
        </Field.HelperText>
      )}
    </Field.Root>
  );
}

type PickProps = {
  label: string;
  value: string;
  options: readonly (readonly [value: string, label: string])[];
  onChange: (value: string) => void;
};

export function Pick({ label, value, options, onChange }: PickProps) {
  return (
    <Labeled label={label}>
      <Select value={value} options={options} onChange={onChange} />
    </Labeled>
  );
}

type PickColumnProps = {
  label?: string;
  columns: readonly ColumnInfo[];
  value: string;
  onChange: (name: string) => void;
};

export function PickColumn({ label = "Column", columns, value, onChange }: PickColumnProps) {
  return (
    <Pick
      label={label}
      value={value}
      options={columns.map((column) => [column.name, column.words] as const)}
      onChange={onChange}
    />
  );
}

type TextProps = {
  label: string;
  value: string;
  onChange: (text: string) => void;
  hint?: string;
  placeholder?: string;
  rows?: number;
};

export function Text({ label, value, onChange, hint, placeholder, rows }: TextProps) {
  const shared = {
    value,
    placeholder,
    bg: "card",
    borderColor: "control",
    maxLength: 200_000,
    onChange: (event: { target: { value: string } }) => onChange(event.target.value),
  };
  return (
    <Labeled label={label} hint={hint}>
      {rows ? <Textarea size="sm" rows={rows} fontSize="13px" {...shared} /> : <Input size="sm" {...shared} />}
    </Labeled>
  );
}

type TicksProps = {
  label: string;
  items: readonly { key: string; label: string; note?: string }[];
  ticked: readonly string[];
  onChange: (ticked: string[]) => void;
};

/** Several of many. */
export function Ticks({ label, items, ticked, onChange }: TicksProps) {
  const on = new Set(ticked);
  return (
    <Box
      as="fieldset"
      mb="12px"
      borderWidth="1px"
      borderColor="control"
      borderRadius="6px"
      bg="card"
      maxH="190px"
      overflowY="auto"
    >
      <Box as="legend" textStyle="label" mb="4px" float="left" w="100%" px="10px" pt="6px">
        {label}
      </Box>
      {items.map((item) => (
        <Box
          as="label"
          key={item.key}
          display="flex"
          gap="8px"
          px="10px"
          py="3px"
          clear="both"
          cursor="pointer"
          _hover={{ bg: "amberWash" }}
        >
          <input
            type="checkbox"
            checked={on.has(item.key)}
            onChange={(event) =>
              onChange(event.target.checked ? [...ticked, item.key] : ticked.filter((key) => key !== item.key))
            }
          />
          <Box flex="1" overflowWrap="anywhere">
            {item.label}
          </Box>
          <Box color="quiet" textStyle="small">
            {item.note}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

/** What the forms of mends are made of. */
import { Field, Input, Textarea } from "@chakra-ui/react";
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

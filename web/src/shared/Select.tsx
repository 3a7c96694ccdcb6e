import { NativeSelect } from "@chakra-ui/react";

type Props = {
  /** For who does not see a label beside it. */
  label?: string;
  value: string;
  options: readonly (readonly [value: string, words: string])[];
  onChange: (value: string) => void;
  width?: string;
};

/** One of several, in a list that opens. */
export function Select({ label, value, options, onChange, width }: Props) {
  return (
    <NativeSelect.Root size="sm" w={width}>
      <NativeSelect.Field
        aria-label={label}
        bg="card"
        borderColor="control"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      >
        {options.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

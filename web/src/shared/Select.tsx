import { NativeSelect } from "@chakra-ui/react";

type Props = {
  /** For who does not see a label beside it. */
  label?: string;
  value: string;
  options: readonly (readonly [value: string, words: string])[];
  onChange: (value: string) => void;
  width?: string;
  size?: "xs" | "sm";
};

/** One of several, in a list that opens. */
export function Select({ label, value, options, onChange, width, size = "sm" }: Props) {
  return (
    <NativeSelect.Root size={size} w={width} flex={width ? "none" : undefined}>
      <NativeSelect.Field
        aria-label={label}
        bg="card"
        borderColor="control"
        fontSize={size === "xs" ? "12px" : "13px"}
        h={size === "xs" ? "22px" : undefined}
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

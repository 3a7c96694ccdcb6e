import { SavedInput } from "../../../shared/SavedInput";

type Props = {
  label: string;
  value: number | undefined;
  least: number;
  most?: number;
  /** What is said where nothing is set; without it a number must stand there. */
  none?: string;
  width?: string;
  onDone: (value: number | undefined) => void;
};

/** A whole number within limits, or none. */
export function NumberField({ label, value, least, most = Number.MAX_SAFE_INTEGER, none, width, onDone }: Props) {
  const fits = (text: string) =>
    text === "" ? none !== undefined : /^\d+$/.test(text) && Number(text) >= least && Number(text) <= most;
  return (
    <SavedInput
      aria-label={label}
      size="sm"
      w={width}
      placeholder={none}
      value={value === undefined ? "" : String(value)}
      fits={fits}
      onDone={(text) => onDone(text === "" ? undefined : Number(text))}
    />
  );
}

import { grouped } from "../../../shared/numbers";
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
export function NumberField({ label, value, least, most, none, width, onDone }: Props) {
  const limits = most === undefined ? `of ${grouped(least)} or more` : `from ${grouped(least)} to ${grouped(most)}`;
  const sentence = `Write a whole number ${limits}${none === undefined ? "" : ", or nothing"}.`;
  const fits = (text: string) =>
    text === ""
      ? none !== undefined
      : /^\d+$/.test(text) && Number(text) >= least && Number(text) <= (most ?? Infinity);
  return (
    <SavedInput
      aria-label={label}
      size="sm"
      w={width}
      placeholder={none}
      value={value === undefined ? "" : String(value)}
      wrong={(text) => (fits(text) ? null : sentence)}
      onDone={(text) => onDone(text === "" ? undefined : Number(text))}
    />
  );
}

import { useEffect, useState } from "react";
import type { Mend } from "../../../api/client";
import type { FormProps } from "./form";
import { firstOf, Pick, PickColumn, wordy } from "./parts";

type Tidy = Extract<Mend, { do: "tidy" }>;
const CASES = [
  ["as_is", "as they are"],
  ["first", "First letter large"],
  ["title", "Each Word With A Capital"],
  ["lower", "small letters"],
  ["upper", "CAPITALS"],
] as const;

export function TidyForm({ table, column, mend, onDraft }: FormProps<Tidy>) {
  const columns = wordy(table);
  const [field, setField] = useState(mend?.field ?? firstOf(columns, column));
  const [letters, setLetters] = useState<string>(mend?.case ?? "as_is");
  useEffect(() => {
    onDraft(field ? { do: "tidy", field, case: letters as Tidy["case"] } : null);
  }, [field, letters, onDraft]);
  return (
    <>
      <PickColumn columns={columns} value={field} onChange={setField} />
      <Pick label="Letters" value={letters} options={CASES} onChange={setLetters} />
    </>
  );
}

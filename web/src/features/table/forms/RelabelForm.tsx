import { useEffect, useState } from "react";
import type { Mend } from "../../../api/client";
import type { FormProps } from "./form";
import { namesFrom } from "./pairs";
import { firstOf, PickColumn, Text, wordy } from "./parts";

/** Type or paste two columns: the old name and the new one. */
export function RelabelForm({ table, column, mend, onDraft }: FormProps<Extract<Mend, { do: "relabel" }>>) {
  const columns = wordy(table);
  const [field, setField] = useState(mend?.field ?? firstOf(columns, column));
  const [text, setText] = useState(
    Object.entries(mend?.names ?? {})
      .map((pair) => pair.join("\t"))
      .join("\n"),
  );
  const { names, wrong } = namesFrom(text);
  const count = Object.keys(names).length;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the names follow from the text
  useEffect(() => {
    onDraft(count && !wrong ? { do: "relabel", field, names } : null);
  }, [field, text, onDraft]);
  return (
    <>
      <PickColumn columns={columns} value={field} onChange={setField} />
      <Text
        label="Old and new names, a pair a line"
        rows={9}
        value={text}
        onChange={setText}
        placeholder={"MRW\tMarrow Steps\nKES = Kestle Hythe"}
        hint={
          wrong
            ? `Line ${wrong} has no new name; part the two by a tab, a semicolon, a comma or an equals sign.`
            : count
              ? `${count} names. Two columns can be pasted from anywhere.`
              : "Two columns can be pasted from anywhere; or part the names by a semicolon, a comma or an equals sign."
        }
      />
    </>
  );
}

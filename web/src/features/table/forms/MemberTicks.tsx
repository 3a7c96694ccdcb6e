import { useState } from "react";
import { useMembers } from "../../../api/queries";
import { counted } from "../../../shared/numbers";
import { Ticks } from "../../../shared/Ticks";
import { Text } from "./parts";

const LISTED_MOST = 300;

type Props = { label: string; table: number; field: string; ticked: string[]; onChange: (ticked: string[]) => void };

/** Members of a column to tick, narrowed by typing. What a standing mend has taken away is no member, but still ticked. */
export function MemberTicks({ label, table, field, ticked, onChange }: Props) {
  const [narrow, setNarrow] = useState("");
  const members = useMembers(table, field).data ?? [];
  const known = new Set(members.map((member) => member.label));
  const gone = ticked.filter((text) => !known.has(text)).map((text) => ({ label: text, records: 0 }));
  const shown = [...gone, ...members].filter(
    (member) => ticked.includes(member.label) || member.label.toLowerCase().includes(narrow.toLowerCase()),
  );
  return (
    <>
      <Text label="Filter the list" value={narrow} onChange={setNarrow} placeholder="a part of a name" />
      <Ticks
        label={label}
        ticked={ticked}
        onChange={onChange}
        items={shown.slice(0, LISTED_MOST).map((member) => ({
          key: member.label,
          label: member.label,
          note: member.records ? counted(member.records, "record") : "",
        }))}
      />
    </>
  );
}

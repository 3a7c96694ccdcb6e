import type { Measure } from "../../../api/client";
import { Select } from "../../../shared/Select";
import { measureWords } from "./phrases";

type Props = { by: Measure | undefined; onChange: (by: Measure | undefined) => void };

const RECORDS: Measure = { take: "count" };

/** What decides which members are the largest. Another measure, as a recipe may name one, stays on offer while it is there. */
export function LargestBy({ by, onChange }: Props) {
  const measures = [undefined, RECORDS, ...(by && (by.take ?? "count") !== "count" ? [by] : [])];
  const now = measures.findIndex((each) => each?.take === by?.take && each?.of === by?.of);
  return (
    <Select
      label="Decided by"
      value={String(Math.max(0, now))}
      options={measures.map((each, i) => [String(i), each ? measureWords(each) : "what is measured"] as const)}
      onChange={(chosen) => onChange(measures[Number(chosen)])}
    />
  );
}

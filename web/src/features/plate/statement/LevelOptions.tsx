import { Box, Field, Flex, Input } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";
import type { Level, TableInfo } from "../../../api/client";
import { CUT_TERMS } from "../../../api/vocabulary";
import { CardForm } from "../../../shared/CardForm";
import { Choice } from "../../../shared/Choice";
import { Select } from "../../../shared/Select";
import { Toggle } from "../../../shared/Toggle";
import { MeasurePick } from "./MeasurePick";
import { levelWords } from "./phrases";

type Props = { table: TableInfo; level: Level; onDone: (level: Level) => void; onBack: () => void };

const MONTHS = "January February March April May June July August September October November December".split(" ");
const WEEKDAYS = ["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"] as const;
const BINS = [
  { value: "round", label: "round edges" },
  { value: "equal_width", label: "equal width" },
  { value: "equal_count", label: "equal count" },
  { value: "edges", label: "own edges" },
] as const;
type BinsWay = (typeof BINS)[number]["value"];

/** How a level is cut and shortened: where years and weeks begin, bins, the largest members, empty parts. */
export function LevelOptions({ table, level, onDone, onBack }: Props) {
  const [now, setNow] = useState(level);
  const [top, setTop] = useState(level.top ? String(level.top) : "");
  const [others, setOthers] = useState(level.others === true ? "Others" : level.others || "");
  const [way, setWay] = useState<BinsWay>(
    BINS.find(({ value }) => level.bins?.[value] !== undefined)?.value ?? "round",
  );
  const [bins, setBins] = useState(
    level.bins?.edges?.join(", ") ??
      String(level.bins?.round ?? level.bins?.equal_count ?? level.bins?.equal_width ?? 8),
  );
  const numbers = bins
    .split(/[,;\s]+/)
    .filter(Boolean)
    .map(Number);
  const wrong =
    (top.trim() !== "" && !/^[1-9]\d{0,3}$/.test(top.trim()) && "The number of members is a whole number from 1.") ||
    (now.bins && binsProblem(way, numbers));
  const numeric = table.columns.find((column) => column.name === level.field)?.kind === "number";

  function submit() {
    if (wrong) return;
    const { top: _, others: __, bins: ___, by, ...kept } = now;
    const shortened = top.trim() ? { top: Number(top), ...(by ? { by } : {}) } : {};
    const rest = top.trim() && others.trim() ? { others: others.trim() } : {};
    const cut = now.bins ? { bins: way === "edges" ? { edges: numbers } : { [way]: numbers[0] } } : {};
    onDone({ ...kept, ...shortened, ...rest, ...cut });
  }

  return (
    <CardForm
      width="330px"
      other={{ words: "Another field", act: onBack }}
      done="Use these"
      ready={!wrong}
      onDone={submit}
    >
      <Box fontWeight="600" mb="4px">
        {levelWords({ field: level.field, cut: level.cut, bins: level.bins })}
      </Box>
      {level.cut && CUT_TERMS[level.cut].fiscal && (
        <Row label="Years start in">
          <Select
            label="Years start in"
            value={String(now.year_starts ?? 1)}
            options={MONTHS.map((month, i) => [String(i + 1), month])}
            onChange={(month) => setNow({ ...now, year_starts: month === "1" ? undefined : Number(month) })}
          />
        </Row>
      )}
      {level.cut === "weekday" && (
        <Row label="Weeks start on">
          <Select
            label="Weeks start on"
            value={now.week_starts ?? "monday"}
            options={WEEKDAYS.map((day) => [day, day.charAt(0).toUpperCase() + day.slice(1)])}
            onChange={(day) =>
              setNow({ ...now, week_starts: day === "monday" ? undefined : (day as Level["week_starts"]) })
            }
          />
        </Row>
      )}
      {numeric && now.bins && (
        <>
          <Box mt="10px">
            <Choice label="How bins are found" value={way} choices={BINS} onChange={setWay} />
          </Box>
          <Row label={way === "edges" ? "Edges, rising" : way === "round" ? "Bins, about" : "Bins"}>
            <Input
              size="sm"
              aria-label={way === "edges" ? "Edges, rising" : "Number of bins"}
              placeholder={way === "edges" ? "0, 5, 10, 20" : "8"}
              borderColor="control"
              value={bins}
              onChange={(event) => setBins(event.target.value)}
            />
          </Row>
        </>
      )}
      <Row label="Only the largest">
        <Input
          size="sm"
          aria-label="Only so many of the largest"
          placeholder="all"
          borderColor="control"
          value={top}
          onChange={(event) => setTop(event.target.value)}
        />
      </Row>
      {top.trim() && (
        <>
          <Row label="decided by">
            <MeasurePick
              label="Decided by"
              table={table}
              measure={now.by}
              none="what is measured"
              onChange={(by) => setNow({ ...now, by })}
            />
          </Row>
          <Row label="the rest as">
            <Input
              size="sm"
              aria-label="Name of the rest"
              placeholder="left out"
              borderColor="control"
              value={others}
              onChange={(event) => setOthers(event.target.value)}
            />
          </Row>
        </>
      )}
      <Box mt="12px">
        <Toggle
          label="Keep those without records"
          on={now.empty === "keep"}
          onChange={(on) => setNow({ ...now, empty: on ? "keep" : undefined })}
        />
      </Box>
      <Box color="alarm" textStyle="small" minH="20px" pt="6px" role="status">
        {wrong || ""}
      </Box>
    </CardForm>
  );
}

function binsProblem(way: BinsWay, numbers: readonly number[]): string | false {
  if (!numbers.length || numbers.some((each) => !Number.isFinite(each))) return "Write numbers, with commas between.";
  if (way === "edges") {
    if (numbers.length < 2) return "Write two edges or more.";
    const at = numbers.findIndex((each, i) => i > 0 && each <= (numbers[i - 1] as number));
    return at > 0 && `The edge ${numbers[at]} does not rise above ${numbers[at - 1]} before it.`;
  }
  const [count] = numbers as [number];
  return (numbers.length > 1 || !Number.isInteger(count) || count < 1 || count > 500) && "Choose 1 to 500 bins.";
}

function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Flex align="center" gap="10px" mt="10px">
      <Box color="quiet" w="110px" flex="none">
        {label}
      </Box>
      <Field.Root flex="1">{children}</Field.Root>
    </Flex>
  );
}

import { Box, Flex, Popover } from "@chakra-ui/react";
import { useState } from "react";
import type { FolioPages } from "../../api/client";
import { useAbout, useUsualChoices } from "../../api/queries";
import { CHOICE_TERMS } from "../../api/vocabulary";
import { Button } from "../../shared/Button";
import { Line } from "../../shared/Line";
import { PopCard } from "../../shared/PopCard";
import { Select } from "../../shared/Select";
import { save } from "../../shared/save";

type Term = { title: string; options: Record<string, string> };
const TERMS = CHOICE_TERMS as Record<string, Term>;
const FILE = { ending: "folio.json", title: "Folio, for the shell", reads: [], laid_in: null };

/** What the folio leaves as. While a claim is broken, it says so and leaves only when that is wanted. */
export function FolioExport({ data, onSaid }: { data: FolioPages; onSaid: (words: string) => void }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root
      open={open}
      onOpenChange={(change) => setOpen(change.open)}
      positioning={{ placement: "bottom-end" }}
      lazyMount
      unmountOnExit
    >
      <Popover.Trigger asChild>
        <Button variant="lead">Export</Button>
      </Popover.Trigger>
      <PopCard label="Export" width="330px">
        <Forms
          data={data}
          onDone={(words) => {
            setOpen(false);
            onSaid(words);
          }}
        />
      </PopCard>
    </Popover.Root>
  );
}

function Forms({ data, onDone }: { data: FolioPages; onDone: (words: string) => void }) {
  const forms = [...(useAbout().data?.pages ?? []), FILE];
  const [ending, setEnding] = useState("pptx");
  const [choices, setChoices] = useState<Record<string, string>>({});
  const [working, setWorking] = useState(false);
  const [problem, setProblem] = useState("");
  const usual: Record<string, string> = useUsualChoices().data?.choices ?? {};
  const form = forms.find((each) => each.ending === ending) ?? FILE;
  const broken = data.pages.flatMap((page) =>
    page.claims.filter(({ holds }) => !holds).map(({ words, now }) => ({ page: page.number, words, now })),
  );
  const template = form.laid_in && data.spec.page?.template?.[form.laid_in];
  const held = form !== FILE && broken.length > 0;

  async function make() {
    setWorking(true);
    setProblem("");
    const chosen = form.reads.flatMap((name) => (choices[name] === undefined ? [] : [[name, choices[name]] as const]));
    const query = new URLSearchParams([
      ...chosen.map(([name, option]) => [name, option ?? ""]),
      ...(held ? [["broken", "1"]] : []),
    ]);
    const address = form === FILE ? "folio.json" : `export.${form.ending}?${query}`;
    try {
      onDone(await save(`/api/folios/${data.folio.id}/${address}`));
    } catch (error) {
      setProblem(error instanceof Error ? error.message : "It could not be made.");
    } finally {
      setWorking(false);
    }
  }

  return (
    <Box
      as="form"
      px="14px"
      py="12px"
      onSubmit={(event) => {
        event.preventDefault();
        void make();
      }}
    >
      <Box role="radiogroup" aria-label="Form">
        {forms.map((each) => (
          <Flex
            as="label"
            key={each.ending}
            align="center"
            gap="8px"
            py="3px"
            cursor="pointer"
            _hover={{ bg: "amberWash" }}
          >
            <input type="radio" name="form" checked={each.ending === ending} onChange={() => setEnding(each.ending)} />
            <Box flex="1" fontWeight={each.ending === ending ? "600" : "400"}>
              {each.title}
            </Box>
            <Box color="quiet" textStyle="small">
              .{each.ending}
            </Box>
          </Flex>
        ))}
      </Box>
      {form.reads.map((name) => {
        const options = Object.entries(TERMS[name]?.options ?? {});
        return (
          <Line key={name} label={TERMS[name]?.title ?? name}>
            <Select
              label={TERMS[name]?.title ?? name}
              value={choices[name] ?? usual[name] ?? options[0]?.[0] ?? ""}
              options={options}
              onChange={(option) => setChoices({ ...choices, [name]: option })}
            />
          </Line>
        );
      })}
      {template && (
        <Box color="quiet" textStyle="small" mt="8px">
          Laid in “{template}”, the template of the house.
        </Box>
      )}
      {held && broken[0] && (
        <Box role="status" mt="10px" pl="10px" borderLeftWidth="2px" borderColor="alarm" textStyle="small">
          Page {broken[0].page} claims that {broken[0].words}, but {broken[0].now}.
          {broken.length > 1 && ` ${broken.length - 1} more do not hold.`}
        </Box>
      )}
      {problem && (
        <Box role="alert" color="alarm" textStyle="small" mt="8px">
          {problem}
        </Box>
      )}
      <Flex justify="flex-end" mt="12px">
        <Button size="sm" variant={held ? "plain" : "lead"} type="submit" disabled={working}>
          {working ? "Making it" : held ? `Save .${form.ending} all the same` : `Save .${form.ending}`}
        </Button>
      </Flex>
    </Box>
  );
}

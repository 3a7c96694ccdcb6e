import { Box, Flex, Popover } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { Fragment, useState } from "react";
import { api, type Export, exportAddress, type Recipe, sentenceOf } from "../../api/client";
import { keys, useUsualChoices } from "../../api/queries";
import { CHOICE_TERMS } from "../../api/vocabulary";
import { Button } from "../../shared/Button";
import { Line } from "../../shared/Line";
import { PopCard } from "../../shared/PopCard";
import { Select } from "../../shared/Select";
import { save } from "../../shared/save";
import { copyTable } from "./stage/copyPicture";

type Template = NonNullable<Recipe["page"]>["template"];
type Props = { id: number; forms: readonly Export[]; template: Template; onSaid: (words: string) => void };
type Chosen = { ending: string; choices: Record<string, string> };
type Term = { title: string; options: Record<string, string> };

const PURPOSES = {
  slide: "For a slide",
  document: "For a document",
  workbook: "For a workbook",
  web: "For the web",
  data: "For data and code",
} as const;
const CARRIES = {
  printed: "Numbers that are printed go along; hidden ones stay here.",
  all: "All numbers go along, also those that are not printed.",
  none: "No numbers go along.",
} as const;
const RECIPE: Export = {
  ending: "recipe.json",
  title: "Recipe, for the shell",
  purpose: "data",
  carries: "none",
  reads: [],
  laid_in: null,
};
const TERMS = CHOICE_TERMS as Record<string, Term>;
const ZOOMS = { "1": "1, as on screen", "2": "2, sharp", "3": "3", "4": "4, for print" };
const KEPT = "export";

/** What the figure leaves as: by where it goes, what it carries, and what is chosen of it; the last choice is remembered. */
export function ExportCard({ id, forms, template, onSaid }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root
      open={open}
      onOpenChange={(change) => setOpen(change.open)}
      positioning={{ placement: "bottom-end" }}
      initialFocusEl={() => document.querySelector<HTMLElement>("input[name=form]:checked")}
      lazyMount
      unmountOnExit
    >
      <Popover.Trigger asChild>
        <Button variant="lead">Export</Button>
      </Popover.Trigger>
      <PopCard label="Export" width="340px">
        <Forms id={id} forms={[...forms, RECIPE]} template={template} onSaid={onSaid} onDone={() => setOpen(false)} />
      </PopCard>
    </Popover.Root>
  );
}

function Forms({ id, forms, template, onSaid, onDone }: Props & { onDone: () => void }) {
  const [chosen, setChosen] = useState<Chosen>(remembered);
  const client = useQueryClient();
  const usual: Record<string, string> = useUsualChoices().data?.choices ?? {};
  const [working, setWorking] = useState(false);
  const [problem, setProblem] = useState("");
  const form = forms.find(({ ending }) => ending === chosen.ending) ?? forms[0];
  if (!form) return null;
  const bare = form.reads.includes("values") && chosen.choices.values === "no";

  function choose(next: Partial<Chosen>) {
    setProblem("");
    setChosen({ ...chosen, ...next });
  }

  async function done(act: () => Promise<string>) {
    setWorking(true);
    setProblem("");
    try {
      localStorage.setItem(KEPT, JSON.stringify(chosen));
      onSaid(await act());
      onDone();
    } catch (error) {
      setProblem(error instanceof Error ? error.message : "It could not be made.");
    } finally {
      setWorking(false);
    }
  }

  async function makeUsual(name: string, option: string) {
    try {
      client.setQueryData(keys.usualChoices, await api.setUsualChoices({ [name]: option }));
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  }

  const given = form.reads.filter((name) => chosen.choices[name] !== undefined);
  const query = given.length ? `?${new URLSearchParams(given.map((name) => [name, chosen.choices[name] ?? ""]))}` : "";
  const address = form === RECIPE ? `/api/plates/${id}/recipe` : exportAddress(id, form.ending, query);
  return (
    <Box
      as="form"
      onSubmit={(event) => {
        event.preventDefault();
        void done(() => save(address));
      }}
    >
      <Box role="radiogroup" aria-label="Form" px="14px" pt="10px" maxH="52vh" overflowY="auto">
        {Object.entries(PURPOSES).map(([purpose, title]) => (
          <Fragment key={purpose}>
            <Box textStyle="label" color="quiet" mt="6px" mb="1px">
              {title}
            </Box>
            {forms
              .filter((each) => each.purpose === purpose)
              .map(({ ending, title: name }) => (
                <Flex
                  as="label"
                  key={ending}
                  align="center"
                  gap="8px"
                  py="2px"
                  cursor="pointer"
                  borderRadius="4px"
                  _hover={{ bg: "amberWash" }}
                >
                  <input
                    type="radio"
                    name="form"
                    checked={ending === form.ending}
                    onChange={() => choose({ ending })}
                  />
                  <Box flex="1" fontWeight={ending === form.ending ? "600" : "400"}>
                    {name}
                  </Box>
                  <Box color="quiet" textStyle="small">
                    .{ending}
                  </Box>
                </Flex>
              ))}
          </Fragment>
        ))}
      </Box>
      <Box px="14px" pb="12px" mt="8px" borderTopWidth="1px" borderColor="line">
        {form.reads.map((name) => {
          const term = TERMS[name];
          if (!term) return null;
          const options = Object.entries(name === "zoom" ? ZOOMS : term.options);
          const standing = name === "zoom" ? "2" : (usual[name] ?? options[0]?.[0] ?? "");
          const option = chosen.choices[name] ?? standing;
          return (
            <Fragment key={name}>
              <Line label={term.title}>
                <Select
                  label={term.title}
                  value={option}
                  options={options}
                  onChange={(next) => choose({ choices: { ...chosen.choices, [name]: next } })}
                />
              </Line>
              {usual[name] !== undefined && option !== usual[name] && (
                <Button size="sm" variant="plain" onClick={() => void makeUsual(name, option)}>
                  Make this usual in this library
                </Button>
              )}
            </Fragment>
          );
        })}
        <Box color="quiet" textStyle="small" mt="10px" data-testid="carries">
          {bare ? "Colors alone: no number of a cell goes along; the legend is as it stands." : CARRIES[form.carries]}
        </Box>
        {form.laid_in && template?.[form.laid_in] && (
          <Box color="quiet" textStyle="small" mt="4px">
            Laid in “{template[form.laid_in]}”, the template of the house.
          </Box>
        )}
        {form.reads.includes("colors") && (
          <Box color="quiet" textStyle="small" mt="4px">
            Where no rule says what these cells show, colors are fills; the sheet “About” says so.
          </Box>
        )}
        {problem && (
          <Box role="alert" color="alarm" textStyle="small" mt="6px">
            {problem}
          </Box>
        )}
        <Flex gap="8px" mt="10px" justify="space-between">
          <Button size="sm" variant="plain" disabled={working} onClick={() => void done(() => copyTable(id, query))}>
            Copy as colored table
          </Button>
          <Button size="sm" variant="lead" type="submit" disabled={working}>
            {working ? "Making it" : `Save .${form.ending}`}
          </Button>
        </Flex>
      </Box>
    </Box>
  );
}

function remembered(): Chosen {
  try {
    const kept = JSON.parse(localStorage.getItem(KEPT) ?? "") as Chosen;
    return { ending: String(kept.ending), choices: { ...kept.choices } };
  } catch {
    return { ending: "pptx", choices: {} };
  }
}

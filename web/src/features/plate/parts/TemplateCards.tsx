import { Box, Flex } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Recipe, sentenceOf, type Template } from "../../../api/client";
import { keys, useTemplates } from "../../../api/queries";
import { Button } from "../../../shared/Button";
import { FileButton } from "../../../shared/FileButton";
import { Line } from "../../../shared/Line";
import { Radio } from "../../../shared/Radio";
import { useRemove } from "../../../shared/removing";
import { Select } from "../../../shared/Select";
import { layoutOf, withDocument, withSlides } from "../changes/templates";
import type { Change } from "../changes/usePlate";

type Props = {
  kind: Template["kind"];
  recipe: Recipe;
  onChange: (change: Change) => void;
  onRefused: (sentence: string) => void;
};

const ACCEPT = { slides: ".pptx,.potx", document: ".docx,.dotx" };
const WORDS = { slides: "slides", document: "documents" };

/** The house's templates of a kind: which one the plate leaves in, on which layout; one more can be given, or one taken away. */
export function TemplateCards({ kind, recipe, onChange, onRefused }: Props) {
  const client = useQueryClient();
  const removing = useRemove();
  const templates = (useTemplates().data ?? []).filter((each) => each.kind === kind);
  const [replaced, setReplaced] = useState("");
  const named = recipe.page?.template?.[kind];
  const chosen = templates.find((each) => each.name === named);

  const choose = (template: Template | undefined, layout?: string) =>
    onChange(kind === "slides" ? withSlides(template, layout) : withDocument(template));

  async function take(file: File) {
    try {
      const given = await api.giveTemplate(file);
      setReplaced(templates.some(({ id }) => id === given.id) ? given.name : "");
      await client.invalidateQueries({ queryKey: keys.templates });
      choose(given);
    } catch (error) {
      onRefused(sentenceOf(error));
    }
  }

  async function takeAway(template: Template) {
    try {
      await removing("template", template.id, () => api.takeAwayTemplate(template.id));
      if (template === chosen) choose(undefined);
    } catch (error) {
      onRefused(sentenceOf(error));
    }
  }

  return (
    <>
      <Box role="radiogroup" aria-label={`Template of ${WORDS[kind]}`} mt="12px">
        <Radio name={kind} on={!named} label="No template" onChoose={() => choose(undefined)}>
          <Sheet />
        </Radio>
        {named && !chosen && (
          <Radio name={kind} on label={named} note="not here" onChoose={() => {}}>
            <Sheet />
          </Radio>
        )}
        {templates.map((each) => (
          <Radio
            key={each.id}
            name={kind}
            on={each.name === named}
            label={each.name}
            note={`${Math.round(each.width)} × ${Math.round(each.height)}`}
            onChoose={() => choose(each)}
          >
            <Sheet template={each} />
          </Radio>
        ))}
      </Box>
      {kind === "slides" && chosen && (
        <Line label="Layout">
          <Select
            label="Layout of the template"
            value={recipe.page?.template?.layout ?? ""}
            options={[
              ["", chosen.usual],
              ...chosen.layouts.filter(({ name }) => name !== chosen.usual).map(({ name }) => [name, name] as const),
            ]}
            onChange={(layout) => choose(chosen, layout || undefined)}
          />
        </Line>
      )}
      {replaced && (
        <Box role="status" textStyle="small" color="quiet" mt="8px">
          “{replaced}” took the place of the one of its name; plates that name it leave in the new one.
        </Box>
      )}
      <Flex gap="8px" mt="12px" wrap="wrap">
        <FileButton
          label={`File of the template of ${WORDS[kind]}`}
          words={templates.length ? "Give another" : "Give a template"}
          accept={ACCEPT[kind]}
          onTake={take}
        />
        {chosen && (
          <Button size="sm" variant="plain" onClick={() => void takeAway(chosen)}>
            Take it away
          </Button>
        )}
      </Flex>
    </>
  );
}

/** A page in small: its shape, its ground, and its first accents. */
function Sheet({ template }: { template?: Template }) {
  const across = template?.width ?? 960;
  const down = template?.height ?? 540;
  const grow = 22 / Math.max(across, down);
  const ground = (template && layoutOf(template)?.ground) ?? "#ffffff";
  return (
    <Flex
      borderWidth="1px"
      borderColor="edge"
      align="flex-end"
      css={{ forcedColorAdjust: "none" }}
      style={{ width: across * grow * 1.2, height: down * grow * 1.2, background: ground }}
    >
      {template?.accents.slice(0, 4).map((accent, i) => (
        <Box key={`${accent} ${i}`} flex="1" h="5px" style={{ background: accent }} />
      ))}
    </Flex>
  );
}

import { Box, Flex } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { api, type Template } from "../../api/client";
import { keys, useTemplates } from "../../api/queries";
import { LANGUAGE_NAMES, PAGE_TERMS, THEME_TERMS } from "../../api/vocabulary";
import { Choice } from "../../shared/Choice";
import { FileButton } from "../../shared/FileButton";
import { Line } from "../../shared/Line";
import { Select } from "../../shared/Select";
import { withFolio, withPageLook } from "./folios";
import type { PartProps } from "./partProps";

const SHOWN = [
  { value: "yes", label: "shown" },
  { value: "no", label: "left out" },
] as const;

/** What all pages are: their size and theme, the templates that slides and a report are laid in, numbers and contents. */
export function TemplatePart({ data, onChange, onRefused }: PartProps) {
  const client = useQueryClient();
  const templates = useTemplates().data ?? [];
  const page = data.spec.page ?? {};
  const size = `${page.width ?? 960} ${page.height ?? 540}`;
  const named = page.template ?? {};

  function lay(kind: Template["kind"], name: string) {
    const next = { ...named, [kind]: name || undefined, ...(kind === "slides" ? { layout: undefined } : {}) };
    onChange(withPageLook({ template: next.slides || next.document ? next : undefined }));
  }

  async function give(kind: Template["kind"], file: File) {
    try {
      const given = await api.giveTemplate(file);
      await client.invalidateQueries({ queryKey: keys.templates });
      if (given.kind === kind) lay(kind, given.name);
    } catch (problem) {
      onRefused(problem);
    }
  }

  const choosing = (kind: Template["kind"], words: string, accept: string) => {
    const here = templates.filter((each) => each.kind === kind).map(({ name }) => name);
    const own = named[kind] ?? "";
    const gone = own && !here.includes(own) ? [[own, `${own} (not here)`] as const] : [];
    return (
      <Box mt="14px">
        <Box textStyle="label" mb="5px">
          {words}
        </Box>
        <Select
          label={words}
          value={own}
          options={[["", "plain"], ...gone, ...here.map((name) => [name, name] as const)]}
          onChange={(name) => lay(kind, name)}
        />
        <Flex mt="6px">
          <FileButton
            label={`File: ${words}`}
            words="Give a template"
            accept={accept}
            onTake={(file) => give(kind, file)}
          />
        </Flex>
      </Box>
    );
  };

  return (
    <>
      {!named.slides && (
        <Line label="Page">
          <Select
            label="Page size"
            value={size}
            options={[
              ...Object.values(PAGE_TERMS).map(({ title, width, height }) => [`${width} ${height}`, title] as const),
              ["595 842", "A4, standing"],
              ["842 595", "A4, lying"],
            ]}
            onChange={(next) => {
              const [width, height] = next.split(" ").map(Number);
              onChange(withPageLook({ width, height }));
            }}
          />
        </Line>
      )}
      {!named.slides && (
        <Line label="Theme">
          <Select
            label="Theme"
            value={page.theme ?? "paper"}
            options={Object.entries(THEME_TERMS).map(([name, { title }]) => [name, title] as const)}
            onChange={(theme) =>
              onChange(withPageLook({ theme: theme as keyof typeof THEME_TERMS, ground: undefined, ink: undefined }))
            }
          />
        </Line>
      )}
      <Line label="Language">
        <Select
          label="Language"
          value={page.language ?? ""}
          options={[["", "that of each plate"], ...Object.entries(LANGUAGE_NAMES)]}
          onChange={(language) => onChange(withPageLook({ language: language || undefined }))}
        />
      </Line>
      <Line label="Numbers">
        <Choice
          label="Page numbers"
          value={data.spec.numbers === false ? "no" : "yes"}
          choices={SHOWN}
          onChange={(shown) => onChange(withFolio({ numbers: shown === "no" ? false : undefined }))}
        />
      </Line>
      <Line label="Contents">
        <Choice
          label="Contents"
          value={data.spec.contents === false ? "no" : "yes"}
          choices={SHOWN}
          onChange={(shown) => onChange(withFolio({ contents: shown === "no" ? false : undefined }))}
        />
      </Line>
      {choosing("slides", "Slides are laid in", ".pptx,.potx")}
      {choosing("document", "A report is laid in", ".docx,.dotx")}
    </>
  );
}

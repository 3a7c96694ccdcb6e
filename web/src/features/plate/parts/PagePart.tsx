import { Box, Flex } from "@chakra-ui/react";
import { api, type Figure, type Recipe, sentenceOf } from "../../../api/client";
import { LANGUAGE_NAMES, LIMITS, PAGE_TERMS, THEME_TERMS } from "../../../api/vocabulary";
import { Button } from "../../../shared/Button";
import { FileButton } from "../../../shared/FileButton";
import { Line } from "../../../shared/Line";
import { Radio } from "../../../shared/Radio";
import { SavedInput } from "../../../shared/SavedInput";
import { Toggle } from "../../../shared/Toggle";
import { named } from "../../../shared/terms";
import { withPage, withPageLook } from "../changes/looks";
import type { Change } from "../changes/usePlate";
import { ColorField } from "../fields/ColorField";
import { NumberField } from "../fields/NumberField";
import { type Card, controls, oneOf, Said } from "../fields/Said";
import { TemplateCards } from "./TemplateCards";

type Page = NonNullable<Recipe["page"]>;
type Underlay = NonNullable<Page["underlay"]>;
type Props = {
  figure: Figure;
  recipe: Recipe;
  onChange: (change: Change) => void;
  onRefused: (sentence: string) => void;
};

/** The page: its size, its theme, its font, and a picture under the cells. */
export function PagePart(props: Props) {
  return <Said part="page" title="Page" figure={props.figure} cards={cardsOf(props)} />;
}

/** What the phrases of the sentence open. */
function cardsOf({ figure, recipe, onChange, onRefused }: Props): Record<string, Card> {
  const page = recipe.page ?? {};
  const { width = 960, height = 540 } = page;
  return {
    size: controls(
      "Page size",
      <>
        <Box role="radiogroup" aria-label="Page size" mt="12px">
          {named(PAGE_TERMS).map(([name, each]) => (
            <Radio
              key={name}
              name="page"
              on={each.width === width && each.height === height}
              label={each.title}
              note={`${each.width} × ${each.height}`}
              onChoose={() => onChange(withPage(each.width, each.height))}
            >
              <Box
                borderWidth="1px"
                borderColor="ink"
                style={{ width: (each.width / 960) * 30, height: (each.height / 960) * 30 }}
              />
            </Radio>
          ))}
        </Box>
        <Line label="Own, points">
          <Flex align="center" gap="6px">
            <NumberField
              label="Width, points"
              least={LIMITS.page_least}
              most={LIMITS.page_most}
              value={width}
              onDone={(next) => onChange(withPage(next ?? width, height))}
            />
            ×
            <NumberField
              label="Height, points"
              least={LIMITS.page_least}
              most={LIMITS.page_most}
              value={height}
              onDone={(next) => onChange(withPage(width, next ?? height))}
            />
          </Flex>
        </Line>
      </>,
    ),
    least_type: controls(
      "Least type",
      <Line label="Type at least">
        <Flex align="center" gap="6px">
          <NumberField
            label="Least size of type, points"
            none={String(figure.usual_type)}
            least={LIMITS.least_type_least}
            most={LIMITS.least_type_most}
            value={page.least_type}
            onDone={(least_type) => onChange(withPageLook({ least_type }))}
          />
          <Box color="quiet">points</Box>
        </Flex>
      </Line>,
    ),
    theme: controls(
      "Theme",
      <>
        <Box role="radiogroup" aria-label="Theme" mt="12px">
          {named(THEME_TERMS).map(
            ([
              name,
              {
                title,
                theme: { ground, ink },
              },
            ]) => (
              <Radio
                key={name}
                name="theme"
                on={(page.theme ?? "paper") === name}
                label={title}
                onChoose={() => onChange(withPageLook({ theme: name, ground: undefined, ink: undefined }))}
              >
                <Flex
                  w="30px"
                  h="20px"
                  align="center"
                  justify="center"
                  borderWidth="1px"
                  borderColor="edge"
                  fontWeight="600"
                  style={{ background: ground, color: ink }}
                >
                  a
                </Flex>
              </Radio>
            ),
          )}
        </Box>
        <Line label="Own ground">
          <ColorField
            label="Ground of the page"
            none="the theme's"
            value={page.ground}
            onDone={(ground) => onChange(withPageLook({ ground }))}
          />
        </Line>
        <Line label="Own ink">
          <ColorField
            label="Ink of the page"
            none="the theme's"
            value={page.ink}
            onDone={(ink) => onChange(withPageLook({ ink }))}
          />
        </Line>
      </>,
    ),
    transparent: controls(
      "Ground",
      <Box mt="12px">
        <Toggle
          label="See-through ground"
          on={page.transparent ?? false}
          onChange={(transparent) => onChange(withPageLook({ transparent }))}
        />
      </Box>,
    ),
    language: oneOf(
      "Language of the page",
      (page.language ?? "en").split("-")[0] as string,
      languagesOf(figure.proposed_language),
      (language) => onChange(withPageLook({ language: language === "en" ? undefined : language })),
    ),
    font: controls("Font of the house", <FontPart font={page.font} onChange={onChange} onRefused={onRefused} />),
    template: controls("Template of slides", <TemplateCards kind="slides" {...{ recipe, onChange, onRefused }} />),
    layout: controls("Layout of slides", <TemplateCards kind="slides" {...{ recipe, onChange, onRefused }} />),
    document: controls("Template of documents", <TemplateCards kind="document" {...{ recipe, onChange, onRefused }} />),
    underlay: controls(
      "Picture under the cells",
      <UnderlayPart underlay={page.underlay} onChange={onChange} onRefused={onRefused} />,
    ),
  };
}

/** English, the table's own, and the others by name. */
function languagesOf(proposed: string | null): (readonly [string, string])[] {
  const all = Object.entries(LANGUAGE_NAMES).sort(([, one], [, other]) => one.localeCompare(other));
  const first = all.filter(([code]) => code === "en" || code === proposed);
  return [
    ...first.map(([code, name]) => [code, code === proposed ? `${name}, as the table` : name] as const),
    ...all.filter((each) => !first.includes(each)),
  ];
}

type Font = NonNullable<Page["font"]>;
type FontProps = Pick<Props, "onChange" | "onRefused"> & { font: Font | undefined };

/** The house's own font: a file for the regular, and one for the bold if there is one. */
function FontPart({ font, onChange, onRefused }: FontProps) {
  async function take(which: "regular" | "bold", chosen: File) {
    try {
      const { font: kept } = await api.giveFont(chosen);
      onChange((recipe) => {
        const now = recipe.page?.font;
        const next = { regular: now?.regular ?? kept, ...now, [which]: kept };
        return withPageLook({ font: next })(recipe);
      });
    } catch (error) {
      onRefused(sentenceOf(error));
    }
  }
  return (
    <Flex gap="8px" mt="12px" wrap="wrap">
      <FileButton
        label="File of the regular font"
        words={font ? "Another regular" : "Choose a font"}
        accept=".ttf,.otf,.woff,.woff2"
        onTake={(file) => take("regular", file)}
      />
      {font && (
        <FileButton
          label="File of the bold font"
          words={font.bold ? "Another bold" : "And its bold"}
          accept=".ttf,.otf,.woff,.woff2"
          onTake={(file) => take("bold", file)}
        />
      )}
      {font && (
        <Button size="sm" variant="plain" onClick={() => onChange(withPageLook({ font: undefined }))}>
          The bundled one
        </Button>
      )}
    </Flex>
  );
}

type UnderlayProps = Pick<Props, "onChange" | "onRefused"> & { underlay: Underlay | undefined };

/** A picture under the cells: its file, how strong it and the cells are, and which part of it is shown. */
function UnderlayPart({ underlay, onChange, onRefused }: UnderlayProps) {
  const set = (change: Partial<Underlay>) =>
    underlay && onChange(withPageLook({ underlay: { ...underlay, ...change } }));

  async function take(chosen: File) {
    try {
      const { picture } = await api.givePicture(chosen);
      onChange(withPageLook({ underlay: { ...underlay, picture } }));
    } catch (error) {
      onRefused(sentenceOf(error));
    }
  }

  return (
    <>
      <Flex gap="8px" mt="12px">
        <FileButton
          label="File of the picture"
          words={underlay ? "Another picture" : "Choose a picture"}
          accept="image/png,image/jpeg"
          onTake={take}
        />
        {underlay && (
          <Button size="sm" variant="plain" onClick={() => onChange(withPageLook({ underlay: undefined }))}>
            Take it off
          </Button>
        )}
      </Flex>
      {underlay && (
        <>
          <Share label="Picture" value={underlay.strength ?? 1} onDone={(strength) => set({ strength })} />
          <Share label="Cells" value={underlay.cells ?? 0.6} onDone={(cells) => set({ cells })} />
          {(["left", "top", "width", "height"] as const).map((side) => (
            <Share
              key={side}
              label={CROP[side]}
              value={underlay.crop?.[side] ?? (side === "left" || side === "top" ? 0 : 1)}
              onDone={(share) => set({ crop: { ...underlay.crop, [side]: share } })}
            />
          ))}
        </>
      )}
    </>
  );
}

const CROP = { left: "From left", top: "From top", width: "Part across", height: "Part down" };

/** A share from 0 to 100 percent. */
function Share({ label, value, onDone }: { label: string; value: number; onDone: (share: number) => void }) {
  return (
    <Line label={label}>
      <Flex align="center" gap="6px">
        <SavedInput
          aria-label={`${label}, percent`}
          size="sm"
          w="72px"
          value={String(Math.round(value * 1000) / 10)}
          wrong={(text) =>
            text.trim() !== "" && Number(text) >= 0 && Number(text) <= 100 ? null : "Write a number from 0 to 100."
          }
          onDone={(text) => onDone(Number(text) / 100)}
        />
        <Box color="quiet">%</Box>
      </Flex>
    </Line>
  );
}

import { Box } from "@chakra-ui/react";
import type { Figure, Recipe } from "../../../api/client";
import { withWords } from "../changes/looks";
import type { Change } from "../changes/usePlate";
import { type Card, controls, Said } from "../fields/Said";
import { Written } from "../fields/Written";
import { ClaimsCard } from "./ClaimsCard";

type Props = { figure: Figure; recipe: Recipe; onChange: (change: Change) => void };
type Which = keyof NonNullable<Recipe["words"]>;

/** Words on the page, from the top to its foot. */
export function WordsPart({ figure, recipe, onChange }: Props) {
  const lines: readonly [Which, string, string][] = [
    ["title", "Title", figure.default_title],
    ["subtitle", "Subtitle", "none"],
    ["columns", "Name of the columns", "none"],
    ["rows", "Name of the rows", "none"],
    ["caption", "Caption", figure.default_caption],
    ["source", "Source", "none"],
  ];
  const cards = lines.map(([which, label, hint]): [string, Card] => [
    which,
    controls(
      label,
      <Written
        label={label}
        hint={hint}
        value={recipe.words?.[which]}
        facts={figure.facts}
        onDone={(text) => onChange(withWords({ [which]: text }))}
      />,
      "300px",
    ),
  ]);
  return (
    <>
      <Said
        part="words"
        title="Words"
        figure={figure}
        cards={{
          ...Object.fromEntries(cards),
          claims: controls("Claims", <ClaimsCard figure={figure} recipe={recipe} onChange={onChange} />, "320px"),
        }}
      />
      <Box color="quiet" textStyle="small" mt="14px">
        Type {"{"} for a live fact, such as the number of records kept: it stays right when the data moves.
      </Box>
    </>
  );
}

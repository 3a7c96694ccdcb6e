import { Box } from "@chakra-ui/react";
import type { Figure, Scene } from "../../../api/client";
import type { Cell } from "../changes/view";
import { rectOf } from "./places";
import { cellName, indexOf, readOf, recordsWords, sidesWords } from "./reading";
import { ToldBox } from "./ToldBox";

type Props = {
  figure: Figure;
  grid: NonNullable<Scene["grid"]>;
  cell: Cell;
  zoom: number;
  origin: { left: number; top: number };
};

/** What the cell under the pointer says, beside it: below and to the right, or on the other side near an edge. */
export function Tooltip({ figure, grid, cell, zoom, origin }: Props) {
  const rect = rectOf(grid, cell);
  const right = rect.left + rect.width / 2 > figure.scene.width / 2;
  const low = rect.top + rect.height / 2 > figure.scene.height * 0.6;
  const left = (rect.left - origin.left) * zoom;
  const top = (rect.top - origin.top) * zoom;
  const { value, why } = readOf(figure, cell);
  return (
    <ToldBox
      name="tooltip"
      at={{
        left: right ? undefined : left + rect.width * zoom + 8,
        right: right ? `calc(100% - ${left - 8}px)` : undefined,
        top: low ? undefined : top + rect.height * zoom + 6,
        bottom: low ? `calc(100% - ${top - 6}px)` : undefined,
      }}
    >
      <Box color="onBarQuiet">{cellName(figure, cell)}</Box>
      <Box fontWeight="600" fontSize="14px">
        {value}
        {why && (
          <Box as="span" fontWeight="400" color="onBarQuiet">
            {" "}
            {why}
          </Box>
        )}
      </Box>
      {figure.against && <Box>{sidesWords(figure, cell)}</Box>}
      {figure.beside.map(({ words, texts }) => (
        <Box key={words}>
          {words}: {texts[indexOf(figure, cell)] || "none"}
        </Box>
      ))}
      <Box>{recordsWords(figure, cell)}</Box>
    </ToldBox>
  );
}

import { Box, Dialog, Flex } from "@chakra-ui/react";
import { useState } from "react";
import { api, type ReturnedFigure, sentenceOf } from "../api/client";
import { Button } from "./Button";
import { FileButton } from "./FileButton";
import { counted } from "./numbers";
import { Sheet } from "./Sheet";
import { save } from "./save";

type Props = { open: boolean; onClose: () => void; onSaid: (words: string) => void };

/** A deck, report or workbook that people edited since it left: what would change, and the same with its figures remade where they stand. */
export function GiveBack({ open, onClose, onSaid }: Props) {
  return (
    <Sheet heading="Give a file back" open={open} onClose={onClose} width="620px" tall>
      {open && <Giving onClose={onClose} onSaid={onSaid} />}
    </Sheet>
  );
}

type Given = { file: File; figures: readonly ReturnedFigure[] };

function Giving({ onClose, onSaid }: Omit<Props, "open">) {
  const [given, setGiven] = useState<Given | null>(null);
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [working, setWorking] = useState(false);
  const [problem, setProblem] = useState("");
  const remade = given?.figures.filter(({ number, stays }) => !stays && !left.has(number)) ?? [];

  async function take(file: File) {
    setProblem("");
    try {
      const { figures } = await api.returned(file);
      setGiven({ file, figures });
      setLeft(new Set());
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  }

  async function refresh() {
    if (!given) return;
    setWorking(true);
    setProblem("");
    try {
      const query = new URLSearchParams({ name: given.file.name, leave: [...left].join(",") });
      onSaid(await save(`/api/returned/refreshed?${query}`, given.file));
      onClose();
    } catch (error) {
      setProblem(sentenceOf(error));
    } finally {
      setWorking(false);
    }
  }

  return (
    <>
      <Dialog.Body textStyle="base">
        <Box color="quiet" mb="10px">
          Its figures are remade where they stand now, at the size and in the look they have now. Nothing else of the
          file is touched but what is told with each.
        </Box>
        <FileButton
          label="File that came back"
          words={given ? "Choose another" : "Choose the file"}
          accept=".pptx,.docx,.xlsx"
          onTake={take}
        />
        {given && (
          <Box role="group" aria-label={`Figures of ${given.file.name}`} mt="12px">
            {given.figures.map((figure) => (
              <Line
                key={figure.number}
                figure={figure}
                on={!figure.stays && !left.has(figure.number)}
                onTurn={(on) =>
                  setLeft(
                    on
                      ? new Set([...left].filter((each) => each !== figure.number))
                      : new Set([...left, figure.number]),
                  )
                }
              />
            ))}
          </Box>
        )}
        {problem && (
          <Box role="alert" color="alarm" mt="10px">
            {problem}
          </Box>
        )}
      </Dialog.Body>
      <Dialog.Footer>
        <Button variant="plain" onClick={onClose}>
          Cancel
        </Button>
        <Button variant="lead" disabled={working || !remade.length} onClick={() => void refresh()}>
          {working ? "Remaking them" : `Save with ${counted(remade.length, "figure")} remade`}
        </Button>
      </Dialog.Footer>
    </>
  );
}

function Line({ figure, on, onTurn }: { figure: ReturnedFigure; on: boolean; onTurn: (on: boolean) => void }) {
  const { where, plate, told, stays, broken, copies } = figure;
  return (
    <Flex as="label" gap="10px" py="7px" borderTopWidth="1px" borderColor="line" cursor={stays ? "default" : "pointer"}>
      <input type="checkbox" checked={on} disabled={stays} onChange={(event) => onTurn(event.target.checked)} />
      <Box flex="1" minW="0" overflowWrap="anywhere">
        <Box>
          <Box as="span" fontWeight="600">
            {`${where[0]?.toUpperCase()}${where.slice(1)}`}
          </Box>
          {plate && `, ${plate}`}
          {copies.length > 0 && (
            <Box as="span" color="quiet">
              {" "}
              (also {copies.join(", ")})
            </Box>
          )}
        </Box>
        <Box color={stays || broken.length ? "alarm" : "quiet"} textStyle="small">
          {told}
        </Box>
      </Box>
    </Flex>
  );
}

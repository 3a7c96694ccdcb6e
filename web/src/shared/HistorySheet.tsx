import { Box, chakra, Dialog } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { type Schemas, sentenceOf } from "../api/client";
import { whenSaved } from "./numbers";
import { Sheet } from "./Sheet";

type Props = {
  /** What it is the history of, and how that stands. */
  of: readonly unknown[];
  load: () => Promise<Schemas["HistoryAnswer"]>;
  onGo: (number: number) => void;
};

/** Every step of a plate or a folio, the latest first; a click goes back to one, or forth. */
export function HistorySheet({ open, onClose, ...props }: Props & { open: boolean; onClose: () => void }) {
  return (
    <Sheet heading="History" open={open} onClose={onClose} width="520px">
      <Dialog.Body pb="20px" maxH="60vh" overflowY="auto">
        {open && <Steps {...props} />}
      </Dialog.Body>
    </Sheet>
  );
}

function Steps({ of, load, onGo }: Props) {
  const { data, error } = useQuery({ queryKey: ["history", ...of], queryFn: load });
  return (
    <>
      {error && <Box color="alarm">{sentenceOf(error)}</Box>}
      <Box as="ol" listStyleType="none" aria-label="Steps">
        {data?.steps.toReversed().map((step) => {
          const stands = step.number === data.at;
          return (
            <li key={step.number}>
              <chakra.button
                type="button"
                display="flex"
                w="100%"
                gap="12px"
                py="6px"
                px="8px"
                textAlign="start"
                borderTopWidth="1px"
                borderColor="line"
                cursor={stands ? "default" : "pointer"}
                fontWeight={stands ? "600" : "400"}
                color={step.number > data.at ? "quiet" : "ink"}
                bg={stands ? "amberWash" : undefined}
                aria-current={stands ? "step" : undefined}
                _hover={{ bg: "amberWash" }}
                onClick={() => !stands && onGo(step.number)}
              >
                <Box flex="1">
                  {step.change}
                  {step.unseen && (
                    <Box as="span" color="quiet" fontWeight="400" textStyle="small">
                      {" "}
                      from elsewhere, over whatever stood
                    </Box>
                  )}
                </Box>
                <Box color="quiet" fontWeight="400" textStyle="small" flex="none">
                  {stands ? "stands now" : whenSaved(step.made)}
                </Box>
              </chakra.button>
            </li>
          );
        })}
      </Box>
    </>
  );
}

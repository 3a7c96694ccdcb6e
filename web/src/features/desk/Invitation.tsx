import { Box } from "@chakra-ui/react";
import { type ReactNode, useRef } from "react";
import { Button } from "../../shared/Button";
import { megabytes } from "../../shared/numbers";
import { ProgressLine } from "../../shared/ProgressLine";
import { Refused } from "../../shared/Say";
import type { GivingState } from "../intake";

type InvitationProps = {
  state: GivingState;
  over: boolean;
  /** Nothing is here yet, so there is room, and a need, to say what a table is. */
  first: boolean;
  onFiles: (files: readonly File[]) => void;
  onCancel: () => void;
  onRest: () => void;
  onSample: () => void;
};

/** The one plain invitation, which tells how the import goes and why it could not. */
export function Invitation({ state, over, first, onFiles, onCancel, onRest, onSample }: InvitationProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <Box
      borderWidth="1.5px"
      borderStyle={over ? "solid" : "dashed"}
      borderColor={over ? "amberLine" : "control"}
      bg={over ? "amberWash" : "panel"}
      borderRadius="8px"
      px="18px"
      py={first ? "64px" : "20px"}
      textAlign="center"
      aria-live="polite"
    >
      {state.at === "sending" && (
        <Progressing
          words={`Sending ${state.name}`}
          note={`${megabytes(state.sent)} of ${megabytes(state.size)}`}
          share={state.size ? state.sent / state.size : null}
        >
          <Button variant="plain" size="sm" onClick={onCancel}>
            Cancel
          </Button>
        </Progressing>
      )}
      {state.at === "looking" && <Progressing words={`Looking at ${state.name}`} share={null} />}
      {state.at === "refused" && (
        <Box mb="14px" textAlign="start">
          <Refused sentence={state.sentence} onClose={onRest} />
        </Box>
      )}
      {(state.at === "rest" || state.at === "refused") && (
        <>
          <Box fontWeight="600">Drop a table here</Box>
          <Box color="quiet" textStyle="small" mt="2px" mb="12px">
            Text such as CSV, workbooks, JSON, Parquet or Arrow; several of one shape at once; or paste it
            {first && (
              <Box mt="4px">
                Each line is one record, such as a sale or a departure. You then say what goes down and across.
              </Box>
            )}
          </Box>
          <Button variant="lead" onClick={() => input.current?.click()}>
            Choose a file
          </Button>
          {first && (
            <Box mt="22px" color="quiet" textStyle="small">
              Nothing at hand?{" "}
              <Button variant="plain" size="sm" onClick={onSample}>
                Look at a made-up berth log
              </Button>
            </Box>
          )}
        </>
      )}
      <input
        ref={input}
        type="file"
        multiple
        aria-label="A table, as a file"
        tabIndex={-1}
        style={{ display: "none" }}
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])]);
          event.target.value = "";
        }}
      />
    </Box>
  );
}

function Progressing({
  words,
  note,
  share,
  children,
}: {
  words: string;
  note?: string;
  share: number | null;
  children?: ReactNode;
}) {
  return (
    <>
      <Box fontWeight="600" overflowWrap="anywhere">
        {words}
      </Box>
      <Box color="quiet" textStyle="small" minH="16px">
        {note}
      </Box>
      <Box my="10px">
        <ProgressLine label={words} share={share} />
      </Box>
      {children}
    </>
  );
}

import { Box, Flex, Input } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { LIMITS } from "../api/vocabulary";
import { Button } from "./Button";

type Made = { words: string; holds: boolean; now: string; about?: string };
type Props = {
  /** Whose claims they are, such as "the title". */
  of: string;
  made: readonly Made[];
  /** Claims that hold and are not made yet. */
  free: readonly string[];
  onClaim: (words: string) => void;
  onTakeOff: (at: number) => void;
};

/** What is claimed, each with whether it holds; claims that hold can be taken, or one is typed. */
export function Claims({ of, made, free, onClaim, onTakeOff }: Props) {
  const [typed, setTyped] = useState("");
  // What was typed stays until it stands: one that is refused can be put right.
  const stands = made.some(({ words }) => words === typed.trim());
  useEffect(() => {
    if (stands) setTyped("");
  }, [stands]);
  const full = made.length >= LIMITS.claims_most;

  return (
    <>
      {made.map(({ words, holds, now, about }, i) => (
        <Flex
          key={`${i} ${words}`}
          role="group"
          aria-label={`Claim: ${words}`}
          align="flex-start"
          gap="8px"
          mt="10px"
          pl="10px"
          borderLeftWidth="2px"
          borderColor={holds ? "edge" : "amberLine"}
        >
          <Box flex="1" minW="0" overflowWrap="anywhere">
            <Box fontWeight="600">{words}</Box>
            <Box textStyle="small" color={holds ? "quiet" : "alarm"}>
              {holds ? "It holds" : "It does not hold"}
              {about && ` of ${about}`}
              {holds ? "." : `: ${now}.`}
            </Box>
          </Box>
          <Button size="sm" variant="plain" flex="none" aria-label={`Take off: ${words}`} onClick={() => onTakeOff(i)}>
            Take off
          </Button>
        </Flex>
      ))}
      <Flex
        as="form"
        gap="8px"
        mt="12px"
        onSubmit={(event) => {
          event.preventDefault();
          if (typed.trim() && !full) onClaim(typed.trim());
        }}
      >
        <Input
          size="sm"
          bg="card"
          borderColor="control"
          aria-label={`A claim of ${of}`}
          placeholder="highest row is …"
          maxLength={LIMITS.claim_most}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Button size="sm" variant="plain" type="submit" flex="none" disabled={!typed.trim() || full}>
          Claim
        </Button>
      </Flex>
      {free.length > 0 && !full && (
        <Box role="group" aria-label="Claims that hold" mt="12px">
          <Box textStyle="label" color="quiet" mb="4px">
            These hold
          </Box>
          {free.map((words) => (
            <Flex key={words} align="center" gap="8px" mb="4px">
              <Box flex="1" minW="0" overflowWrap="anywhere">
                {words}
              </Box>
              <Button
                size="sm"
                variant="plain"
                flex="none"
                aria-label={`Claim: ${words}`}
                onClick={() => onClaim(words)}
              >
                Claim
              </Button>
            </Flex>
          ))}
        </Box>
      )}
    </>
  );
}

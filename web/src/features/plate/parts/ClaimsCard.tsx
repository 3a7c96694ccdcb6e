import { Box, Flex, Input } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import type { Figure, Recipe } from "../../../api/client";
import { LIMITS } from "../../../api/vocabulary";
import { Button } from "../../../shared/Button";
import { withClaims } from "../changes/recipes";
import type { Change } from "../changes/usePlate";

type Props = { figure: Figure; recipe: Recipe; onChange: (change: Change) => void };

/** What the title claims, each with whether it holds; claims that hold can be taken, or one is typed. */
export function ClaimsCard({ figure, recipe, onChange }: Props) {
  const [typed, setTyped] = useState("");
  const { made, offered } = figure.claims;
  const claims = recipe.claims ?? [];
  const free = offered.filter((words) => !claims.includes(words));
  // What was typed stays until it stands: one that is refused can be put right.
  const stands = made.some(({ words }) => words === typed.trim());
  useEffect(() => {
    if (stands) setTyped("");
  }, [stands]);
  const full = claims.length >= LIMITS.claims_most;

  return (
    <>
      {made.map(({ words, holds, now }, i) => (
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
          <Box flex="1">
            <Box fontWeight="600">{words}</Box>
            <Box textStyle="small" color="quiet">
              {holds ? "It holds." : `It does not hold: ${now}.`}
            </Box>
          </Box>
          <Button
            size="sm"
            variant="plain"
            flex="none"
            aria-label={`Take off: ${words}`}
            onClick={() => onChange(withClaims(claims.filter((_, at) => at !== i)))}
          >
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
          if (!typed.trim() || full) return;
          onChange(withClaims([...claims, typed.trim()]));
        }}
      >
        <Input
          size="sm"
          bg="card"
          borderColor="control"
          aria-label="A claim of the title"
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
              <Box flex="1">{words}</Box>
              <Button
                size="sm"
                variant="plain"
                flex="none"
                aria-label={`Claim: ${words}`}
                onClick={() => onChange(withClaims([...claims, words]))}
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

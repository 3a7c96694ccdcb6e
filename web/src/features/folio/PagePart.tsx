import { Box, Flex, Input } from "@chakra-ui/react";
import { useState } from "react";
import { ARRANGEMENT_TERMS, LIMITS } from "../../api/vocabulary";
import { Button } from "../../shared/Button";
import { FactInput } from "../../shared/FactInput";
import { OneOf } from "../../shared/OneOf";
import { Select } from "../../shared/Select";
import type { PartProps } from "./FolioDock";
import { factsOf } from "./facts";
import {
  type Arrangement,
  arrangementOf,
  platesOf,
  withArrangement,
  withoutPage,
  withPage,
  withPlatesSwapped,
} from "./folios";
import { type Piece, Sentence } from "./Sentence";

const KINDS = Object.entries(ARRANGEMENT_TERMS).map(([name, { said }]) => [name as Arrangement, said] as const);

/** How the page is arranged, said as a sentence, and what its headline claims. */
export function PagePart(props: PartProps) {
  const { data, page, spec, at, onChange } = props;
  const rooms = platesOf(spec);
  const several = rooms.filter(Boolean).length > 1;
  if (!page) return <Box color="quiet">There is no page yet; add one at the left.</Box>;
  const pieces: Piece[] = [
    "This page is ",
    {
      name: "Arrangement",
      words: ARRANGEMENT_TERMS[arrangementOf(spec)].said,
      set: true,
      card: (close) => (
        <OneOf
          label="Arrangement"
          value={arrangementOf(spec)}
          options={KINDS}
          onChoose={(arrange) => {
            close();
            onChange(withArrangement(at, arrange));
          }}
        />
      ),
    },
    ...(several
      ? ([
          ", ",
          {
            name: "Scale",
            words: spec.share ? "which share one scale" : "each on its own scale",
            set: Boolean(spec.share),
            card: (close) => (
              <OneOf
                label="Scale"
                value={spec.share ? "share" : "own"}
                options={[
                  ["own", "each on its own scale"],
                  ["share", "which share one scale and one legend"],
                ]}
                onChoose={(chosen) => {
                  close();
                  onChange(withPage(at, { share: chosen === "share" || undefined }));
                }}
              />
            ),
          },
        ] satisfies Piece[])
      : []),
    ".",
  ];
  return (
    <>
      <Box mx="-14px" mt="-14px" px="14px" py="12px" bg="paper" borderBottomWidth="1px" borderColor="line" mb="14px">
        <Sentence label="How the page is arranged" pieces={pieces} />
      </Box>
      <Box textStyle="label" mb="5px">
        Headline
      </Box>
      <FactInput
        label="Headline of the page"
        facts={factsOf(data, rooms)}
        value={spec.headline ?? ""}
        placeholder={page.title || "What the page says"}
        onDone={(headline) => onChange(withPage(at, { headline: headline || undefined }))}
      />
      {data.layouts.length > 0 && (
        <Box mt="12px">
          <Box textStyle="label" mb="5px">
            Layout of the template
          </Box>
          <Select
            label="Layout of the template"
            value={spec.layout ?? ""}
            options={[["", "as all pages"], ...data.layouts.map((name) => [name, name] as const)]}
            onChange={(layout) => onChange(withPage(at, { layout: layout || undefined }))}
          />
        </Box>
      )}
      {several && (
        <Flex mt="12px" gap="8px" wrap="wrap">
          <Button size="sm" variant="plain" onClick={() => onChange(withPlatesSwapped(at, 0, 1))}>
            Swap the first two plates
          </Button>
        </Flex>
      )}
      <Claims {...props} />
      <Button size="sm" variant="plain" mt="18px" color="alarm" onClick={() => onChange(withoutPage(at))}>
        Take the page out
      </Button>
    </>
  );
}

/** What the headline claims, each with whether it holds; claims that hold can be taken, or one is typed. */
function Claims({ data, page, spec, at, onChange }: PartProps) {
  const [typed, setTyped] = useState("");
  const names = [...new Set(platesOf(spec).filter(Boolean))];
  const [of, setOf] = useState("");
  const plate = names.includes(of) ? of : (names[0] ?? Object.keys(data.plates)[0] ?? "");
  const claims = spec.claims ?? [];
  const own = page?.claims.filter((claim) => !claim.own) ?? [];
  const free = (data.plates[plate]?.offered ?? []).filter((words) => !claims.some(({ says }) => says === words));
  const add = (says: string) => onChange(withPage(at, { claims: [...claims, { says, plate }] }));
  const choices = names.length ? names : Object.keys(data.plates);
  return (
    <Box mt="18px" pt="14px" borderTopWidth="1px" borderColor="line">
      <Box textStyle="label">What the headline claims</Box>
      {own.map(({ words, holds, now, plate: about }, i) => (
        <Box
          key={`${i} ${words}`}
          role="group"
          aria-label={`Claim: ${words}`}
          mt="8px"
          pl="10px"
          borderLeftWidth="2px"
          borderColor={holds ? "edge" : "alarm"}
        >
          <Box fontWeight="600">{words}</Box>
          <Box textStyle="small" color={holds ? "quiet" : "alarm"}>
            {holds ? `It holds of ${about}.` : `It does not hold of ${about}: ${now}.`}
          </Box>
          <Button
            size="sm"
            variant="bare"
            px="0"
            aria-label={`Take off: ${words}`}
            onClick={() => onChange(withPage(at, { claims: claims.filter((_, each) => each !== i) }))}
          >
            Take off
          </Button>
        </Box>
      ))}
      {choices.length > 1 && (
        <Box mt="10px">
          <Select
            label="The plate that is claimed of"
            value={plate}
            options={choices.map((name) => [name, `of ${name}`] as const)}
            onChange={setOf}
          />
        </Box>
      )}
      {plate && (
        <Flex
          as="form"
          gap="8px"
          mt="8px"
          onSubmit={(event) => {
            event.preventDefault();
            if (!typed.trim()) return;
            add(typed.trim());
            setTyped("");
          }}
        >
          <Input
            size="sm"
            bg="card"
            borderColor="control"
            aria-label="A claim of the headline"
            placeholder="highest row is …"
            maxLength={LIMITS.claim_most}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          <Button size="sm" variant="plain" type="submit" flex="none" disabled={!typed.trim()}>
            Claim
          </Button>
        </Flex>
      )}
      {free.length > 0 && (
        <Box role="group" aria-label="Claims that hold" mt="10px">
          <Box textStyle="label" mb="4px">
            These hold
          </Box>
          {free.map((words) => (
            <Flex key={words} align="center" gap="8px" mb="4px">
              <Box flex="1" overflowWrap="anywhere">
                {words}
              </Box>
              <Button size="sm" variant="plain" flex="none" aria-label={`Claim: ${words}`} onClick={() => add(words)}>
                Claim
              </Button>
            </Flex>
          ))}
        </Box>
      )}
    </Box>
  );
}

import { Box, Flex } from "@chakra-ui/react";
import { useState } from "react";
import { ARRANGEMENT_TERMS } from "../../api/vocabulary";
import { Button } from "../../shared/Button";
import { Claims } from "../../shared/Claims";
import { FactInput } from "../../shared/FactInput";
import { OneOf } from "../../shared/OneOf";
import { Select } from "../../shared/Select";
import { type Piece, Sentence } from "../../shared/Sentence";
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
import type { PartProps } from "./partProps";

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
      <Box mx="-16px" mt="-14px" px="16px" py="12px" bg="paper" borderBottomWidth="1px" borderColor="line" mb="14px">
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
          {page.house.map((note) => (
            <Box key={note} mt="6px" color="quiet" textStyle="small">
              {note}
            </Box>
          ))}
        </Box>
      )}
      {several && (
        <Flex mt="12px" gap="8px" wrap="wrap">
          <Button size="sm" variant="plain" onClick={() => onChange(withPlatesSwapped(at, 0, 1))}>
            Swap the first two plates
          </Button>
        </Flex>
      )}
      <ClaimsOfHeadline {...props} />
      <Button size="sm" variant="plain" mt="18px" color="alarm" onClick={() => onChange(withoutPage(at))}>
        Take the page out
      </Button>
    </>
  );
}

/** What the headline claims, of which plate. */
function ClaimsOfHeadline({ data, page, spec, at, onChange }: PartProps) {
  const names = [...new Set(platesOf(spec).filter(Boolean))];
  const [of, setOf] = useState("");
  const choices = names.length ? names : Object.keys(data.plates);
  const plate = choices.includes(of) ? of : (choices[0] ?? "");
  const claims = spec.claims ?? [];
  if (!plate) return null;
  return (
    <Box mt="18px" pt="14px" borderTopWidth="1px" borderColor="line">
      <Box textStyle="label">What the headline claims</Box>
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
      <Claims
        of="the headline"
        made={(page?.claims ?? []).filter(({ own }) => !own).map((claim) => ({ ...claim, about: claim.plate }))}
        free={(data.plates[plate]?.offered ?? []).filter((words) => !claims.some(({ says }) => says === words))}
        onClaim={(says) => onChange(withPage(at, { claims: [...claims, { says, plate }] }))}
        onTakeOff={(taken) => onChange(withPage(at, { claims: claims.filter((_, i) => i !== taken) }))}
      />
    </Box>
  );
}

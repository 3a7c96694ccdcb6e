import { Box, Flex, Grid } from "@chakra-ui/react";
import type { FolioPage, FolioPages, FolioSpec, PageOfFolio } from "../../api/client";
import { Button } from "../../shared/Button";
import { counted } from "../../shared/numbers";
import { Panel } from "../../shared/Panel";
import { Since } from "../../shared/Since";
import { type Change, platesOf, withPage } from "./folios";

type Props = {
  data: FolioPages;
  page: FolioPage | undefined;
  spec: PageOfFolio;
  at: number;
  onGo: (at: number) => void;
  onChange: (change: Change) => void;
};

/** What the page claims and how that stands, what its plates share, and the cautions of all pages, each with its cure. */
export function FolioTray({ data, page, spec, at, onGo, onChange }: Props) {
  const claims = page?.claims ?? [];
  const broken = claims.filter(({ holds }) => !holds).length;
  const all = data.pages.flatMap((each) => each.cautions.map((caution) => ({ page: each, caution })));
  const cautions = [...all.filter((each) => each.page === page), ...all.filter((each) => each.page !== page)];
  const plates = platesOf(spec).filter(Boolean);
  const changed = data.pages.filter(({ since }) => since.number > 0 || since.lines.length > 0).length;
  const dated = data.pages.some(({ since }) => since.is_one);
  return (
    <Grid
      as="section"
      aria-label="This page"
      templateColumns={{ base: "minmax(0, 1fr)", lg: dated ? "1.3fr 1fr 0.7fr 1fr" : "1.2fr 0.9fr 1.2fr" }}
      h={{ base: "auto", lg: "132px" }}
      flex="none"
      bg="paper"
      borderTopWidth="1px"
      borderColor="edge"
    >
      {dated && page && (
        <Panel
          words
          heading="Since the edition before"
          note={`${changed} of ${counted(data.pages.length, "page")} changed`}
        >
          <Since since={page.since} several={plates.length > 1} none="No plate of this page has an edition before." />
        </Panel>
      )}
      <Panel
        words
        heading="What it claims"
        note={claims.length ? (broken ? `${broken} of ${claims.length} do not hold` : "all hold") : undefined}
      >
        {claims.map(({ words, holds, now, plate, own }, i) => (
          <Flex key={`${i} ${words}`} gap="8px" mb="3px">
            <Box aria-hidden color={holds ? "quiet" : "alarm"} fontWeight="600" w="12px" flex="none">
              {holds ? "✓" : "✕"}
            </Box>
            <Box minW="0" overflowWrap="anywhere">
              <Box as="span" fontWeight={holds ? "400" : "600"}>
                {words}
              </Box>{" "}
              <Box as="span" color={holds ? "quiet" : "alarm"} textStyle="small">
                {holds ? (own ? `title of ${plate}` : `of ${plate}`) : `no longer: ${now}`}
              </Box>
            </Box>
          </Flex>
        ))}
        {!claims.length && (
          <Box color="quiet">Nothing is claimed here; the tab Page takes claims that are checked.</Box>
        )}
      </Panel>
      <Panel heading="This page">
        {page?.shares === "yes" && (
          <>
            <Box>All its plates are on one scale, with one legend.</Box>
            <Button size="sm" variant="bare" px="0" onClick={() => onChange(withPage(at, { share: undefined }))}>
              Let each have its own
            </Button>
          </>
        )}
        {page?.shares === "could" && (
          <>
            <Box>Its plates share one scale: no</Box>
            <Button size="sm" variant="bare" px="0" onClick={() => onChange(withPage(at, { share: true }))}>
              Let them share it
            </Button>
          </>
        )}
        {page?.shares === "no" && (
          <Box color="quiet">
            {plates.length ? `${counted(plates.length, "plate")}: ${plates.join(", ")}` : "No plate stands here."}
          </Box>
        )}
      </Panel>
      <Panel heading="Cautions" note={cautions.length || undefined}>
        {cautions.map(({ page: of, caution }, i) => (
          <Box
            key={`${i} ${caution.words}`}
            role="group"
            aria-label={`Caution: ${caution.words}`}
            mb="5px"
            pl="10px"
            borderLeftWidth="2px"
            borderColor="amberLine"
          >
            <Box>
              {of !== page && (
                <Button size="sm" variant="bare" px="0" h="auto" mr="6px" onClick={() => onGo(of.number - 1)}>
                  Page {of.number}
                </Button>
              )}
              {caution.words}
            </Box>
            <Flex gap="6px" mt="3px" wrap="wrap">
              {caution.cures.map((cure) => (
                <Button
                  key={cure.words}
                  size="sm"
                  variant="plain"
                  onClick={() => onChange(() => cure.folio as FolioSpec)}
                >
                  {cure.words}
                </Button>
              ))}
            </Flex>
          </Box>
        ))}
        {!cautions.length && <Box color="quiet">Nothing here would mislead.</Box>}
      </Panel>
    </Grid>
  );
}

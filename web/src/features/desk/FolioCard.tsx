import { Box, chakra, Flex, Image } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, type Folio, sentenceOf } from "../../api/client";
import { keys } from "../../api/queries";
import { counted, whenSaved } from "../../shared/numbers";
import { useRemove } from "../../shared/removing";
import { MoreMenu } from "./MoreMenu";

/** A folio by its first page, as it leaves. */
export function FolioCard({ folio, onRefusal }: { folio: Folio; onRefusal: (sentence: string) => void }) {
  const client = useQueryClient();
  const removing = useRemove();
  const navigate = useNavigate();
  const [broken, setBroken] = useState(false);

  async function done(act: () => Promise<void>) {
    try {
      await act();
    } catch (error) {
      onRefusal(sentenceOf(error));
    }
    await client.invalidateQueries({ queryKey: keys.folios });
  }

  return (
    <Flex
      as="article"
      position="relative"
      gap="14px"
      p="12px"
      bg="card"
      borderWidth="1px"
      borderColor="line"
      borderRadius="8px"
      _hover={{ borderColor: "edge", boxShadow: "page" }}
    >
      <Flex w="116px" h="70px" p="6px" flex="none" align="center" justify="center" bg="ground">
        {folio.picture && !broken && (
          <Image
            src={folio.picture}
            alt=""
            maxW="100%"
            maxH="100%"
            boxShadow="page"
            loading="lazy"
            onError={() => setBroken(true)}
          />
        )}
      </Flex>
      <Box flex="1" minW="0">
        <Box fontWeight="600" truncate title={folio.title}>
          <chakra.span css={{ "& a::after": { content: '""', position: "absolute", inset: 0 } }}>
            <Link to={`/folios/${folio.id}`}>{folio.title}</Link>
          </chakra.span>
        </Box>
        <Box color={folio.problem ? "alarm" : "quiet"} textStyle="small" overflowWrap="anywhere">
          {folio.problem || `${counted(folio.pages, "page")}, saved ${whenSaved(folio.saved)}`}
        </Box>
      </Box>
      <MoreMenu
        label={`More about ${folio.title}`}
        action="Remove this folio; its plates stay"
        onAction={() => void done(() => removing("folio", folio.id, () => api.removeFolio(folio.id, folio.version)))}
        others={[
          {
            name: "Start another folio from this one",
            act: () =>
              void done(async () => {
                const started = await api.startFolio({ like: folio.id });
                navigate(`/folios/${started.folio.id}`);
              }),
          },
        ]}
      />
    </Flex>
  );
}

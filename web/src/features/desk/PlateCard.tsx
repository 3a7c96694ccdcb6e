import { Box, chakra, Flex, Image } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, type PlateLine, sentenceOf } from "../../api/client";
import { keys } from "../../api/queries";
import { whenSaved } from "../../shared/numbers";
import { useRemove } from "../../shared/removing";
import { MoreMenu } from "./MoreMenu";

/** A plate as a live thumbnail: the very picture it would export. */
export function PlateCard({ plate, onRefusal }: { plate: PlateLine; onRefusal: (sentence: string) => void }) {
  const client = useQueryClient();
  const removing = useRemove();
  const [broken, setBroken] = useState(false);
  async function remove() {
    try {
      await removing("plate", plate.id, () => api.removePlate(plate.id, plate.version));
    } catch (error) {
      onRefusal(sentenceOf(error));
      await client.invalidateQueries({ queryKey: keys.plates });
    }
  }
  return (
    <Box
      as="article"
      position="relative"
      bg="card"
      borderWidth="1px"
      borderColor="line"
      borderRadius="8px"
      overflow="hidden"
      _hover={{ borderColor: "edge", boxShadow: "page" }}
    >
      <Flex
        aspectRatio="16 / 9"
        bg="ground"
        align="center"
        justify="center"
        p="10px"
        borderBottomWidth="1px"
        borderColor="line"
      >
        {broken || plate.problem ? (
          <Box color="quiet" px="20px" textAlign="center" overflowWrap="anywhere">
            {plate.problem || "This plate cannot be drawn; open it to see why."}
          </Box>
        ) : (
          <Image
            src={plate.picture}
            alt=""
            maxW="100%"
            maxH="100%"
            boxShadow="page"
            loading="lazy"
            onError={() => setBroken(true)}
          />
        )}
      </Flex>
      <Flex px="14px" py="10px" align="center" gap="8px">
        <Box flex="1" minW="0">
          <Box fontWeight="600" truncate title={plate.title}>
            <chakra.span css={{ "& a::after": { content: '""', position: "absolute", inset: 0 } }}>
              <Link to={`/plates/${plate.id}`}>{plate.title}</Link>
            </chakra.span>
          </Box>
          <Box color="quiet" textStyle="small" truncate>
            {plate.table_name}, saved {whenSaved(plate.saved)}
          </Box>
        </Box>
        <MoreMenu label={`More about ${plate.title}`} action="Remove this plate" onAction={remove} />
      </Flex>
    </Box>
  );
}

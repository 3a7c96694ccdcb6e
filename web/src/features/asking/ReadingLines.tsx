import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { Pivot, StatementReading } from "../../api/client";
import { Button } from "../../shared/Button";
import { withInstead, withOffer } from "./pieces";
import type { Reading } from "./useReading";

type Props = {
  id: string;
  text: string;
  reading: Reading;
  left: StatementReading["left"];
  /** Room for all lines is kept, so that nothing below moves as they come and go. */
  room: boolean;
  onType: (text: string) => void;
  onTake: (reading: { pivot: Pivot }) => void;
};

/** Words that may come next, shown at most; more would be a list to be read. */
const OFFERS_SHOWN = 6;

/** What a sentence says, in our own form; what was not understood; what it could say as well; and what may come next. */
export function ReadingLines({ id, text, reading, left, room, onType, onTake }: Props) {
  const { reading: found, problem, offers, of } = reading;
  const fresh = of === text;
  const asked = found?.others.filter((other) => other.asked) ?? [];
  const offered = found?.others.filter((other) => !other.asked) ?? [];
  return (
    <Flex
      id={id}
      direction="column"
      gap="3px"
      pt="6px"
      minH={room ? { base: "52px", lg: "88px" } : undefined}
      textStyle="base"
      aria-live="polite"
    >
      {fresh && problem && (
        <Box role="alert" color="alarm">
          {problem.charAt(0).toUpperCase() + problem.slice(1)}
        </Box>
      )}
      {!found && !problem && !fresh && <Box color="quiet">Reading it</Box>}
      {found && !(fresh && problem) && (
        <Box color="quiet" overflowWrap="anywhere">
          <Box as="span" color="ink" data-testid="understood">
            {found.text}
          </Box>
          {found.taken.length > 0 && <Box as="span"> ({found.taken.join("; ")})</Box>}
        </Box>
      )}
      {left.length > 0 && (
        <Row>
          <Box as="span" color="alarm" fontWeight="600">
            Not understood: {left.map((each) => `“${each.text}”`).join(", ")}
          </Box>
          {fresh &&
            left.flatMap((each) =>
              each.nearest.map((name) => (
                <Button
                  key={`${each.start} ${name}`}
                  size="sm"
                  variant="plain"
                  onClick={() => onType(withInstead(text, each, name))}
                >
                  {name} instead
                </Button>
              )),
            )}
        </Row>
      )}
      {(asked.length > 0 || offered.length > 0) && (
        <Row>
          {asked.length > 0 && <Box as="span">Or is it meant as</Box>}
          {asked.map((other) => (
            <Button key={other.text} size="sm" variant="plain" title={other.text} onClick={() => onTake(other)}>
              {other.words}
            </Button>
          ))}
          {offered.length > 0 && (
            <Box as="span" color="quiet">
              {asked.length > 0 ? "or" : "Instead:"}
            </Box>
          )}
          {offered.map((other) => (
            <Button key={other.text} size="sm" variant="bare" title={other.text} onClick={() => onTake(other)}>
              {other.words}
            </Button>
          ))}
        </Row>
      )}
      {fresh && offers.length > 0 && (
        <Row>
          <Box
            as="kbd"
            fontFamily="body"
            textStyle="small"
            borderWidth="1px"
            borderColor="control"
            borderRadius="4px"
            px="5px"
          >
            Tab
          </Box>
          {offers.slice(0, OFFERS_SHOWN).map((offer, place) => (
            <Button
              key={offer.text}
              size="sm"
              variant="bare"
              tabIndex={-1}
              fontWeight={place === 0 ? "600" : "400"}
              onClick={() => onType(withOffer(text, offer))}
            >
              {offer.text}
            </Button>
          ))}
        </Row>
      )}
    </Flex>
  );
}

const Row = ({ children }: { children: ReactNode }) => (
  <Flex align="center" wrap="wrap" columnGap="8px" rowGap="2px" color="quiet">
    {children}
  </Flex>
);

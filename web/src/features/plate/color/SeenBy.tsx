import { Box, Flex } from "@chakra-ui/react";
import type { Figure } from "../../../api/client";
import { useAbout } from "../../../api/queries";
import { Select } from "../../../shared/Select";
import { look, useView } from "../changes/view";

/** The way of seeing that the stage is checked by, and what is lost to it. */
export function SeenBy({ figure }: { figure: Figure }) {
  const visions = useAbout().data?.visions ?? [];
  const vision = useView((view) => view.vision);
  const lost = vision && figure.losses[vision];
  return (
    <Flex position="absolute" left="12px" bottom="3px" align="center" gap="8px" textStyle="small" color="quiet">
      <Select
        label="Seen by"
        width="152px"
        size="xs"
        value={vision}
        options={[["", "Seen as it is"], ...visions.map(({ name, title }) => [name, title] as const)]}
        onChange={(name) => look({ vision: name })}
      />
      {vision && (
        <Box color={lost ? "alarm" : "quiet"} role="status">
          {lost ? `${lost}.` : "Nothing is lost."}
        </Box>
      )}
    </Flex>
  );
}

/** The filter that shows the stage as it is seen: the core's own matrix over linear light. */
export function Seen() {
  const vision = useView((view) => view.vision);
  const matrix = useAbout().data?.visions.find(({ name }) => name === vision)?.matrix;
  if (!matrix) return null;
  const values = [0, 1, 2].map((row) => `${matrix.slice(3 * row, 3 * row + 3).join(" ")} 0 0`).join(" ");
  return (
    <svg aria-hidden="true" width="0" height="0" style={{ position: "absolute" }}>
      <title>A way of seeing</title>
      <filter id="seen" colorInterpolationFilters="linearRGB" x="0" y="0" width="100%" height="100%">
        <feColorMatrix type="matrix" values={`${values} 0 0 0 1 0`} />
      </filter>
    </svg>
  );
}

import { Box } from "@chakra-ui/react";

/** The distribution of a column, small: equal steps of numbers and moments, or the commonest categories. */
export function Bars({ heights, label }: { heights: readonly number[]; label: string }) {
  return (
    <Box asChild display="block" color="bars" mt="4px">
      <svg width="72" height="22" viewBox="0 0 72 22" role="img" aria-label={label} preserveAspectRatio="none">
        {heights.map((height, i) => {
          const tall = Math.max(1, Math.round((height / 100) * 22));
          return <rect key={i} x={i * 4.5} y={22 - tall} width={3.5} height={tall} fill="currentColor" />;
        })}
      </svg>
    </Box>
  );
}

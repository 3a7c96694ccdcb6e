import { Box } from "@chakra-ui/react";

type Props = { label: string; share: number | null; track?: string; fill?: string; thick?: string };

/** How far something is, as a share of it; null while that is not known, which moves to and fro. */
export function ProgressLine({ label, share, track = "line", fill = "amberLine", thick = "4px" }: Props) {
  const percent = share === null ? undefined : Math.round(share * 100);
  return (
    <Box
      role="progressbar"
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={percent}
      h={thick}
      bg={track}
      overflow="hidden"
    >
      <Box
        h="100%"
        bg={fill}
        style={{ width: percent === undefined ? "30%" : `${percent}%` }}
        animation={percent === undefined ? "toAndFro 1.2s ease-in-out infinite alternate" : undefined}
      />
    </Box>
  );
}

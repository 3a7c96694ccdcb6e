import type { Figure, Recipe } from "../../../api/client";
import { Claims } from "../../../shared/Claims";
import { withClaims } from "../changes/looks";
import type { Change } from "../changes/usePlate";

type Props = { figure: Figure; recipe: Recipe; onChange: (change: Change) => void };

/** What the title claims. */
export function ClaimsCard({ figure, recipe, onChange }: Props) {
  const claims = recipe.claims ?? [];
  return (
    <Claims
      of="the title"
      made={figure.claims.made}
      free={figure.claims.offered.filter((words) => !claims.includes(words))}
      onClaim={(words) => onChange(withClaims([...claims, words]))}
      onTakeOff={(taken) => onChange(withClaims(claims.filter((_, i) => i !== taken)))}
    />
  );
}

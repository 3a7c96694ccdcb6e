"""What the title says of the figure holds no more."""

from dataclasses import replace

from ...common.language.english import counted
from ..claims.judging import judged
from ..claims.titles import put_right
from .caution import Caution, Cure, Seen


def find(seen: Seen) -> Caution | None:
    claims = judged(seen.figure)
    broken = [claim for claim in claims if not claim.holds]
    if not broken:
        return None
    first = broken[0]
    others = f" {counted(len(broken) - 1, 'other claim')} {'does' if len(broken) == 2 else 'do'} not hold, either."
    left = tuple(claim.words for claim in claims if claim.holds)
    cures = [Cure(words="Take the claim off" if len(broken) == 1 else "Take these off", recipe=replace(seen.recipe, claims=left))]
    if all(claim.instead for claim in broken):
        now = tuple(claim.instead or claim.words for claim in claims)
        cures.insert(0, Cure(words="Claim what holds now", recipe=replace(seen.recipe, claims=now)))
    title = seen.recipe.words.title
    right = put_right(seen.figure, title, claims) if title else None
    if right is not None:
        words, made = right
        anew = replace(seen.recipe, claims=made, words=replace(seen.recipe.words, title=words))
        cures.insert(0, Cure(words="Claim what holds now, in the title, too", recipe=anew))
    return Caution(
        name="broken_claim",
        words=f"The title claims that {first.words}, but {first.now}.{others if len(broken) > 1 else ''}",
        cure=cures[0],
        more=tuple(cures[1:]),
    )

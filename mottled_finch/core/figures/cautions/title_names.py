"""The title names a member, and its claims are about another."""

from dataclasses import replace

from ..claims.judging import judged
from ..claims.titles import renamed, strays
from .caution import Caution, Cure, Seen


def find(seen: Seen) -> Caution | None:
    title, claims = seen.recipe.words.title, seen.recipe.claims
    if not title or not claims or not all(claim.holds for claim in judged(seen.figure)):
        return None  # those that do not hold are told of first
    found = strays(seen.figure, title, claims)
    if found is None:
        return None
    named, claimed = found
    right = replace(seen.recipe, words=replace(seen.recipe.words, title=renamed(title, named, claimed)))
    return Caution(
        name="title_names",
        words=f"The title names “{named}”, and what it claims is about “{claimed}”.",
        cure=Cure(words=f"Name {claimed} in the title", recipe=right),
        more=(Cure(words="Take its claims off", recipe=replace(seen.recipe, claims=())),),
    )

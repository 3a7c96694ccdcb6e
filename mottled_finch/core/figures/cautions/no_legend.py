"""Colors without a key: nobody but the maker knows what they mean."""

from dataclasses import replace

from .caution import Caution, Cure, Seen


def find(seen: Seen) -> Caution | None:
    if seen.recipe.legend.show or seen.figure.scale is None:
        return None
    legend = replace(seen.recipe.legend, show=True)
    return Caution(
        name="no_legend",
        words="The colors have no legend.",
        cure=Cure(words="Show the legend", recipe=replace(seen.recipe, legend=legend)),
    )

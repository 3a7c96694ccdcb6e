"""Cautions: what would mislead in a figure. ``CAUTIONS`` is the table a new one is entered in, by its name; they are told in this
order.
"""

from collections.abc import Callable

from ...common.recipe.spec import Recipe
from ..figure.figure import Figure
from . import (
    average_of_averages,
    broken_claim,
    few_records,
    fills,
    light_on_nothing,
    lost_note,
    lost_order,
    many_heads,
    missing_letters,
    near_twins,
    no_legend,
    no_middle,
    one_hue_change,
    red_for_good,
    repeated_key,
    shared_totals,
    small_type,
    swallowed_scale,
    tiny_symbols,
    title_names,
    total_as_member,
    uneven_spans,
    unfinished_period,
    zero_for_blank,
)
from .caution import Caution, Cure, Seen

CAUTIONS: dict[str, Callable[[Seen], Caution | None]] = {
    "broken_claim": broken_claim.find,
    "title_names": title_names.find,
    "total_as_member": total_as_member.find,
    "fills": fills.find,
    "swallowed_scale": swallowed_scale.find,
    "shared_totals": shared_totals.find,
    "no_middle": no_middle.find,
    "one_hue_change": one_hue_change.find,
    "red_for_good": red_for_good.find,
    "lost_order": lost_order.find,
    "near_twins": near_twins.find,
    "uneven_spans": uneven_spans.find,
    "unfinished_period": unfinished_period.find,
    "zero_for_blank": zero_for_blank.find,
    "few_records": few_records.find,
    "average_of_averages": average_of_averages.find,
    "repeated_key": repeated_key.find,
    "many_heads": many_heads.find,
    "light_on_nothing": light_on_nothing.find,
    "missing_letters": missing_letters.find,
    "small_type": small_type.find,
    "tiny_symbols": tiny_symbols.find,
    "no_legend": no_legend.find,
    "lost_note": lost_note.find,
}


def cautions_of(figure: Figure, recipe: Recipe) -> tuple[list[Caution], list[Caution]]:
    """The cautions of a figure made from a recipe: those that stand, and those that are dismissed with a reason."""
    seen = Seen(recipe=recipe, figure=figure)
    # Of a figure without cells nothing is said but what it claims.
    told = {"broken_claim": broken_claim.find} if 0 in figure.matrix.shape else CAUTIONS
    found = [caution for find in told.values() if (caution := find(seen)) is not None]
    standing = [caution for caution in found if caution.name not in recipe.dismissed]
    return standing, [caution for caution in found if caution.name in recipe.dismissed]


__all__ = ["CAUTIONS", "Caution", "Cure", "cautions_of"]

"""What can be chosen of an output; which of it a form reads stands with the form."""

from collections.abc import Mapping
from dataclasses import dataclass


@dataclass(frozen=True)
class ChoiceTerm:
    """A choice: its title, and what can be chosen with the words for it, the usual first; none for a number. What is usual of one
    ``of_library`` can be said for a whole library.
    """

    title: str
    options: Mapping[str, str]
    of_library: bool = False


CHOICE_TERMS: dict[str, ChoiceTerm] = {
    "zoom": ChoiceTerm("Pixels a point", {}),
    "form": ChoiceTerm(
        "The figure is",
        {
            "fit": "a table where it can be one",
            "table": "a table to edit",
            "shapes": "shapes",
            "picture": "a picture",
        },
    ),
    "colors": ChoiceTerm("Colors are", {"rules": "rules that follow the numbers", "fills": "fills that stay"}),
    "values": ChoiceTerm("Numbers", {"yes": "go along", "no": "stay here: colors alone"}),
    "hidden": ChoiceTerm("Hidden cells", {"no": "stay here", "yes": "go along"}),
    "records": ChoiceTerm("Records", {"no": "stay here", "yes": "go along on a sheet"}),
    "source": ChoiceTerm("Source", {"yes": "goes along, to open it", "no": "is left out"}, of_library=True),
}

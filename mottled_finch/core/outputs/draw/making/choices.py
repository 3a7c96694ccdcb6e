"""What was chosen of an output."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Literal

from ....common.errors import DrawError
from ....common.vocabulary import CHOICE_TERMS
from ..house.template import Template

Form = Literal["fit", "table", "shapes", "picture"]


@dataclass(frozen=True, kw_only=True)
class Choices:
    """``zoom`` is pixels a point of a picture; ``form`` what the figure is on a slide or in a document, ``colors`` how a workbook
    has them; with ``values`` "no" no number leaves with the colors; those of
    ``hidden`` cells, the ``records`` and the ``source`` go along where "yes". The ``template`` is the one that the plate names.
    """

    zoom: float = 2.0
    form: Form = "fit"
    colors: Literal["rules", "fills"] = "rules"
    values: Literal["yes", "no"] = "yes"
    hidden: Literal["yes", "no"] = "no"
    records: Literal["yes", "no"] = "no"
    source: Literal["yes", "no"] = "yes"
    template: Template | None = None


USUAL = Choices()


def choices_from(given: Mapping[str, str], read: tuple[str, ...]) -> Choices:
    """What was chosen, as text, of what an output reads. Raises DrawError for what cannot be chosen."""
    found: dict[str, Any] = {}
    for name, text in given.items():
        if name not in read:
            left = f"choose of {', '.join(read)}" if read else "leave it out"
            raise DrawError(f'this form leaves nothing to choose as "{name}"; {left}', path=name, received=text)
        options = CHOICE_TERMS[name].options
        if options and text not in options:
            raise DrawError(f'"{text}" cannot be chosen; choose one of {", ".join(options)}', path=name, received=text)
        found[name] = text if options else _number(name, text)
    return Choices(**found)


def _number(name: str, text: str) -> float:
    try:
        return float(text)
    except ValueError as error:
        raise DrawError(f'"{text}" is no number; write one such as 2', path=name, received=text) from error

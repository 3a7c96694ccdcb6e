"""Templates of the house, given once to the library and named by plates; and what is usual of outputs in it."""

import json
from collections.abc import Hashable
from pathlib import PurePath
from typing import Any

from django.db import transaction
from django.db.models import Count, Max

from mottled_finch.core.common.errors import DrawError, did_you_mean
from mottled_finch.core.common.recipe import PageSpec
from mottled_finch.core.common.vocabulary import CHOICE_TERMS, LIMITS
from mottled_finch.core.outputs.draw import Drawing, Template, choices_from
from mottled_finch.core.outputs.draw.house.template import Kind, Told, from_json
from mottled_finch.work.worker import LOOKS, WorkFailed

from ..finding import free_name
from ..refusal import Problem
from ..tables.kept import Kept
from .models import HouseTemplate, UsualChoice

_TOLD: Kept[Hashable, Told] = Kept(lambda kept: len(kept) > 8)


def give(content: bytes, file: str) -> HouseTemplate:
    """Keep a template under the name of its file, in place of one of that name. It is read by a process of its own. Raises
    DrawError for one that cannot be used, Problem where it ends that process.
    """
    said, kept = _read(content)
    name = PurePath(file).stem.strip()[: LIMITS.template_most] or "Template"
    found, _ = HouseTemplate.objects.update_or_create(kind=said["kind"], name=name, defaults={"told": said, "content": kept})
    return found


def templates_stand() -> str:
    """What changes whenever a template of the library does."""
    return str(HouseTemplate.everything.aggregate(Count("pk"), Max("pk"), Max("given"), Max("removed")))


def free_template_name(kept: HouseTemplate) -> str:
    """Its name, or one with a number behind that no other template of its kind has."""
    others = HouseTemplate.objects.filter(kind=kept.kind).exclude(pk=kept.pk)
    return free_name(kept.name, list(others.values_list("name", flat=True)), LIMITS.template_most)


def _read(content: bytes) -> tuple[dict[str, Any], bytes]:
    try:
        told, kept = LOOKS.do("template", content)
    except WorkFailed as error:
        raise Problem(422, f"The template cannot be read: {error}.", "file") from error
    return json.loads(told), kept


def template_for(page: PageSpec, laid_in: Kind | None) -> Template | None:
    """The template that a page names for a kind of output; None where it names none. Raises DrawError for one that is not here."""
    named = page.template and laid_in and getattr(page.template, laid_in)
    if not named:
        return None
    kept = HouseTemplate.named(kind=laid_in, name=named)
    if kept is None:
        names = list(HouseTemplate.objects.filter(kind=laid_in).values_list("name", flat=True))
        raise DrawError(
            f'the template "{named}" is not in this library; give it again under Page, or take it off the plate '
            f"({did_you_mean(named, names)})",
            path=f"page.template.{laid_in}",
            received=named,
            allowed=names,
        )
    return Template(name=kept.name, told=said_of(kept), content=bytes(kept.content), given=kept.given.isoformat())


def said_of(kept: HouseTemplate) -> Told:
    """What a template says of itself; one that was read when less was read of templates is read again. Raises Problem where that
    cannot be.
    """

    def read() -> Told:
        told = from_json(kept.told) or from_json(_read(bytes(kept.content))[0])
        assert told is not None
        return told

    return _TOLD.get((kept.pk, kept.given), read)


def usual_choices() -> dict[str, str]:
    """What is chosen of outputs in this library where nobody says otherwise: all that a library can say."""
    kept = dict(UsualChoice.objects.values_list("name", "option"))
    return {name: kept.get(name, next(iter(term.options))) for name, term in CHOICE_TERMS.items() if term.of_library}


def set_usual(choices: dict[str, str]) -> None:
    """Raises DrawError for what is no choice, Problem for one that a library does not make."""
    choices_from(choices, tuple(CHOICE_TERMS))
    for name in choices:
        if not CHOICE_TERMS[name].of_library:
            raise Problem(422, f"{CHOICE_TERMS[name].title} is chosen with each output.", name)
    with transaction.atomic():
        for name, option in choices.items():
            UsualChoice.objects.update_or_create(name=name, defaults={"option": option})


def usual_of(drawing: Drawing) -> dict[str, str]:
    """Those of them that an output reads."""
    return {name: option for name, option in usual_choices().items() if name in drawing.reads}

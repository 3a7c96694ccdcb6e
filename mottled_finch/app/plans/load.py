"""The strict loader of plans."""

import re
from pathlib import Path
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from mottled_finch.core.common.errors import RecipeError, did_you_mean
from mottled_finch.core.common.recipe.load import load_object, of_format
from mottled_finch.core.outputs.draw import DRAWINGS
from mottled_finch.core.outputs.folio.outputs import FOLIO_DRAWINGS

from .spec import PLAN_FORMAT, MakeSpec, PlanSpec, WhenSpec

TIME = re.compile(r"([01]\d|2[0-3]):([0-5]\d)")
_HOLES = {"folio", "date", "time"}
_SHARE_MOST, _SETTLED_MOST = 1_000, 3_600


def load_plan(source: object) -> PlanSpec:
    """A plan from JSON text or from what JSON text says. Raises RecipeError for what is none, with the place of what is wrong."""
    plan = load_object(PlanSpec, of_format(source, "plan", PLAN_FORMAT))
    _check(plan)
    return plan


def _check(plan: PlanSpec) -> None:
    if plan.when is not None:
        _check_when(plan.when)
    shares = [("records", plan.guards.records), *((f"totals.{each}", at) for each, at in plan.guards.totals.items())]
    for name, share in shares:
        if share is not None and not 0 <= share <= _SHARE_MOST:
            raise RecipeError(f"{share:g} is no share; 0.9 is nine in ten", path=f"guards.{name}", received=share)
    for name, take in plan.take.items():
        if not 0 <= take.settled <= _SETTLED_MOST:
            raise RecipeError("a file is settled after 0 to 3600 seconds", path=f"take.{name}.settled", received=take.settled)
        if not take.pattern.strip() or set(take.pattern) & set("/\\") or "**" in take.pattern or not take.pattern.isprintable():
            words = "a pattern is of names alone; give the folder apart"
            raise RecipeError(words, path=f"take.{name}.pattern", received=take.pattern)
        _check_folder(take.folder, f"take.{name}.folder")
    if not plan.make:
        raise RecipeError("nothing is made; name a folio", path="make")
    if plan.arrives and not plan.take:
        raise RecipeError("nothing is taken, so no file can arrive; name a folder under take", path="arrives")
    for i, make in enumerate(plan.make):
        _check_make(make, plan, f"make[{i}]")
    holes = set(re.findall(r"\{([^{}]*)\}", plan.put.name))
    _check_folder(plan.put.folder, "put.folder")
    if holes - _HOLES or not plan.put.name.strip() or set(plan.put.name) & set("/\\") or not plan.put.name.isprintable():
        words = "a name is written with {folio}, {date} and {time}, and is no path"
        raise RecipeError(words, path="put.name", received=plan.put.name)


def _check_folder(text: str, path: str) -> None:
    """What no folder is called; whether it may be used is for where it is used to say."""
    if not text.strip() or not text.isprintable():
        raise RecipeError("this is no name of a folder", path=path, received=text)
    try:
        Path(text).expanduser()
    except RuntimeError as error:
        raise RecipeError(f"“{text}” is the folder of nobody here", path=path, received=text) from error


def _check_make(make: MakeSpec, plan: PlanSpec, path: str) -> None:
    if (make.folio is None) == (make.plate is None):
        raise RecipeError("name one of both, a folio or a plate", path=path)
    forms, what = (FOLIO_DRAWINGS, "folio") if make.folio is not None else (DRAWINGS, "plate")
    if not make.as_:
        raise RecipeError("say in which forms", path=f"{path}.as", allowed=forms)
    for form in make.as_:
        if form not in forms:
            near = did_you_mean(form, forms)
            raise RecipeError(f'a {what} has no form "{form}"; {near}', path=f"{path}.as", received=form, allowed=forms)
    if make.table and make.table not in plan.take:
        raise RecipeError(f'no table "{make.table}" is taken; {did_you_mean(make.table, plan.take)}', path=f"{path}.table")


def _check_when(when: WhenSpec) -> None:
    if not TIME.fullmatch(when.time):
        raise RecipeError(f'"{when.time}" is no time; write it as 07:00', path="when.time", received=when.time)
    try:
        ZoneInfo(when.zone)
    except (ZoneInfoNotFoundError, ValueError, OSError) as error:
        raise RecipeError(
            f'"{when.zone}" is no time zone; give one such as "Europe/London"', path="when.zone", received=when.zone
        ) from error

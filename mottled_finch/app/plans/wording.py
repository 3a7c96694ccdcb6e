"""A plan in a sentence."""

from collections.abc import Mapping, Sequence

from mottled_finch.core.common.language.english import counted

from .spec import PlanSpec, WhenSpec

_DAYS = {
    "mon": "Monday",
    "tue": "Tuesday",
    "wed": "Wednesday",
    "thu": "Thursday",
    "fri": "Friday",
    "sat": "Saturday",
    "sun": "Sunday",
}
_WORKDAYS = ("mon", "tue", "wed", "thu", "fri")


def said(plan: PlanSpec, made: Sequence[str], tables: Mapping[str, str]) -> str:
    """When it runs, what it takes and makes: ``made`` are the titles of that, ``tables`` what the tables of the plan are called."""
    moments = [*([when_said(plan.when)] if plan.when else []), *(["whenever a newer file arrives"] if plan.arrives else [])]
    begins = " and ".join(moments) or "whenever it is asked to"
    parts = []
    if plan.take:
        parts.append(f"take {_and([f'{take.pattern} for {tables.get(name, name)}' for name, take in plan.take.items()])}")
    guards = guards_of(plan)
    if plan.take and guards:
        parts.append(f"if {counted(guards, 'condition')} {'holds' if guards == 1 else 'hold'}")
    titles = [f"{title} as {_and([form.upper() for form in make.as_])}" for title, make in zip(made, plan.make, strict=True)]
    parts.append(f"make {_and(titles)}")
    return f"{begins[0].upper()}{begins[1:]}: {', '.join(parts)}."


def when_said(when: WhenSpec) -> str:
    """The moments of a plan."""
    if not when.days or set(when.days) == set(_DAYS):
        days = "every day"
    elif when.days == _WORKDAYS:
        days = "on workdays"
    else:
        days = f"on {_and([_DAYS[day] + 's' for day in _DAYS if day in when.days])}"
    return f"{days} at {when.time} ({when.zone.replace('_', ' ')})"


def guards_of(plan: PlanSpec) -> int:
    """How many conditions have to hold of what is taken."""
    guards = plan.guards
    return sum((guards.records is not None, guards.columns, len(guards.known), len(guards.totals), len(guards.without)))


def _and(parts: Sequence[str]) -> str:
    return parts[0] if len(parts) == 1 else f"{', '.join(parts[:-1])} and {parts[-1]}" if parts else ""

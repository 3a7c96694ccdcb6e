"""Members that are unlike the others, each with what a recipe says of it: its own way of writing numbers, its own scale."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, fields, replace

import numpy as np
from numpy.typing import NDArray

from ..common.recipe.spec import ColorSpec, EachSpec, EndSpec, TargetSpec
from ..matrices.pivot import Matrix

Integers = NDArray[np.int64]


@dataclass(frozen=True, eq=False)
class Unlike:
    """``settings`` are what is said of members, put together from all that fits; ``of`` gives each member of the side its place
    among them, -1 for one that is like all others, and ``scale`` which entry of the recipe says how it is judged.
    """

    down: bool
    """Whether the members are rows."""
    of: Integers
    scale: Integers
    settings: tuple[EachSpec, ...]

    def setting(self, member: int) -> EachSpec | None:
        """What is said of a member, None for one that is like all others."""
        place = int(self.of[member])
        return None if place < 0 else self.settings[place]

    def by_cell(self, by_member: Integers, shape: tuple[int, int]) -> Integers:
        """What is said of the members, by cell."""
        return np.broadcast_to(by_member[:, None] if self.down else by_member[None, :], shape)


def unlike_of(each: Sequence[EachSpec], matrix: Matrix) -> Unlike | None:
    """Which members of a matrix are spoken of. Labels that none has are no error: members come and go. Side by side, the same is
    said of the same column in every matrix.
    """
    if not each:
        return None
    down = each[0].row is not None
    inner = 0 if down or not matrix.panels else 1
    members = [labels[inner:] for labels in (matrix.rows if down else matrix.columns)]
    known: dict[tuple[int, ...], int] = {}
    settings: list[EachSpec] = []
    of, scale = np.full(len(members), -1, dtype=np.int64), np.full(len(members), -1, dtype=np.int64)
    for at, labels in enumerate(members):
        fits = [i for i, one in enumerate(each) if labels[: len(one.labels)] == one.labels]
        fits.sort(key=lambda i: len(each[i].labels))
        if not fits:
            continue
        key = tuple(fits)
        if key not in known:
            known[key] = len(settings)
            settings.append(_together([each[i] for i in fits]))
        of[at] = known[key]
        scale[at] = next((i for i in reversed(fits) if each[i].judged), -1)
    return Unlike(down, of, scale, tuple(settings))


def _together(fits: Sequence[EachSpec]) -> EachSpec:
    """All that is said, what more labels say before what fewer do."""
    found = fits[0]
    for one in fits[1:]:
        said = {each.name: value for each in fields(one) if (value := getattr(one, each.name)) not in (None, "")}
        if one.target is not None or one.middle is not None:
            said |= {"target": one.target, "middle": one.middle}
        found = replace(found, **said)
    return found


def own_color(color: ColorSpec, setting: EachSpec) -> ColorSpec:
    """The color part of a recipe as it is for some members."""
    middle = setting.middle
    if setting.target is not None:
        named = isinstance(setting.target, TargetSpec)
        middle = EndSpec(target=setting.target.target) if named else EndSpec(at=setting.target, name="target")  # type: ignore[union-attr,arg-type]
    said: Mapping[str, object] = {"low": setting.low, "middle": middle, "high": setting.high, "bands": setting.bands}
    return replace(color, **{name: value for name, value in said.items() if value is not None})  # type: ignore[arg-type]


def sense_of(color: ColorSpec, unlike: Unlike | None) -> str:
    """What high is in the figure as a whole: what the recipe says of all, or the first that is said of some."""
    if color.high_is != "neither" or unlike is None:
        return color.high_is
    senses = (setting.high_is for setting in unlike.settings)
    return next((sense for sense in senses if sense in ("good", "bad")), "neither")

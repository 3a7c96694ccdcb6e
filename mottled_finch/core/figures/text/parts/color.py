"""How values become colors: the palette, the scale, what is judged, spread, banded and lit."""

from ....colors.palettes import PALETTES
from ....common.language import OURS
from ....common.recipe.spec import ColorSpec, EndSpec
from ....common.vocabulary import BAND_TERMS, SPREAD_TERMS
from ....common.wording.labels import number_label
from ....common.wording.parts import lit_words
from ...contents.number_style import end_text
from .piece import Piece, Said, sentence

_PLAIN = ColorSpec()
_WITHIN = {"table": "all cells", "row": "its row", "column": "its column", "group": "its group"}
_TOTALS = {"none": "without color", "own": "in colors of their own", "shared": "in the same colors"}


def color(said: Said) -> list[Piece]:
    written, spec, totals = said.written.color, said.recipe.color, said.recipe.pivot.totals
    name = "House colors" if spec.colors else PALETTES[spec.palette].title if spec.palette else ""
    chosen = bool(written.palette or written.colors or spec.reverse)
    palette = Piece(name + (", reversed" if spec.reverse else ""), "palette", chosen)
    lit = said.coloring.lit is not None and spec.lit
    number = (lambda value: end_text(value, said.style)) if lit and lit.of == "value" else number_label
    return sentence(
        palette,
        *_scale(said),
        "high is ",
        Piece("neither good nor bad" if spec.high_is == "neither" else spec.high_is, "high_is", written.high_is != "neither"),
        ". Judged among ",
        Piece(_WITHIN[spec.within], "within", written.within != "table"),
        *(() if spec.bands else (", spread ", Piece(SPREAD_TERMS[spec.scale].words, "scale", written.scale != "linear"))),
        ", as ",
        Piece(_drawn(said), "bands", written.bands is not None),
        "; ",
        Piece(f"lit: {lit_words(lit, number, OURS)}" if lit else "everything lit", "lit", bool(written.lit)),
        *(("; totals ", Piece(_TOTALS[totals.color], "totals_color", totals.color != "none")) if totals.any else ()),
        ".",
    )


def _scale(said: Said) -> list[str | Piece]:
    """From one end over the middle to the other; nothing where bands are cut at places of their own."""
    spec, written, scale = said.recipe.color, said.written.color, said.coloring.scale
    if spec.bands and spec.bands.method != "equal_width":
        return ["; "]
    one = None if said.coloring.apart or scale is None else scale
    low = _end(said, spec.low, None if one is None else one.low)
    high = _end(said, spec.high, None if one is None else one.high)
    from_low, to_high = Piece(low, "low", written.low != _PLAIN.low), Piece(high, "high", written.high != _PLAIN.high)
    if spec.middle is None:
        return [" from ", from_low, " to ", to_high, ", ", Piece("without a middle", "middle"), "; "]
    value = one.middle if one is not None and one.has_middle else None
    middle = Piece(_end(said, spec.middle, value), "middle", written.middle is not None)
    return [" from ", from_low, " over ", middle, " to ", to_high, "; "]


def _end(said: Said, end: EndSpec, value: float | None) -> str:
    """Where an end stands, with its name: the number, or what it follows from where there are several scales."""
    name = end.name or end.target
    if value is not None:
        fixed = isinstance(end.at, float) or end.target is not None
        words = end_text(value, said.style) if fixed else said.style.text(value)
    elif isinstance(end.at, float):
        words = end_text(end.at, said.style)
    elif end.percent is not None:
        words = f"{end.percent:g}% of the way"
    elif end.percentile is not None:
        words = f"percentile {end.percentile:g}"
    else:
        words = {"lowest": "the lowest", "highest": "the highest", "mirrored": "as far"}.get(str(end.at), name or "the middle")
    return f"{words}, {name}" if name and name != words else words


def _drawn(said: Said) -> str:
    bands, coloring = said.recipe.color.bands, said.coloring
    if bands is None:
        return "a ramp"
    number = len(coloring.scale.cuts) + 1 if coloring.scale and coloring.scale.cuts is not None else bands.count or 0
    return f"{number or 'some'} bands{f', {BAND_TERMS[bands.method].words}' if bands.method else ''}"

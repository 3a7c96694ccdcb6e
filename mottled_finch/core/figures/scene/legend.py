"""The legend: its title, the ramp with its ticks or the blocks of bands, swatches for cells without a color, symbols of sizes."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import partial
from math import ceil, floor, log10

import numpy as np

from ...colors.coloring import Coloring
from ...colors.palettes import BLANK_STEP
from ...colors.scale import Scale
from ...common.language import Language
from ...common.language.english import beginning, counted
from ...common.recipe.spec import WEIGHED, BandsSpec, EachSpec, EndSpec, Recipe
from ...common.vocabulary import SPREAD_TERMS
from ...common.wording.labels import number_label
from ...common.wording.parts import alone_words, lit_words, measure_words, ordinal, what_is_shown
from ...matrices.pivot.targets import number_of
from ..contents.contents import Contents
from ..contents.number_style import NumberStyle, end_text
from .page import Page
from .type import CAP_HEIGHT, Typeface
from .uncolored import Uncolored

_TITLE_LINES = 5
_NOTE_LINES = 5
_SAMPLES = 0.5
"""Of the legend's room across: what the largest symbol on it takes at most."""


@dataclass(frozen=True)
class Tick:
    """``place`` runs from 0 at the foot of the ramp to 1 at its top."""

    place: float
    text: str


@dataclass(frozen=True)
class Block:
    """A band: its color and which of them it is, what it is called, and the same in full where that had to be cut."""

    fill: str
    step: int
    text: str
    full: str | None = None


@dataclass(frozen=True)
class Band:
    """A band as it is told: its words, its color, and how many cells are in it."""

    words: str
    color: str
    cells: int
    step: int


@dataclass(frozen=True)
class Sample:
    """A symbol of a size: its share of the largest symbol's side (of its length, for a bar), and what that stands for."""

    share: float
    text: str


@dataclass(frozen=True, kw_only=True)
class Legend:
    """``fixed`` ticks (ends and middle) always show; ``between`` only where they have room. Bands have ``blocks``, the highest
    first, in their place. ``notes`` say what is not plain to see: what cells are judged within, how values are spread, what is lit.

    ``swatches`` are what stands for cells without a color: why they have none, and their words.
    ``samples`` are symbols of a few sizes under a title, the largest first. Words stand ``tick_x`` to the right, and those of
    samples ``sample_x``: the same but where symbols are a good deal wider than the ramp.
    """

    title: tuple[str, ...]
    notes: tuple[str, ...]
    blocks: tuple[Block, ...]
    fixed: tuple[Tick, ...]
    between: tuple[Tick, ...]
    swatches: tuple[tuple[Uncolored, str], ...]
    sample_title: tuple[str, ...]
    samples: tuple[Sample, ...]
    size: float
    ramp_width: float
    tick_x: float
    sample_x: float
    width: float

    def ticks_for(self, height: float) -> list[Tick]:
        """The ticks that fit a ramp of that height without touching, the fixed ones first."""
        shown: list[Tick] = []
        for tick in (*self.fixed, *self.between):
            at = self.baseline(tick, height)
            if all(abs(at - self.baseline(other, height)) >= self.size * 1.25 for other in shown):
                shown.append(tick)
        return shown

    def baseline(self, tick: Tick, height: float) -> float:
        """Where the tick's text stands, down from the ramp's top: centered on the tick, but at the ends beside the ramp."""
        centered = (1 - tick.place) * height + self.size * CAP_HEIGHT / 2
        return min(max(centered, self.size * CAP_HEIGHT), height)


def legend_of(page: Page, most: float, symbol: float) -> Legend:
    """The legend of a figure, no wider than ``most`` points. ``symbol`` is the side of the largest symbol."""
    recipe, coloring, contents, size = page.recipe, page.coloring, page.contents, page.sizes.legend
    language, typeface = page.language, page.typeface
    scale, style = coloring.scale, contents.style
    ramp_width = round(size * 1.7)
    gap = round(size * 0.8)
    samples = _samples(recipe, contents, 1.0 if not symbol else min(1.0, most * _SAMPLES / symbol))
    widest = ceil(symbol * max((sample.share for sample in samples), default=0.0))
    sample_x = max(ramp_width, widest) + gap
    tick_x = sample_x if widest <= 2 * ramp_width else ramp_width + gap
    samples = tuple(replace(sample, text=typeface.cut(sample.text, most - sample_x, size)) for sample in samples)
    words = what_is_shown(recipe.pivot, language) if recipe.legend.title is None else recipe.legend.title
    title = typeface.balanced(words[:1].upper() + words[1:], most, size, _TITLE_LINES, 600)
    notes = tuple(
        line
        for note in [*color_notes(recipe, coloring, style, language), *weight_notes(recipe, contents, language)]
        for line in typeface.balanced(note, most, size, _NOTE_LINES)
        if line
    )
    blocks: tuple[Block, ...] = ()
    fixed: tuple[Tick, ...] = ()
    between: tuple[Tick, ...] = ()
    if scale and scale.cuts is not None:
        blocks = tuple(
            _block(typeface, band, most - tick_x, size) for band in reversed(bands_of(recipe, coloring, style, language))
        )
    elif scale:
        fixed = tuple(_cut(typeface, tick, most - tick_x, size) for tick in _fixed(recipe, coloring, scale, style, language))
        between = (
            () if coloring.apart else tuple(_cut(typeface, tick, most - tick_x, size) for tick in _between(recipe, scale, style))
        )
    swatches = tuple((why, typeface.cut(words, most - tick_x, size)) for why, words in _uncolored(page) if words)
    sample_title = typeface.balanced(_sample_title(recipe, language), most, size, 2, 600) if samples else []
    texts = [tick.text for tick in (*fixed, *between)] + [block.text for block in blocks]
    texts += [text for _, text in swatches]
    lines = [typeface.width_of(line, size, 600) for line in (*title, *sample_title)]
    lines += [typeface.width_of(line, size) for line in notes]
    lines += [sample_x + typeface.width_of(sample.text, size) for sample in samples]
    return Legend(
        title=tuple(line for line in title if line),
        notes=notes,
        blocks=blocks,
        fixed=fixed,
        between=between,
        swatches=swatches,
        sample_title=tuple(sample_title),
        samples=samples,
        size=size,
        ramp_width=ramp_width,
        tick_x=tick_x,
        sample_x=sample_x,
        width=ceil(max([tick_x + typeface.width_of(text, size) for text in texts] + lines)),
    )


def _uncolored(page: Page) -> Iterator[tuple[Uncolored, str]]:
    """Why cells have no color, with what the legend says of it, as far as there are such cells."""
    recipe, matrix, contents, legend = page.recipe, page.matrix, page.contents, page.recipe.legend
    new, gone = alone_words(recipe.pivot.show, page.language)
    alone = contents.new | contents.gone
    blank = np.isnan(matrix.values) & ~alone & (True if matrix.absent is None else ~matrix.absent)
    few_words = page.language.say("few", number=page.language.grouped(recipe.cells.least_records or 0))
    kinds: tuple[tuple[Uncolored, bool, str | None, str], ...] = (
        ("blank", bool(blank.any()), legend.blank, page.language.say("no_value")),
        ("new", bool(contents.new.any()), legend.new, new),
        ("gone", bool(contents.gone.any()), legend.gone, gone),
        ("few", bool(contents.few.any()), legend.few, few_words),
    )
    for why, there, named, words in kinds:
        if there or why in contents.elsewhere:
            yield why, words if named is None else named


def _sample_title(recipe: Recipe, language: Language) -> str:
    symbols = recipe.cells.symbols
    return beginning(measure_words(symbols.size, language)) if symbols.title is None and symbols.size else symbols.title or ""


def _samples(recipe: Recipe, contents: Contents, longest: float) -> tuple[Sample, ...]:
    """Round numbers up to the largest: its own order, and about a half and a tenth of it. None is larger than a share of the
    largest symbol: bars may be longer than the legend has room for. Where all sizes are whole, so are these: half a record is none.
    """
    if recipe.cells.symbols.size is None or not contents.most > 0:
        return ()
    sizes = contents.beside[-1]
    whole = bool((np.isnan(sizes.values) | (sizes.values == np.rint(sizes.values))).all())
    by_area = recipe.cells.symbols.as_ != "bar"
    most = contents.most * (longest**2 if by_area else longest) * 1.000001
    power = 10.0 ** floor(log10(most))
    largest = next(power * factor for factor in (5, 2, 1) if power * factor <= most)
    numbers = [number for number in (largest, largest / 2, largest / 10) if not whole or number.is_integer()]
    shares = [number / contents.most for number in numbers]
    return tuple(
        Sample(share**0.5 if by_area else share, end_text(number, sizes.style))
        for number, share in zip(numbers, shares, strict=True)
    )


def _cut(typeface: Typeface, tick: Tick, most: float, size: float) -> Tick:
    return Tick(tick.place, typeface.cut(tick.text, most, size))


def _block(typeface: Typeface, band: Band, most: float, size: float) -> Block:
    text = typeface.cut(band.words, most, size)
    return Block(band.color, band.step, text, band.words if text != band.words else None)


def color_notes(recipe: Recipe, coloring: Coloring, style: NumberStyle, language: Language) -> list[str]:
    """What cells and totals are judged within, how values are spread, what is lit; nothing of what is usual."""
    color, totals, notes = recipe.color, recipe.pivot.totals, []
    judged = [each for each in recipe.each if each.judged]
    if color.within != "table" and not judged:
        notes.append(language.say(f"within_{color.within}"))
    notes += scale_notes(recipe, coloring, language)
    if SPREAD_TERMS[color.scale].told and color.bands is None:
        notes.append(language.say(f"spread_{color.scale}"))
    if color.lit is not None:
        number = (lambda value: end_text(value, style)) if color.lit.of == "value" else number_label
        notes.append(language.say("in_color", what=lit_words(color.lit, number, language)))
    if totals.color == "own" and totals.any:
        notes.append(language.say("totals_own"))
    return notes


def weight_notes(recipe: Recipe, contents: Contents, language: Language) -> list[str]:
    """What the widths of columns and the heights of rows say, and how many are drawn larger than that."""
    weights = contents.weights
    said: dict[str, str] = {
        size: measure_words(getattr(recipe.heads.weight, side), language) for side, size in WEIGHED if side in weights
    }
    if len(said) == len(WEIGHED) and len(set(said.values())) == 1:
        said = {"width_and_height": said["width"]}
    notes = [language.say(size, what=words) for size, words in said.items()]
    raised = {side: weights[side].raised for side, _ in WEIGHED if side in weights and weights[side].raised}
    if raised:
        ours = " and ".join(counted(number, side[:-1]) for side, number in raised.items())
        notes.append(language.say("least_size", number=ours if language.ours else language.grouped(sum(raised.values()))))
    return notes


def scale_notes(recipe: Recipe, coloring: Coloring, language: Language) -> list[str]:
    """What has a scale of its own, and where high is not what it is in the rest of the figure."""
    judged = [each for each in recipe.each if each.judged]
    if not judged:
        return []
    names = [", ".join(each.labels) for each in judged if each.labels]
    within = recipe.color.within
    if not language.ours:
        return [_senses(coloring, judged, names, language)]
    if coloring.apart or not names:
        words = "Each on its own scale" if within in ("table", "group") else f"Each {within} on its own scale"
    else:
        words = (
            f"On {'a scale' if len(names) == 1 else 'scales'} of {'its' if len(names) == 1 else 'their'} own: {'; '.join(names)}"
        )
    if coloring.sense == "neither":
        return [words]
    unlike = [", ".join(each.labels) for each in judged if each.high_is not in (None, "neither", coloring.sense)]
    high = f"high is {coloring.sense}" + (f" but for: {'; '.join(unlike)}" if unlike else "")
    return [f"{words}, {high}" if coloring.apart else words, *([] if coloring.apart else [beginning(high)])]


def _senses(coloring: Coloring, judged: list[EachSpec], names: list[str], language: Language) -> str:
    """The same in another language than ours, as one sentence."""
    alone = coloring.apart or not names
    words = language.say("own_scale") if alone else language.say("own_scale_names", names="; ".join(names))
    if coloring.sense == "neither":
        return words
    unlike = [", ".join(each.labels) for each in judged if each.high_is not in (None, "neither", coloring.sense)]
    high = language.say(f"high_{coloring.sense}")
    return f"{words}; {language.say('but_for', what=high, names='; '.join(unlike)) if unlike else high}"


def bands_of(recipe: Recipe, coloring: Coloring, style: NumberStyle, language: Language) -> list[Band]:
    """The bands, the lowest first; none where colors run on."""
    spec = recipe.color.bands or next((each.bands for each in recipe.each if each.bands), None)
    scale = coloring.scale
    if spec is None or scale is None or scale.cuts is None:
        return []
    counts = np.bincount(coloring.steps.ravel(), minlength=BLANK_STEP + 1)
    names = dict(enumerate(spec.names))
    steps = range(_number_of_bands(coloring, scale)) if scale.stops is None else scale.stops
    words = partial(_band_words, coloring=coloring, bands=spec, style=style, language=language)
    return [
        Band(_named_band(words(i), names.get(i, "")), coloring.hexes[step], int(counts[step]), step) for i, step in enumerate(steps)
    ]


def _number_of_bands(coloring: Coloring, scale: Scale) -> int:
    """Those of the scale; where cells are judged apart and some have fewer different values than others, the most that any has."""
    return len(coloring.colors) if coloring.apart and scale.stops is None else scale.number_of_steps


def _band_words(band: int, coloring: Coloring, bands: BandsSpec, style: NumberStyle, language: Language) -> str:
    """ "65% and over"; where cells are judged apart and cuts are found, their place stands for the numbers."""
    scale = coloring.scale
    assert scale is not None and scale.cuts is not None
    last = _number_of_bands(coloring, scale) - 1
    if coloring.apart and (bands.cuts is None or len({each.cuts for each in coloring.scales if each}) > 1):
        ends = {0: language.say("lowest"), last: language.say("highest")}
        span = ends.get(band, f"{band + 1}/{last + 1}" if not language.ours else f"band {band + 1} of {last + 1}")
    elif last == 0:
        span = "all"
    elif band == 0:
        span = language.say("under", number=end_text(scale.cuts[0], style))
    elif band == last:
        span = language.say("and_over", number=end_text(scale.cuts[-1], style))
    else:
        low, high = (end_text(scale.cuts[place], style) for place in (band - 1, band))
        span = language.say("span", low=low, high=high)
    return span


def _named_band(span: str, name: str) -> str:
    """ "on target, 65% and over"."""
    return f"{name}, {span}" if name and not span.startswith(name) else span


def _fixed(recipe: Recipe, coloring: Coloring, scale: Scale, style: NumberStyle, language: Language) -> list[Tick]:
    """Both ends, and the middle where the recipe sets one."""
    color = recipe.color
    if coloring.apart and any(each.turned for each in coloring.scales if each):
        ends = [language.say(word) for word in (("better", "worse") if coloring.sense == "good" else ("worse", "better"))]
        return [Tick(1.0, ends[0]), Tick(0.0, ends[1]), *_middle_apart(recipe, coloring)]
    if coloring.apart:
        ticks = [Tick(1.0, _apart(color.high, style, "high")), Tick(0.0, _apart(color.low, style, "low"))]
        own = [Tick(0.5, _apart(color.middle, style, "middle"))] if color.middle is not None else _middle_apart(recipe, coloring)
        return ticks + own
    high = _named(scale.high, style, color.high, language, "and_over" if scale.clips_high else "")
    low = _named(scale.low, style, color.low, language, "and_under" if scale.clips_low else "")
    if scale.low == scale.high:
        return [Tick(0.5, _named(scale.high, style, color.high, language))]
    ticks = [Tick(1.0, high), Tick(0.0, low)]
    if color.middle is not None and scale.has_middle:
        ticks.append(Tick(0.5, _named(scale.middle, style, color.middle, language)))
    return ticks


def _middle_apart(recipe: Recipe, coloring: Coloring) -> list[Tick]:
    """The middle, where every scale has one of its own."""
    if not all(each.has_middle for each in coloring.scales if each):
        return []
    targets = all(each.target is not None for each in recipe.each if each.judged)
    return [Tick(0.5, "target" if targets and recipe.color.middle is None else "middle")]


def _apart(end: EndSpec, style: NumberStyle, plain: str) -> str:
    """An end where every region has its own: what it is in each of them."""
    if isinstance(end.at, float):
        text = end_text(end.at, style)
    elif end.percentile is not None:
        text = f"{ordinal(end.percentile)} percentile"
    elif end.percent is not None:
        text = f"{end.percent:g}% of the way"
    else:
        text = end.target or plain
    return f"{text}, {end.name}" if end.name else text


def _named(value: float, style: NumberStyle, end: EndSpec, language: Language, beyond: str = "") -> str:
    """An end as the legend says it; ``beyond`` is the word for values that lie past it."""
    # A number the user set is told in full; one that comes from the data as precisely as the cells are.
    text = end_text(value, style) if isinstance(end.at, float) or end.target else style.text(value)
    text = language.say(beyond, number=text) if beyond else text
    name = end.name or end.target
    return f"{text}, {name}" if name else text


def _between(recipe: Recipe, scale: Scale, style: NumberStyle) -> list[Tick]:
    """Round numbers inside the scale; where values are spread by rank, those with a quarter, half and three quarters below."""
    if scale.high <= scale.low or not np.isfinite(scale.high - scale.low):
        return []
    if recipe.legend.ticks:
        return _written(recipe, scale, style)
    if scale.spread.name == "rank":
        ends = scale.spread.of(np.array([scale.low, scale.high]))
        values = [scale.spread.back(float(ends[0] + share * (ends[1] - ends[0]))) for share in (0.5, 0.25, 0.75)]
        texts = [style.text(value) for value in values]
    elif scale.spread.name == "linear":
        values = _round_numbers(scale, style)
        texts = [end_text(round(value, 12), style) for value in values]
    else:
        values = _powers(scale)
        texts = [end_text(value, style) for value in values]
    places = scale.places(np.array(values)).tolist() if values else []
    inside = [scale.low < value < scale.high for value in values]
    return [Tick(place, text) for place, text, fits in zip(places, texts, inside, strict=True) if fits]


def _written(recipe: Recipe, scale: Scale, style: NumberStyle) -> list[Tick]:
    """The ticks the recipe asks for."""
    values = [number_of(tick.at, recipe.table.targets, f"legend.ticks[{i}].at") for i, tick in enumerate(recipe.legend.ticks)]
    places = scale.places(np.array(values)).tolist()
    return [
        Tick(place, tick.text or end_text(value, style))
        for place, value, tick in zip(places, values, recipe.legend.ticks, strict=True)
        if scale.low <= value <= scale.high
    ]


def _powers(scale: Scale) -> list[float]:
    """Zero, and powers of ten on each side of it, then twice and five times these."""
    most = max(abs(scale.low), abs(scale.high))
    top = floor(log10(most))
    powers = [10.0**power for power in range(top, top - 12, -1)]
    found = [0.0] + [sign * factor * power for factor in (1, 2, 5) for power in powers for sign in (1, -1)]
    return [value for value in found if scale.low < value < scale.high]


def _round_numbers(scale: Scale, style: NumberStyle) -> list[float]:
    """Round numbers, 1, 2 or 5 times a power of ten apart."""
    span = scale.high - scale.low
    rough = span / 4
    power = 10.0 ** floor(log10(rough))
    distance = next(power * factor for factor in (1, 2, 5, 10) if power * factor >= rough * 0.999)
    decimals = 0 if style.bare else style.decimals  # there is no half a record
    distance = max(distance, 10.0 ** -(decimals + (2 if style.percent else 0)))
    return [i * distance for i in range(ceil(scale.low / distance), floor(scale.high / distance) + 1)]

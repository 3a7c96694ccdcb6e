"""What stands in the cells: what they are drawn as, what is printed, what is hidden, and the gaps between."""

from ....common.language import OURS
from ....common.language.english import counted
from ....common.recipe.spec import NumberSpec, PastSpec, SymbolsSpec
from ....common.vocabulary import SYMBOL_TERMS
from ....common.wording.labels import number_label
from ....common.wording.parts import measure_words, point_words
from .piece import Piece, Said, sentence


def cells(said: Said) -> list[Piece]:
    spec = said.written.cells
    written = spec.decimals is not None or spec.number != NumberSpec()
    typed = spec.size is not None or spec.bold
    least = f"those on fewer than {counted(spec.least_records, 'record')} hidden" if spec.least_records else "none hidden"
    return sentence(
        "Drawn as ",
        Piece(_symbols(spec.symbols), "symbols", spec.symbols != SymbolsSpec()),
        ", printing ",
        Piece(_values(spec.values), "values", spec.values != "all"),
        " of ",
        Piece(measure_words(spec.print.measure, OURS) if spec.print else "what is colored", "print", spec.print is not None),
        ", written ",
        Piece(_written(said), "number", written),
        " in ",
        Piece(_type(said), "type", typed),
        ". Of the cells ",
        Piece(least, "least_records", spec.least_records is not None),
        "; gaps ",
        Piece(_gap(said), "gap", spec.gap is not None or spec.gap_color is not None),
        ", ",
        Piece("square" if spec.square else "fitted to the page", "square", spec.square),
        ".",
    )


def _symbols(symbols: SymbolsSpec) -> str:
    words = SYMBOL_TERMS[symbols.as_].words
    if symbols.size is not None:
        words += f" as large as {measure_words(symbols.size, OURS)}"
    return words + {"none": "", "dividers": ", with dividers", "guides": ", with guide lines"}[symbols.lines]


def _values(values: str | PastSpec) -> str:
    if isinstance(values, PastSpec):
        spans = (("from", values.from_), ("above", values.above), ("below", values.below), ("up to", values.to))
        return "values " + " and ".join(f"{word} {point_words(at, number_label)}" for word, at in spans if at is not None)
    return {"all": "all values", "none": "no values", "extremes": "the highest and lowest"}[values]


def _written(said: Said) -> str:
    spec, style = said.written.cells, said.style
    return (
        f"as {style.text(0.0123 if style.percent else 1234.5)}"
        if spec.number != NumberSpec()
        else ("as it fits" if spec.decimals is None else f"to {counted(spec.decimals, 'decimal')}")
    )


def _type(said: Said) -> str:
    spec = said.written.cells
    size = "type as it fits" if spec.size is None else f"{spec.size:g} points"
    return f"{size}, bold" if spec.bold else size


def _gap(said: Said) -> str:
    spec = said.written.cells
    gap = "as they fit" if spec.gap is None else f"of {counted(spec.gap, 'point')}"
    return f"{gap}, in {spec.gap_color}" if spec.gap_color else gap

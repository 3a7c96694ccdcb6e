"""The key to the colors: where it stands, and what is written on it."""

from ....common.language.english import counted
from .piece import Piece, Said, quoted, sentence

_PLACES = {"right": "at the right", "top": "at the top", "below": "below the cells"}


def legend(said: Said) -> list[Piece]:
    spec, cells = said.written.legend, said.written.cells
    if not spec.show:
        return sentence("There is ", Piece("no legend", "place", True), " on the page.")

    def written(name: str, none: str) -> Piece:
        words: str | None = getattr(spec, name)
        return Piece(none if words is None else quoted(words) if words else "nothing", name, words is not None)

    swatches: list[str | Piece] = ["; no value is called ", written("blank", "No value")]
    if cells.least_records is not None:
        swatches += [", too few records ", written("few", f"Under {cells.least_records:,} records")]
    if said.written.pivot.show.as_ == "against":
        swatches += [", this side alone ", written("new", "what it is"), ", the other alone ", written("gone", "what it is")]
    if cells.symbols.size is not None:
        title = cells.symbols.title
        swatches += [", sizes ", Piece(quoted(title) if title else "what sizes them", "sizes", title is not None)]
    return sentence(
        "It stands ",
        Piece(_PLACES[spec.place], "place", spec.place != "right"),
        " under ",
        written("title", "what is measured"),
        *swatches,
        "; on it stands " if len(spec.ticks) == 1 else "; on it stand ",
        Piece(counted(len(spec.ticks), "place") + " of your own" if spec.ticks else "round numbers", "ticks", bool(spec.ticks)),
        ".",
    )

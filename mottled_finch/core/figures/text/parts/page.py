"""The page: its size, its theme, and a picture under the cells."""

from ....common.language import language_of
from ....common.recipe.page_type import least_type
from ....common.recipe.spec import PageSpec, TemplateSpec
from ....common.vocabulary import PAGE_TERMS, THEME_TERMS
from .piece import Piece, Said, quoted, sentence

_PLAIN = PageSpec()


def _named(template: str | None) -> str:
    return quoted(template) if template else "no template"


def page(said: Said) -> list[Piece]:
    spec = said.written.page
    known = next((term.title for term in PAGE_TERMS.values() if (term.width, term.height) == (spec.width, spec.height)), None)
    size = f"{known.lower() if known else 'page'}, {spec.width:,} × {spec.height:,} points"
    own = [name for name, color in (("ground", spec.ground), ("ink", spec.ink)) if color]
    theme = THEME_TERMS[spec.theme].title + (f" with own {' and '.join(own)}" if own else "")
    template = spec.template or TemplateSpec()
    return sentence(
        "A ",
        Piece(size, "size", (spec.width, spec.height) != (_PLAIN.width, _PLAIN.height)),
        " on ",
        Piece(theme, "theme", spec.theme != _PLAIN.theme or bool(own)),
        ", its ground ",
        Piece("see-through" if spec.transparent else "painted", "transparent", spec.transparent),
        "; set in ",
        Piece("the house’s font" if spec.font else "the bundled font", "font", spec.font is not None),
        ", type of ",
        Piece(f"{least_type(spec):g} points", "least_type", spec.least_type is not None),
        " at least, in ",
        Piece(language_of(spec.language).calendar.name, "language", spec.language is not None),
        "; slides in ",
        Piece(_named(template.slides), "template", template.slides is not None),
        [Piece(" on "), Piece(quoted(template.layout), "layout", True)] if template.layout else None,
        " and documents in ",
        Piece(_named(template.document), "document", template.document is not None),
        "; ",
        Piece(f"{'a' if spec.underlay else 'no'} picture under the cells", "underlay", spec.underlay is not None),
        ".",
    )

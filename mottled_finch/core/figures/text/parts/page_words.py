"""Words on the page, from the top to its foot."""

from .piece import Piece, Said, quoted, sentence


def page_words(said: Said) -> list[Piece]:
    spec, claims = said.written.words, said.written.claims

    def written(name: str, none: str) -> Piece:
        words: str | None = getattr(spec, name)
        return Piece(none if words is None else quoted(words) if words else "nothing", name, words is not None)

    return sentence(
        "At the top ",
        written("title", "what is shown"),
        ", below it ",
        written("subtitle", "nothing"),
        ". Columns are called ",
        written("columns", "nothing"),
        ", rows ",
        written("rows", "nothing"),
        ". At the foot ",
        written("caption", "how many records"),
        " and ",
        written("source", "no source"),
        ". The title claims ",
        Piece("; ".join(quoted(claim) for claim in claims) if claims else "nothing", "claims", bool(claims)),
        ".",
    )

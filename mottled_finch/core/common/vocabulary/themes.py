"""The themes of a page. ``THEME_TERMS`` is the table that a new one is entered in; the tests hold its contrasts."""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class Theme:
    """Colors as "#rrggbb". ``quiet`` is a lesser ink, ``band`` the ground of totals, ``bracket`` and ``tree`` are lines beside
    heads, ``blank`` and ``hatch`` the ground and lines of cells without a value.
    """

    ground: str
    ink: str
    quiet: str
    band: str
    bracket: str
    tree: str
    blank: str
    hatch: str


@dataclass(frozen=True, kw_only=True)
class ThemeTerm:
    """A theme by the name it is offered by."""

    title: str
    theme: Theme


THEME_TERMS: dict[str, ThemeTerm] = {
    "paper": ThemeTerm(
        title="Paper",
        theme=Theme(
            ground="#ffffff",
            ink="#1d211a",
            quiet="#5f6359",
            band="#f4f3ef",
            bracket="#b9bab2",
            tree="#7d8177",
            blank="#f1f1ee",
            hatch="#c9cac3",
        ),
    ),
    "reed": ThemeTerm(
        title="Reed",
        theme=Theme(
            ground="#f6f2e7",
            ink="#23251d",
            quiet="#5b5b4d",
            band="#ebe5d5",
            bracket="#b4ae9c",
            tree="#7a7666",
            blank="#eee9db",
            hatch="#bcb5a2",
        ),
    ),
    "dusk": ThemeTerm(
        title="Dusk",
        theme=Theme(
            ground="#1e2422",
            ink="#f1f1ea",
            quiet="#b2b8ad",
            band="#2b322f",
            bracket="#5a625d",
            tree="#8c948c",
            blank="#29302d",
            hatch="#4d5651",
        ),
    ),
}

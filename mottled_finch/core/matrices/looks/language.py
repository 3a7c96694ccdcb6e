"""The language that a table is in, as far as its columns and members tell."""

from collections import Counter

from ...common.language.languages import LANGUAGES
from ...tables.table import Kind, Table

_WORDS = {
    "de": "datum anzahl umsatz menge preis kunde kunden stadt jahr monat woche tag betrag kosten filiale nummer wert ort",
    "fr": "montant quantité prix client ville année mois semaine jour coût magasin numéro valeur pays heure nom région",
    "es": "fecha importe cantidad precio cliente ciudad año mes semana día coste tienda número valor país hora nombre ventas",
    "it": "importo quantità prezzo cliente città anno mese settimana giorno costo negozio numero valore paese ora nome vendite",
    "pt": "quantidade preço cidade ano mês semana dia custo loja valor país hora nome vendas estado município",
    "nl": "bedrag aantal prijs klant stad jaar maand week dag kosten winkel nummer waarde plaats omzet naam",
    "pl": "kwota ilość cena klient miasto rok miesiąc tydzień dzień koszt sklep numer wartość kraj godzina nazwa liczba",
}
"""Words that columns are called by, apart from those that English has as well."""
_MOST_MEMBERS = 200
_LEAST = 2


def proposed_language(table: Table) -> str | None:
    """The language that most names of columns, months and weekdays are in, if that is not English and at least two are."""
    found: Counter[str] = Counter()
    names = {word for column in table.columns for word in column.name.replace("_", " ").casefold().split()}
    for code, words in _WORDS.items():
        found[code] += len(names & set(words.split()))
    members = {
        str(label).strip(" .").casefold()
        for column in table.columns
        if column.kind is Kind.CATEGORY
        for label in column.dictionary[1 : _MOST_MEMBERS + 1]
    }
    ours = _parts("en")
    for code in LANGUAGES:
        if code != "en":
            found[code] += len(members & (_parts(code) - ours))
    (best, number), *others = found.most_common(2)
    return best if number >= _LEAST and (not others or number > others[0][1]) else None


def _parts(code: str) -> set[str]:
    """The words of a language for months and weekdays, but for those as short as grades or points of the compass."""
    calendar = LANGUAGES[code]
    words = {word.strip(" .").casefold() for word in (*calendar.months, *calendar.long_months, *calendar.weekdays)}
    return {word for word in words if len(word) > 2 or not word.isascii()}

"""Words of German, French and Spanish sentences in English. Fields and members stay as they are; a word that means something in
English, or in the table, is never put otherwise.
"""

from collections.abc import Iterator, Sequence
from dataclasses import replace

from ....common.language.calendars import CALENDARS
from ....tables.aggregation.cuts import MONTH_NAMES, WEEKDAY_NAMES
from .lexicon import Lexicon
from .phrases import PHRASES
from .words import Word, key_of, words_of

_WORDS = (
    # German
    "nach=by pro=per je=per für=for fur=for und=and oder=or nur=only ohne=without außer=except ausser=except nicht=not "
    "kein=no keine=no "
    "Summe=sum Gesamt=total gesamte=total Durchschnitt=average durchschnittlich=average durchschnittliche=average "
    "durchschnittlicher=average mittlere=average mittlerer=average Mittel=average Mittelwert=average Anzahl=number_of "
    "Zahl=number_of "
    "viele=many wieviele=how_many Anteil=share größte=largest größter=largest höchste=highest höchster=highest "
    "höchstes=highest "
    "kleinste=smallest niedrigste=lowest niedrigster=lowest zuerst=first absteigend=descending aufsteigend=ascending "
    "sortiert=sorted "
    "beste=best besten=best schlechteste=worst schlechtesten=worst Monat=month Monate=months Monaten=months monatlich=monthly "
    "Woche=week Wochen=weeks wöchentlich=weekly Wochentag=weekday Wochentage=weekdays Jahr=year Jahre=years Jahren=years "
    "Quartal=quarter Quartale=quarters Tag=day Tage=days täglich=daily Stunde=hour Stunden=hours Uhrzeit=hour "
    "letzte=last letzten=last "
    "letzter=last letztes=last letztem=last dieses=this diesem=this diese=this diesen=this Vorjahr=last_year "
    "Vormonat=last_month "
    "seit=since bis=until vor=before zwischen=between über=over uber=over unter=under mindestens=at_least höchstens=at_most "
    "mehr=more weniger=less als=than gleich=equal wo=where wenn=where mit=with von=of aus=from im=in am=on der=the "
    "die=the das=the den=the "
    "dem=the des=the ein=a eine=a gegenüber=vs verglichen=compared gegen=vs Prozent=percent in=in zeige=show zeig=show "
    "mir=me bitte=please "
    "wie=how welche=which welcher=which welches=which hat=has haben=have meisten=most wenigsten=least Summen=totals "
    "leer=empty fehlt=missing "
    "fehlend=missing Wochenende=weekend Wochenenden=weekends Winter=winter Sommer=summer Frühling=spring Herbst=autumn "
    "kumuliert=cumulative "
    "laufend=running Zeile=row Spalte=column Median=median Datensätze=records Einträge=records ganz=whole aufgeteilt=by "
    # French
    "par=by pour=for et=and ou=or sans=without sauf=except pas=not seulement=only uniquement=only somme=sum "
    "totale=total moyenne=average "
    "moyen=average médiane=median nombre=number combien=how_many part=share pourcentage=percentage mois=month "
    "semaine=week semaines=weeks "
    "jour=day jours=days année=year années=years an=year ans=years trimestre=quarter trimestres=quarters heure=hour "
    "heures=hours "
    "dernier=last derniers=last dernière=last dernières=last ce=this cette=this depuis=since jusque=until jusqu=until "
    "avant=before "
    "après=after entre=between plus=more moins=less que=than supérieur=above inférieur=below à=to de=of du=of des=of "
    "la=the le=the les=the "
    "un=a une=a dans=in en=in avec=with où=where croissant=ascending décroissant=descending meilleur=best "
    "meilleurs=best pire=worst pires=worst "
    "quel=which quelle=which quels=which quelles=which vide=empty manquant=missing contre=vs montre=show montrez=show moi=me "
    "été=summer hiver=winter printemps=spring automne=autumn ligne=row colonne=column enregistrements=records mensuel=monthly "
    # Spanish
    "y=and o=or para=for sin=without excepto=except salvo=except no=not solo=only sólo=only solamente=only suma=sum "
    "promedio=average "
    "media=average mediana=median número=number numero=number cuántos=how_many cuantos=how_many cuántas=how_many cuota=share "
    "porcentaje=percentage proporción=proportion mes=month meses=months semana=week semanas=weeks día=day dia=day "
    "días=days año=year "
    "años=years hora=hour horas=hours último=last últimos=last ultimo=last ultimos=last última=last últimas=last "
    "este=this esta=this desde=since "
    "hasta=until antes=before después=after mayor=greater menor=less más=more mas=more menos=less donde=where el=the "
    "los=the las=the del=of "
    "por=by con=with mejor=best mejores=best peor=worst peores=worst ascendente=ascending descendente=descending "
    "qué=which que=which "
    "cuál=which cual=which vacío=empty faltante=missing contra=vs muestra=show verano=summer invierno=winter "
    "primavera=spring otoño=autumn "
    "fila=row columna=column registros=records total=total"
)


def _gathered() -> dict[str, tuple[str, ...]]:
    """English words by the keys of foreign ones, with the names of months and weekdays."""
    found: dict[str, tuple[str, ...]] = {}
    for pair in _WORDS.split():
        word, english = pair.split("=")
        found.setdefault(key_of(word), tuple(english.split("_")))
    for tag in ("de", "fr", "es"):
        calendar = CALENDARS[tag]
        days = tuple(_LONG_WEEKDAYS[tag].split())
        for names, ours in ((calendar.long_months, MONTH_NAMES), (calendar.months, MONTH_NAMES), (days, WEEKDAY_NAMES)):
            for name, our in zip(names, ours, strict=True):
                found.setdefault(key_of(name.strip(".")), (our,))
    return found


_LONG_WEEKDAYS = {
    "de": "Montag Dienstag Mittwoch Donnerstag Freitag Samstag Sonntag",
    "fr": "lundi mardi mercredi jeudi vendredi samedi dimanche",
    "es": "lunes martes miércoles jueves viernes sábado domingo",
}
FOREIGN = _gathered()


def in_english(words: Sequence[Word], lexicon: Lexicon) -> list[Word]:
    """The words of a sentence with those of another language in English, word by word."""
    return [each for word in words for each in _in_english(word, lexicon)]


def _in_english(word: Word, lexicon: Lexicon) -> Iterator[Word]:
    key = word.key
    named = key in lexicon.fields or key in lexicon.members or (key,) in PHRASES
    letter = len(key) == 1 and not named  # "y", which is part of "y o y"
    if word.kind != "word" or (key in lexicon.known and not letter):
        yield word
        return
    bare = key[1:] if word.text[1:2] in ("'", "’") else key  # "l'année", "d'avril"
    english = FOREIGN.get(key) or FOREIGN.get(bare)
    if english is None:
        yield replace(word, key=bare) if bare != key and bare in lexicon.known else word
        return
    for each in english:
        (said,) = words_of(each)
        yield replace(said, start=word.start, end=word.end)

"""How a page of a folio is arranged, each as a sentence says it.

``ARRANGEMENT_TERMS`` is the table that a new one is entered in; where its rooms lie is in ``ROOMS`` of ``folio/rooms.py``.
"""

from dataclasses import dataclass
from typing import Literal


@dataclass(frozen=True, kw_only=True)
class ArrangementTerm:
    """``title`` is its name in a list, ``said`` what the page then is. ``plates`` is how many it has room for; its ``words`` stand
    under the headline, or in a room of their own.
    """

    title: str
    said: str
    plates: int
    words: Literal["lead", "room"]


ARRANGEMENT_TERMS: dict[str, ArrangementTerm] = {
    "opening": ArrangementTerm(title="Opening", said="an opening", plates=0, words="room"),
    "plate": ArrangementTerm(title="One plate", said="one plate", plates=1, words="lead"),
    "beside": ArrangementTerm(title="Two plates side by side", said="two plates side by side", plates=2, words="lead"),
    "stacked": ArrangementTerm(
        title="Two plates, one above the other", said="two plates, one above the other", plates=2, words="lead"
    ),
    "plate_words": ArrangementTerm(
        title="A plate with words beside it", said="a plate with words beside it", plates=1, words="room"
    ),
    "four": ArrangementTerm(title="Four small plates", said="four small plates", plates=4, words="lead"),
    "words": ArrangementTerm(title="Words alone", said="words alone", plates=0, words="room"),
    "since": ArrangementTerm(
        title="Since the edition before", said="what changed since the edition before", plates=0, words="room"
    ),
}

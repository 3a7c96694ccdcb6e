"""Ways to spread values between the ends of a scale, and to find the cuts of bands. A new one is entered here; how it is worked out
stands in ``color/spread.py`` and ``color/cuts.py``.
"""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class SpreadTerm:
    """``words`` complete "values spread …". ``told`` says that a legend has to say so."""

    words: str
    told: bool = True


SPREAD_TERMS: dict[str, SpreadTerm] = {
    "linear": SpreadTerm(words="evenly", told=False),
    "log": SpreadTerm(words="by logarithm"),
    "log_both": SpreadTerm(words="by logarithm around 0"),
    "rank": SpreadTerm(words="by rank"),
}


@dataclass(frozen=True, kw_only=True)
class BandTerm:
    """``words`` complete "bands, …"."""

    words: str


BAND_TERMS: dict[str, BandTerm] = {
    "equal_width": BandTerm(words="equal width"),
    "quantile": BandTerm(words="equal counts"),
    "natural": BandTerm(words="natural breaks"),
    "stdev": BandTerm(words="by deviation"),
}

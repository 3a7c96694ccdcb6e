"""What people type for the words of the statement. Each table gives what is meant; the longest phrase that fits is taken."""

from ...common.vocabulary import CUT_TERMS, MEASURE_TERMS

FILLERS = frozenset(("the", "please", "me", "us"))
"""Words that say nothing, unless a field's name has them."""
ALIKE = {"colour": "color", "coloured": "color", "colored": "color", "colours": "colors", "mins": "minutes"}
BEGINNINGS = ("color", "show", "plot", "draw", "paint", "map", "give", "heat map of", "display", "i want", "what is")

MEASURES: dict[str, str] = {
    **{term.name: take for take, term in MEASURE_TERMS.items()},
    **dict.fromkeys(("mean", "avg", "average"), "average"),
    **dict.fromkeys(("total", "sum", "total sum"), "sum"),
    **dict.fromkeys(("maximum", "max", "highest", "biggest", "greatest", "longest", "latest"), "max"),
    **dict.fromkeys(("minimum", "min", "lowest", "least", "shortest", "earliest"), "min"),
    **dict.fromkeys(("std", "stdev", "std dev", "standard deviation", "spread"), "stdev"),
    **dict.fromkeys(
        (
            "distinct",
            "unique",
            "number of distinct",
            "number of different",
            "number of unique",
            "count of distinct",
            "distinct number",
        ),
        "distinct",
    ),
    **dict.fromkeys(
        ("count", "count of records", "number of records", "records", "number of rows", "how many records", "how many", "number"),
        "count",
    ),
    **dict.fromkeys(("share of records", "percentage of records", "percent of records", "proportion of records", "share"), "share"),
}
SIDES = ("for each", "for every", "by each", "for", "by", "per", "of each", "each", "every")
WAYS = {
    **dict.fromkeys(("down", "in rows", "as rows", "on rows", "down side", "in lines"), "down"),
    **dict.fromkeys(("across", "in columns", "as columns", "on columns", "across top"), "across"),
}
CUT_WORDS: dict[str, str] = {
    **{term.name: cut for cut, term in CUT_TERMS.items()},
    **{f"{cut}s": cut for cut in ("year", "quarter", "month", "week", "weekday", "hour")},
    **dict.fromkeys(("day of week", "weekday", "weekdays", "day of weeks"), "weekday"),
    **dict.fromkeys(("day", "days", "date", "dates"), "date"),
    **dict.fromkeys(("hour of day", "hours of day"), "hour"),
    **dict.fromkeys(("month of year", "calendar month"), "month"),
}
KEEPS = ("keeping", "keep", "where", "only where", "only", "just", "if", "when", "with only", "filtered to", "for")
ORDER_WORDS = ("ordered by", "order by", "sorted by", "sort by", "sorted", "ordered", "in order of", "ranked by")
ONCE_A_KEY = ("once a key", "once per key", "once each key", "once for each key", "counted once a key", "each key once")
VERSUS = ("and", "by", "against", "versus", "vs", "x")
"""What stands between the two sides."""
AGAINST = ("against", "versus", "vs", "compared with", "compared to", "set against", "and compare with", "over")
"""What begins the other side of a comparison."""
UNITS: dict[str, str] = {word: f"{unit}s" for unit in ("year", "quarter", "month", "week", "day") for word in (unit, f"{unit}s")}
BEFORE = ("before", "earlier", "ago", "back")
AFTER = ("after", "later", "ahead")
LAST = ("last", "previous", "prior")
BYS: dict[str, str] = {
    **dict.fromkeys(("percent", "percentage", "%", "percents", "percent change", "percentage change"), "percent"),
    **dict.fromkeys(("ratio", "factor", "multiple", "index"), "ratio"),
    **dict.fromkeys(("difference", "differences", "absolute difference", "change"), "difference"),
}
IS = ("is", "are", "was")
BLANK = ("blank", "empty", "missing")
ORDER_KINDS = {**dict.fromkeys(("size", "value", "totals", "sum"), "total"), **dict.fromkeys(("name", "names"), "label")}
DOWNWARDS = ("descending", "desc", "largest first", "highest first", "biggest first")
UPWARDS = ("ascending", "asc", "smallest first", "lowest first")
SHARES = ("percent", "percentage", "%", "percents")
TOTALS = {"row totals": "rows", "totals across": "rows", "column totals": "columns", "totals down": "columns"}
SIGNS: dict[str, str] = {
    **dict.fromkeys(("=", "==", "is", "are", "was", "equals", "equal to", "in", "one of"), "in_"),
    **dict.fromkeys(("!=", "<>", "not in", "not", "except", "isn't"), "not_in"),
    **dict.fromkeys((">", "above", "over", "more than", "greater than", "larger than", "later than", "after"), "above"),
    **dict.fromkeys(("<", "below", "under", "less than", "fewer than", "smaller than", "earlier than", "before"), "below"),
    **dict.fromkeys((">=", "≥", "at least", "since", "from", "starting", "no less than"), "from_"),
    **dict.fromkeys(("<=", "≤", "at most", "up to", "until", "till", "to", "through", "no more than"), "to"),
    "between": "between",
}
CLAUSES = frozenset(
    (  # noqa: SIM905
        "keeping keep where only sorted ordered order sort with top split as rows columns row column shown between since until in"
    ).split()
)
STOPS = CLAUSES | frozenset(
    (  # noqa: SIM905
        "and or nor ( ) , ; for by each per across down then is are not above below from up after before over under of to than "
        "least most among = < > <= >= != <> ≥ ≤"
    ).split()
)
"""Words that no member without quotation marks goes on over."""

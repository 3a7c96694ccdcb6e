"""What the fixed words of a typed sentence do. ``PHRASES`` gives for a phrase, by the keys of its words, each tag and value."""

from collections import defaultdict
from typing import Any

from ....common.vocabulary import CUT_TERMS, MEASURE_TERMS
from .words import keys_of, words_of

TABLES: dict[str, dict[Any, str]] = {
    # What parts the sides: "by region", "for each store".
    "by": {
        "by": "by|per|for each|for every|by each|for all|per each|broken down by|split by|grouped by|group by|split out by|"
        "by the|"
        "divided by|sliced by|cut by|according to|dependent on|as a function of|against each",
        "each": "each|every|of each|in each|at each|among|across all|over all|for the",
        "across": "across|over the|in columns|columns|as columns|on columns|along the top|across the",
        "down": "down|in rows|rows|as rows|on rows|down the side|in lines|down the",
        "within": "within each|within every|within|inside each|in each|of each",
        "and": "and|&|then|and then|and by|and per|and each|then by|then each|nested in|and every|and for each",
        "x": "x|vs|versus|vs.|against",
        "comma": ",|;",
    },
    "way": {
        "down": "down|in rows|as rows|on rows|in lines|down the side|as the rows|in the rows|on the rows",
        "across": "across|in columns|as columns|on columns|across the top|as the columns|in the columns|on the columns",
    },
    "take": {
        "sum": "sum|total|sum of|total of|total sum of|overall|summed|sum total of|the total",
        "average": "average|avg|mean|average of|avg of|mean of|on average|the average",
        "median": "median|typical|middle|median of|usual",
        "max": "maximum|max|highest|biggest|greatest|longest|latest|largest|peak|slowest|maximum of|max of|largest of|"
        "highest of|top of",
        "min": "minimum|min|lowest|least|shortest|earliest|smallest|fastest|quickest|minimum of|min of|smallest of|lowest of",
        "range": "range|range of|span of",
        "stdev": "standard deviation|standard deviation of|std|stdev|std dev|std of|stdev of|std dev of|sd of|spread|spread of|"
        "variation of|variability of|variation in|spread in",
        "distinct": "distinct|unique|distinct count of|number of distinct|number of different|number of unique|count of distinct|"
        "how many different|how many distinct|how many unique|distinct number of|unique number of|count distinct|different|"
        "count of unique|unique count of",
    },
    "number of": {
        None: "number of|count of|how many|# of|no of|num of|number|amount of|the number of|counts of|count|#|nr of|quantity of"
    },
    "count": {None: "count|number of records|records|count of records|number of rows|how many|row count|record count"},
    "share": {
        None: "share of|percentage of|% of|percent of|proportion of|share|%|percentage|percent|fraction of|part of|pct of|"
        "the share of|proportion|what share of|what percentage of|portion of"
    },
    "that": {
        None: "that are|that is|which are|who are|that were|who|with|where|that|which|being|are|is|were|was|in|having|who were"
    },
    "rate": {None: "rate|share|percentage|percent|ratio|%|proportion|quota"},
    "mix": {None: "mix|split|breakdown|distribution|composition"},
    "per": {None: "per|divided by|over|/|for each|each|to"},
    "ratio of": {None: "ratio of|quotient of|ratio"},
    "percentile": {None: "percentile|percentile of|pct|pctl|pctile|percentile for"},
    "where": {
        "in": "where|with|only|just|for|in|of|at|on|from|when|if|keeping|keep|filtered to|having|limited to|restricted to|"
        "only for|"
        "only in|only where|only with|just for|for only|who|that|which|that are|which are|who are|among|within|during|inside|"
        "filter|filter by|for which|but only|looking at|whose",
        "out": "excluding|exclude|without|except|except for|but not|not|no|minus|other than|apart from|non|leaving out|ignoring|"
        "ignore|excl|omitting|not in|not for|not from|where not|outside|bar|with no|everything but|all but|dropping|not counting|"
        "without the|excluding the",
    },
    "sign": {
        "in_": "=|==|is|are|was|were|equal|equals|equal to|in|one of|is in|is one of|:|be|being|is equal to",
        "not_in": "!=|<>|≠|not in|is not|isnt|arent|are not|not|is not in|except|isnt in|was not|wasnt|not equal to|is none of",
        "above": ">|above|over|more than|greater than|larger than|later than|after|is above|is over|is more than|is greater than|"
        "exceeds|exceeding|higher than|is higher than|longer than|older than|bigger than|are over|aged over|beyond|is after|"
        "better than",
        "below": "<|below|under|less than|fewer than|smaller than|earlier than|before|is below|is under|is less than|lower than|"
        "shorter than|younger than|are under|aged under|is before|is lower than|worse than",
        "from_": ">=|≥|at least|since|from|starting|no less than|is at least|not below|minimum|starting in|starting from|"
        "from at least|"
        "on or after|not less than",
        "to": "<=|≤|at most|up to|until|till|to|through|no more than|is at most|not above|not over|on or before|"
        "by the end of|til|"
        "maximum|not more than",
        "between": "between|is between|in the range|ranging from|within|are between",
    },
    "to": {None: "and|to|-|–|—|till|until|up to|through"},
    "blank": {
        None: "blank|empty|missing|null|none|unknown|not filled|not known|na|not set|not given|unset|is missing|is empty|is blank"
    },
    "filled": {None: "not blank|filled|not empty|not missing|known|given|not null|is known|is filled|is not blank|set|present"},
    "or": {"or": "or|and/or|nor|or else|plus", "and": "and|&|,|as well as|and also|and in|and on|and for|vs|versus|against"},
    "cut": {
        **{cut: f"{term.name}" for cut, term in CUT_TERMS.items() if cut not in ("day", "date")},
        "month": "month|calendar month|month of year|month of the year|months of the year|seasonality",
        "weekday": "weekday|day of week|day of the week|weekdays|day of weeks|dow|days of the week|days of week",
        "hour": "hour|hour of day|hour of the day|time of day|hours of day|hours of the day|hours",
        "date": "day|date|days|dates|calendar day",
        "day": "day of the month|day of month",
        "year": "year|calendar year|years",
        "quarter": "quarter|quarters",
        "week": "week|calendar week|week number|weeks",
        "year_month": "year and month|month and year|year month",
        "year_quarter": "year and quarter|quarter and year|year quarter",
        "year_week": "year and week|week and year|year week",
    },
    "every": {
        "date": "daily|day by day|each day",
        "week": "weekly|week by week|each week",
        "month": "monthly|month by month|each month",
        "quarter": "quarterly|quarter by quarter|each quarter",
        "year": "yearly|annual|year by year|annually|each year",
        "hour": "hourly|hour by hour|each hour",
    },
    "over": {
        "year": "yoy|y/y|year over year|year on year|year to year|annual growth|y o y|growth year over year",
        "month": "mom|m/m|month over month|month on month|month to month|m o m",
        "week": "wow|w/w|week over week|week on week|week to week|w o w",
        "quarter": "qoq|q/q|quarter over quarter|quarter on quarter|quarter to quarter|q o q",
        "date": "dod|d/d|day over day|day on day|day to day",
    },
    "against": {
        None: "vs|versus|against|compared with|compared to|compare with|compare to|relative to|set against|and compare with|"
        "as against|in comparison with|in comparison to|compared against|vs.|change vs|change from|change since|"
        "change against|growth vs|"
        "difference to|difference from|difference vs|growth over|change on|compared"
    },
    "unit": {unit: f"{unit}|{unit}s" for unit in ("year", "quarter", "month", "week", "day")},
    "before": {None: "before|earlier|ago|back|prior"},
    "after": {None: "after|later|ahead"},
    "last": {None: "last|previous|prior|past|the last|the previous|the year before"},
    "this": {None: "this|current|the current"},
    "next": {None: "next"},
    "edition": {"before": "edition before|previous edition|last edition|prior edition|the edition before"},
    "by how": {
        "percent": "in percent|in %|in percentage|as percent|as percentage|as %|%|percent|percent change|percentage change|"
        "as a percentage|in pct|relative|as a percent|in percents|as percent change|change in %|change in percent",
        "ratio": "as a ratio|as ratio|ratio|as a factor|as factor|as multiple|as a multiple|as index|factor",
        "difference": "as a difference|difference|as difference|absolute|in absolute terms|change|absolute difference",
    },
    "of what": {
        "row": "of row|of the row|of rows|row|by row|of each row|per row|in row|in the row",
        "column": "of column|of the column|of columns|column|by column|of each column|per column|in the column",
        "group": "of group|of the group|within group",
        "whole": "of total|of the total|of whole|of the whole|of all|of grand total|of the grand total|of everything|total|overall",
    },
    "share of side": {
        "row": "row percent|row percentages|row %|row percentage|row share|row shares|percent by row",
        "column": "column percent|column percentages|column %|column percentage|column share|column shares|percent by column",
    },
    "as share": {
        None: "as %|as percent|as percentage|as share|as a share|as a percentage|in percent|in %|as percentages|"
        "as a percent|as shares|"
        "as proportion|as a proportion|in percentages|as pct|as fraction|as a fraction|shown as share|in shares|% of|"
        "share of|percent of"
    },
    "show": {
        "running": "running total|cumulative|running|cumulated|as running total|cumulatively|so far|running sum|as cumulative|"
        "running total of|running sum of|cumulative total|cumulative sum|accumulated|as a running total|cumulative total of",
        "rank": "rank|as rank|ranking|ranked|rank of|as ranks|ranking of|ranks",
        "index": "index|as index|indexed|index of|as an index",
        "score": "z-score|as score|standard score|z score|as z-score|z-scores|standardized",
        "change": "change|as change|difference from the one before|growth|growth of|change in|change of|delta|development of",
    },
    "order": {
        None: "ordered by|order by|sorted by|sort by|sorted|ordered|in order of|ranked by|order|sort|rank by|arranged by|"
        "sorted on|by order of"
    },
    "rows": {"rows": "row|rows", "columns": "column|columns"},
    "order kind": {
        "total": "size|value|total|totals|sum|amount|values|magnitude",
        "label": "name|names|label|labels|alphabet|alphabetical order|alphabetically|a to z|a-z|alphabetical|az",
        "natural": "nature|natural order",
        "likeness": "likeness|similarity",
    },
    "direction": {
        "down": "descending|desc|largest first|highest first|biggest first|most first|from highest to lowest|highest to lowest|"
        "largest to smallest|from largest to smallest|high to low|from high to low|longest first|best first|"
        "greatest first|"
        "decreasing|in descending order|top first|from most to least|most to least|biggest to smallest|from biggest to smallest|"
        "from best to worst|best to worst|slowest first|oldest first|strongest first|from the highest|largest on top|"
        "highest on top",
        "up": "ascending|asc|worst first|smallest first|lowest first|least first|from lowest to highest|lowest to highest|"
        "smallest to largest|"
        "from smallest to largest|low to high|from low to high|shortest first|increasing|in ascending order|fewest first|"
        "least to most|fastest first|youngest first|from worst to best|smallest on top|lowest on top",
        "label": "alphabetically|in alphabetical order|a to z|alphabetical|from a to z|az",
    },
    "top": {
        "top": "top|best|highest|largest|biggest|leading|most|greatest|main|the top|the best",
        "bottom": "bottom|worst|lowest|smallest|least|the worst|the bottom|fewest|the lowest",
    },
    "most": {
        "down": "the most|most|the highest|highest|the largest|the biggest|the best|best|largest|biggest|the greatest|"
        "the top|the longest",
        "up": "the least|the lowest|lowest|the fewest|fewest|the smallest|the worst|worst|least|smallest|the shortest",
    },
    "having": {
        None: "with|have|has|having|had|get|gets|gives|give|are|is|show|shows|sell|sells|make|makes|bring|brings|take|takes|"
        "stay|stays|see|sees"
    },
    "with": {None: "with|and|plus|including|incl|add|show"},
    "totals": {
        "rows": "row totals|totals of rows|row sums|totals across",
        "columns": "column totals|totals of columns|totals down",
    },
    "all totals": {None: "totals|grand totals|all totals|total|subtotals|sums|margins|row and column totals"},
    "bins": {
        None: "bins|bands|buckets|groups|classes|bin|band|brackets|ranges|in bins|in bands|in groups|in buckets|in classes|binned"
    },
    "of": {None: "of"},
    "those where": {None: "those where|where|those with|those of|those in"},
    "modified": {
        "once": "once a key|once per key|once each key|once for each key|counted once a key|each key once",
        "zero": "counting nothing as zero",
        "blank": "counting nothing as blank",
    },
    "per cent": {None: "%|percent|pct|per cent"},
    "move together": {None: "move together|correlate|relate|go together|vary together|hang together|compare"},
    "correlation of": {
        None: "correlation of|correlations of|correlation between|correlations between|correlate|correlation|correlations|"
        "how do|how|correlation matrix of"
    },
    "fill": {
        None: "the|a|an|please|me|us|show|plot|draw|paint|map|give|give me|display|i want|i need|i want to see|"
        "what is|what are|"
        "color|how do|how does|do|does|did|heat map of|heatmap of|heat map|heatmap|table of|matrix of|chart of|can you|"
        "could you|let me see|"
        "of|is|are|was|were|whats|would like|id like|see|get|find|tell me|compare|comparison of|to|for|in|our|my|all|"
        "data|it|its|"
        "who|that|there|have|has|had|how|those|these|from|than|as|at|on|with|be|been|overview of|view of|numbers|numbers of|"
        "breakdown of|list|report|analysis of|analyze|look at|hello|hi|thanks|thank you|quick|quickly|now|also|and|or|"
        "which|what|aged|ones|terms|then"
    },
}
"""For each tag what a phrase can stand for, and the phrases, with bars between."""


def _gathered() -> dict[tuple[str, ...], list[tuple[str, Any]]]:
    found: dict[tuple[str, ...], list[tuple[str, Any]]] = defaultdict(list)
    for tag, values in TABLES.items():
        for value, phrases in values.items():
            for phrase in phrases.split("|"):
                keys = tuple(word.key for word in words_of(f" {phrase} "))
                if keys and (tag, value) not in found[keys]:
                    found[keys].append((tag, value))
    for take, term in MEASURE_TERMS.items():
        if term.keys == ("of",):
            for words in (term.name, f"{term.name} of"):
                found[keys_of(words)].append(("take", take))
    return dict(found)


PHRASES = _gathered()
LONGEST = max(map(len, PHRASES))
SPELLED = sorted({key for keys in PHRASES for key in keys if len(key) >= 5 and key.isalpha()})
"""Keys of fixed words long enough that a slip in them can be told."""

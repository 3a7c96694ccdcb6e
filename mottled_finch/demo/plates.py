"""The finished plates of the demo, as recipes by the table they are laid on."""

from typing import Any

from .berth_log import PIERS
from .complaints import TOPICS
from .floor_plan import floor_plan
from .survey import QUESTIONS

_NO_TESTS = {"field": "line", "not_in": ["TEST"]}
_KNOWN_PIERS = {"field": "pier", "in": list(PIERS)}
_LATENESS = {"measure": {"take": "average", "of": "minutes_late"}, "keep": [_KNOWN_PIERS, _NO_TESTS]}
_PROMISED = {"targets": {"our promise": 5}}
_PROMISE = {"low": {"at": 0}, "middle": {"target": "our promise"}, "high": {"at": 17}}
_COUNTED = {"caption": "n = {n} departures.", "source": "Source: berth log, {from} to {to}."}
_NEARLY_OVER = {"unfinished_period": "December lacks no more than a day"}
_WEEKDAYS_BY_HOUR = {"rows": [{"field": "departed", "cut": "weekday"}], "columns": [{"field": "departed", "cut": "hour"}]}

PLATES: tuple[dict[str, Any], ...] = (
    {
        "finch_recipe": 2,
        "table": _PROMISED,
        "pivot": {
            "rows": [{"field": "pier"}],
            "columns": [{"field": "departed", "cut": "month"}],
            **_LATENESS,
            "totals": {"rows": True, "columns": True, "color": "shared"},
        },
        "color": {
            "palette": "kingcup",
            "high_is": "bad",
            **_PROMISE,
        },
        "legend": {"title": "Minutes late", "blank": "No service"},
        "claims": ["highest row is Lantern Wharf", "highest column is Aug", "Jan, Feb, Nov and Dec are above the total"],
        "words": {
            "title": "Winter and one regatta make us late",
            "subtitle": "Average minutes late at departure, by pier and month, 2025",
            "caption": "n = {n} departures. Hatched months had no service.",
            "source": "Source: berth log, {from} to {to}.",
        },
        "notes": [{"row": ["Lantern Wharf"], "column": ["Aug"], "text": "Regatta week: {highest} minutes late on average."}],
        "dismissed": _NEARLY_OVER,
    },
    {
        "finch_recipe": 2,
        "table": _PROMISED,
        "pivot": {
            "rows": [{"field": "pier"}],
            "columns": [{"field": "departed", "cut": "month"}],
            **_LATENESS,
            "order": {"rows": {"by": "total", "descending": True}},
        },
        "color": {"palette": "kingcup", "high_is": "bad", **_PROMISE},
        "cells": {
            "values": "none",
            "symbols": {"as": "dot", "size": {"take": "sum", "of": "passengers"}, "lines": "guides", "title": "Passengers"},
        },
        "legend": {"title": "Minutes late", "blank": "No service"},
        "words": {
            "title": "The busiest piers are not the latest",
            "subtitle": "Average minutes late (color) and passengers (area), by pier and month, 2025",
            **_COUNTED,
        },
        "dismissed": _NEARLY_OVER,
    },
    {
        "finch_recipe": 2,
        "pivot": {
            **_WEEKDAYS_BY_HOUR,
            "measure": {"take": "count"},
            "keep": [_NO_TESTS],
        },
        "color": {"palette": "water-mint", "low": {"at": 0}},
        "cells": {"values": "none"},
        "heads": {"flow": {"along": "columns", "words": "Through the day"}},
        "legend": {"title": "Departures in the year", "place": "below"},
        "words": {
            "title": "Two rushes on workdays, one long one on Saturday",
            "subtitle": "Departures by weekday and hour, 2025",
            **_COUNTED,
        },
    },
    {
        "finch_recipe": 2,
        "pivot": {
            "rows": [{"field": "vessel"}],
            "columns": [{"field": "departed", "cut": "month"}],
            "measure": {"take": "average", "of": "minutes_late"},
            "keep": [_NO_TESTS, {"field": "pier", "not_in": ["Lantern Wharf"]}],
            "totals": {"rows": True},
        },
        "color": {"palette": "reedmace", "high_is": "bad", "low": {"at": 0}},
        "legend": {"title": "Minutes late"},
        "claims": ["highest row is Knot", "highest column is May"],
        "words": {
            "title": "Knot broke down in May",
            "subtitle": "Average minutes late at departure, by vessel and month, 2025, without the regatta's pier",
            **_COUNTED,
        },
        "dismissed": _NEARLY_OVER,
    },
    {
        "finch_recipe": 2,
        "table": _PROMISED,
        "pivot": {
            "rows": [{"field": "line"}, {"field": "pier"}],
            "columns": [{"field": "departed", "cut": "quarter"}, {"field": "departed", "cut": "month"}],
            **_LATENESS,
            "totals": {"rows": True, "columns": True},
        },
        "color": {
            "palette": "bogbean",
            "high_is": "bad",
            **_PROMISE,
        },
        "legend": {"title": "Minutes late", "blank": "No service"},
        "words": {
            "title": "The lines to the outer coast suffer most in winter",
            "subtitle": "Average minutes late at departure, by line and pier, quarter and month, 2025",
            **_COUNTED,
        },
        "dismissed": _NEARLY_OVER,
    },
    {
        "finch_recipe": 2,
        "pivot": {
            "rows": [{"field": "pier"}],
            "columns": [{"field": "departed", "cut": "month"}],
            "measure": {"take": "share", "where": {"field": "canceled", "in": ["yes"]}},
            "keep": [_KNOWN_PIERS, _NO_TESTS],
            "order": {"rows": {"by": "total", "descending": True}},
        },
        "color": {"palette": "loosestrife", "high_is": "bad", "low": {"at": 0}, "lit": {"above": 0.05}},
        "cells": {"decimals": 1},
        "legend": {"title": "Departures canceled", "blank": "No service"},
        "words": {
            "title": "Where more than one departure in twenty is canceled",
            "subtitle": "Share of departures that were canceled, by pier and month, 2025",
            **_COUNTED,
        },
        "dismissed": _NEARLY_OVER,
    },
    {
        "finch_recipe": 2,
        "pivot": {
            "rows": [{"field": "pier"}],
            "columns": [{"field": "departed", "cut": "hour"}],
            "measure": {"take": "sum", "of": "passengers"},
            "keep": [_KNOWN_PIERS, _NO_TESTS],
            "show": {"as": "share", "of": "row"},
            "order": {"rows": {"by": "likeness", "distance": "correlation"}},
        },
        "color": {"palette": "sedge", "low": {"at": 0}},
        "legend": {"title": "Share of the pier's passengers"},
        "words": {
            "title": "Piers that keep the same hours stand together",
            "subtitle": "Passengers by hour as a share of their pier's, 2025; piers ordered by how alike their days are",
            **_COUNTED,
        },
    },
    {
        "finch_recipe": 2,
        "pivot": {
            **_WEEKDAYS_BY_HOUR,
            "split": {"field": "line"},
            "measure": {"take": "average", "of": "passengers"},
            "keep": [_NO_TESTS],
        },
        "color": {"palette": "teasel", "low": {"at": 0}},
        "cells": {"values": "none", "least_records": 5},
        "legend": {"title": "Passengers a departure"},
        "words": {
            "title": "Every line has its two rushes, and its own Saturday",
            "subtitle": "Average passengers a departure by weekday and hour, one matrix a line on a shared scale, 2025",
            **_COUNTED,
        },
        "page": {"theme": "dusk"},
        "dismissed": {"small_type": "it is looked at on a screen, from near"},
    },
)

_TOPIC = {"field": "topic", "names": {name.lower(): name for name in TOPICS}}
_IN_2025 = {"field": "received", "from": "2025-01-01", "to": "2025-12-31"}

COMPLAINTS: tuple[dict[str, Any], ...] = (
    {
        "finch_recipe": 2,
        "table": {"targets": {"on target": 0.8, "watch": 0.65}},
        "pivot": {
            "rows": [_TOPIC],
            "columns": [{"field": "received", "cut": "month"}],
            "measure": {"take": "share", "where": {"field": "days_to_answer", "to": 5}},
            "keep": [_IN_2025, {"field": "days_to_answer", "blank": False}],
            "order": {"rows": {"by": "total", "descending": True}},
            "totals": {"rows": True, "columns": True},
        },
        "color": {
            "palette": "watch-stones",
            "high_is": "good",
            "bands": {"cuts": [{"target": "watch"}, {"target": "on target"}], "names": ["under", "near", "on target"]},
        },
        "cells": {"decimals": 0},
        "legend": {"title": "Answered within 5 days"},
        "words": {
            "title": "Questions about tickets and access wait too long",
            "subtitle": "Share of complaints answered within 5 days, by topic and month, 2025",
            "caption": "n = {n} complaints. On target from 80%, to be watched from 65%.",
            "source": "Source: complaints, {from} to {to}.",
        },
    },
    {
        "finch_recipe": 2,
        "pivot": {
            "rows": [_TOPIC],
            "columns": [{"field": "pier"}],
            "keep": [_IN_2025],
            "show": {"as": "share", "of": "column"},
            "order": {
                "rows": {"by": "total", "descending": True},
                "columns": {"by": "member", "of": ["Lateness"], "descending": True},
            },
        },
        "color": {"palette": "cuckooflower", "high_is": "bad", "low": {"at": 0}},
        "legend": {"title": "Share of the pier's complaints"},
        "words": {
            "title": "Exposed piers complain of lateness, the others of much else",
            "subtitle": "Complaints by topic as a share of their pier's, 2025",
            "caption": "n = {n} complaints.",
            "source": "Source: complaints, {from} to {to}.",
        },
    },
    {
        "finch_recipe": 2,
        "pivot": {
            "rows": [{"field": "pier"}],
            "columns": [_TOPIC],
            "keep": [_IN_2025],
            "show": {"as": "against", "by": "percent", "shift": {"field": "received", "years": -1}},
            "order": {"columns": {"by": "total", "descending": True}},
            "totals": {"rows": True, "columns": True, "color": "shared"},
        },
        "color": {"palette": "kingcup", "high_is": "bad", "high": {"at": 1.5}},
        "legend": {"title": "Complaints, against the year before", "new": "New this year"},
        "words": {
            "title": "Crowding is the complaint that has grown",
            "subtitle": "Complaints by pier and topic in 2025, against 2024",
            "source": "Source: complaints of 2024 and 2025.",
        },
    },
    {
        "finch_recipe": 2,
        "pivot": {
            "rows": [_TOPIC],
            "columns": [{"field": "received", "cut": "quarter"}],
            "measure": {"take": "share", "where": {"field": "days_to_answer", "to": 5}},
            "keep": [_IN_2025, {"field": "days_to_answer", "blank": False}],
            "order": {"rows": {"by": "total", "descending": True}},
            "totals": {"rows": True},
        },
        "color": {"palette": "reed", "high_is": "good"},
        "cells": {"decimals": 0},
        "heads": {"weight": {"rows": {"take": "count"}, "columns": {"take": "count"}}},
        "legend": {"title": "Answered within 5 days"},
        "claims": ["lowest row is Tickets"],
        "words": {
            "title": "A quarter of all complaints are about tickets, and wait longest",
            "subtitle": "Share of complaints answered within 5 days; the larger a cell, the more complaints",
            "caption": "n = {n} complaints.",
            "source": "Source: complaints, {from} to {to}.",
        },
    },
)

SURVEY: tuple[dict[str, Any], ...] = (
    {
        "finch_recipe": 2,
        "pivot": {
            "correlate": {"fields": list(QUESTIONS), "method": "spearman", "triangle": "lower"},
            "order": {"rows": {"by": "likeness", "distance": "correlation"}},
        },
        "cells": {"decimals": 2},
        "words": {
            "title": "Comfort, punctuality and price are three different things",
            "subtitle": "How answers move together, rank correlation; like questions stand together",
            "caption": "n = {n} passengers asked.",
            "source": "Source: passenger survey.",
        },
    },
)

VESSELS: tuple[dict[str, Any], ...] = (
    {
        "finch_recipe": 2,
        "table": {"mends": [{"do": "unfold", "keep": ["vessel"], "names": "attribute", "values": "measured"}]},
        "pivot": {
            "rows": [{"field": "vessel"}],
            "columns": [{"field": "attribute"}],
            "measure": {"take": "sum", "of": "measured"},
            "order": {"rows": {"by": "likeness", "distance": "correlation"}},
        },
        "color": {"palette": "pondweed", "within": "column", "high_is": "good"},
        "each": [
            *({"column": [name], "decimals": 0} for name in ("seats", "bicycles", "range, miles", "crew")),
            {"column": ["speed, knots"], "decimals": 1},
            {"column": ["draught, m"], "decimals": 1, "high_is": "neither"},
            {"column": ["rating"], "decimals": 1},
            {"column": ["on time, %"], "decimals": 0},
            *(
                {"column": [name], "decimals": 0, "high_is": "bad"}
                for name in ("fuel, litres an hour", "noise, dB", "age, years", "days in repair")
            ),
        ],
        "cells": {"decimals": 1},
        "legend": {"title": "Of each attribute"},
        "words": {
            "title": "Knot is small, old and loud, and it shows",
            "subtitle": "Nine vessels by twelve attributes, each on its own scale, darker is better; like vessels stand together",
            "caption": "",
            "source": "Source: register of vessels.",
        },
    },
)

WAITING_HALL: tuple[dict[str, Any], ...] = (
    {
        "finch_recipe": 2,
        "pivot": {
            "rows": [{"field": "hall_row"}],
            "columns": [{"field": "hall_column"}],
            "measure": {"take": "average", "of": "seconds"},
        },
        "color": {"palette": "loosestrife", "low": {"at": 0}},
        "cells": {"values": "none", "gap": 0, "square": True},
        "legend": {"title": "Seconds at each place", "blank": "Nobody can stand"},
        "words": {
            "title": "People wait at the window, not on the benches",
            "subtitle": "Average seconds that people linger, by place, waiting hall at Lantern Wharf",
            "caption": "{rows} by {columns} places.",
            "source": "Source: count of the waiting hall.",
        },
        "page": {"width": 600, "height": 600, "underlay": {"picture": floor_plan(), "cells": 0.62}},
    },
)

"""The finished plates of the demo, as recipes over the berth log."""

from typing import Any

from .berth_log import PIERS

_NO_TESTS = {"field": "line", "not_in": ["TEST"]}

PLATES: tuple[dict[str, Any], ...] = (
    {
        "finch_recipe": 1,
        "pivot": {
            "rows": [{"field": "pier"}],
            "columns": [{"field": "departed", "cut": "month"}],
            "measure": {"take": "average", "of": "minutes_late"},
            "keep": [{"field": "pier", "in": list(PIERS)}, _NO_TESTS],
            "totals": {"rows": True, "columns": True},
        },
        "color": {
            "palette": "kingcup",
            "high_is": "bad",
            "low": {"at": 0},
            "middle": {"at": 5, "name": "our promise"},
            "high": {"at": 17},
        },
        "legend": {"title": "Minutes late", "blank": "No service"},
        "words": {
            "title": "Winter and one regatta make us late",
            "subtitle": "Average minutes late at departure, by pier and month, 2025",
            "caption": "n = {n} departures. Hatched months had no service. Source: berth log, 1 Jan to 30 Dec 2025.",
        },
    },
    {
        "finch_recipe": 1,
        "pivot": {
            "rows": [{"field": "departed", "cut": "weekday"}],
            "columns": [{"field": "departed", "cut": "hour"}],
            "measure": {"take": "count"},
            "keep": [_NO_TESTS],
        },
        "color": {"palette": "water-mint", "low": {"at": 0}},
        "cells": {"values": "none"},
        "legend": {"title": "Departures in the year"},
        "words": {
            "title": "Two rushes on workdays, one long one on Saturday",
            "subtitle": "Departures by weekday and hour, 2025",
            "caption": "n = {n} departures. Source: berth log, 1 Jan to 30 Dec 2025.",
        },
    },
    {
        "finch_recipe": 1,
        "pivot": {
            "rows": [{"field": "vessel"}],
            "columns": [{"field": "departed", "cut": "month"}],
            "measure": {"take": "average", "of": "minutes_late"},
            "keep": [_NO_TESTS, {"field": "pier", "not_in": ["Lantern Wharf"]}],
            "totals": {"rows": True},
        },
        "color": {"palette": "reedmace", "high_is": "bad", "low": {"at": 0}},
        "legend": {"title": "Minutes late"},
        "words": {
            "title": "Knot broke down in May",
            "subtitle": "Average minutes late at departure, by vessel and month, 2025, without the regatta's pier",
            "caption": "n = {n} departures. Source: berth log, 1 Jan to 30 Dec 2025.",
        },
    },
)

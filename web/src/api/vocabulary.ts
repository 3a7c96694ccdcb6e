/** What a recipe may name, as the core declares it. Made by scripts/describe.py; do not edit. */
export const MEASURE_TERMS = {
  "count": {
    "name": "number of records",
    "means": "how many records there are",
    "said": "number of records",
    "typed": "number of records",
    "note": "",
    "also": "count rows how many frequency",
    "asks": "The number that is measured",
    "numbers": false,
    "nothing": 0.0,
    "runs": true,
    "swayed": false,
    "weighs_alike": false,
    "part": false,
    "adds_up": true,
    "once": false,
    "keys": []
  },
  "sum": {
    "name": "sum",
    "means": "the sum of the filled values",
    "said": "sum of {of}",
    "typed": "sum of {of}",
    "note": "of a number",
    "also": "total added up",
    "asks": "The number that is measured",
    "numbers": true,
    "nothing": null,
    "runs": true,
    "swayed": false,
    "weighs_alike": true,
    "part": false,
    "adds_up": true,
    "once": true,
    "keys": [
      "of"
    ]
  },
  "average": {
    "name": "average",
    "means": "their arithmetic mean",
    "said": "average of {of}",
    "typed": "average of {of}",
    "note": "of a number",
    "also": "mean avg",
    "asks": "The number that is measured",
    "numbers": true,
    "nothing": null,
    "runs": true,
    "swayed": true,
    "weighs_alike": true,
    "part": false,
    "adds_up": false,
    "once": true,
    "keys": [
      "of"
    ]
  },
  "median": {
    "name": "median",
    "means": "the value in the middle",
    "said": "median of {of}",
    "typed": "median of {of}",
    "note": "of a number",
    "also": "middle",
    "asks": "The number that is measured",
    "numbers": true,
    "nothing": null,
    "runs": false,
    "swayed": true,
    "weighs_alike": false,
    "part": false,
    "adds_up": false,
    "once": false,
    "keys": [
      "of"
    ]
  },
  "min": {
    "name": "smallest",
    "means": "the smallest value",
    "said": "smallest of {of}",
    "typed": "smallest of {of}",
    "note": "of a number",
    "also": "minimum lowest least",
    "asks": "The number that is measured",
    "numbers": true,
    "nothing": null,
    "runs": true,
    "swayed": false,
    "weighs_alike": false,
    "part": false,
    "adds_up": false,
    "once": false,
    "keys": [
      "of"
    ]
  },
  "max": {
    "name": "largest",
    "means": "the largest value",
    "said": "largest of {of}",
    "typed": "largest of {of}",
    "note": "of a number",
    "also": "maximum highest most",
    "asks": "The number that is measured",
    "numbers": true,
    "nothing": null,
    "runs": true,
    "swayed": false,
    "weighs_alike": false,
    "part": false,
    "adds_up": false,
    "once": false,
    "keys": [
      "of"
    ]
  },
  "range": {
    "name": "range",
    "means": "the largest less the smallest value",
    "said": "range of {of}",
    "typed": "range of {of}",
    "note": "of a number",
    "also": "spread span width difference",
    "asks": "The number that is measured",
    "numbers": true,
    "nothing": null,
    "runs": true,
    "swayed": true,
    "weighs_alike": false,
    "part": false,
    "adds_up": false,
    "once": false,
    "keys": [
      "of"
    ]
  },
  "distinct": {
    "name": "distinct count",
    "means": "how many different values there are",
    "said": "distinct count of {of}",
    "typed": "distinct count of {of}",
    "note": "different values",
    "also": "unique number of different",
    "asks": "The field whose values are counted",
    "numbers": false,
    "nothing": 0.0,
    "runs": false,
    "swayed": false,
    "weighs_alike": false,
    "part": false,
    "adds_up": false,
    "once": false,
    "keys": [
      "of"
    ]
  },
  "stdev": {
    "name": "standard deviation",
    "means": "the standard deviation, n - 1 below the line; blank of one value, too",
    "said": "standard deviation of {of}",
    "typed": "standard deviation of {of}",
    "note": "of a number",
    "also": "sd spread variation",
    "asks": "The number that is measured",
    "numbers": true,
    "nothing": null,
    "runs": true,
    "swayed": true,
    "weighs_alike": false,
    "part": false,
    "adds_up": false,
    "once": false,
    "keys": [
      "of"
    ]
  },
  "percentile": {
    "name": "percentile",
    "means": "the value below which `p` percent of the values lie, from 0 to 100, interpolated",
    "said": "{p} percentile of {of}",
    "typed": "percentile {p} of {of}",
    "note": "of a number",
    "also": "quantile quartile p90",
    "asks": "The number that is measured",
    "numbers": true,
    "nothing": null,
    "runs": false,
    "swayed": true,
    "weighs_alike": false,
    "part": false,
    "adds_up": false,
    "once": false,
    "keys": [
      "p",
      "of"
    ]
  },
  "share": {
    "name": "share of records",
    "means": "the share of the cell's records that meet a condition, 0 to 1",
    "said": "share of records where {where}",
    "typed": "share of records where {where}",
    "note": "that meet a condition",
    "also": "percentage percent proportion rate",
    "asks": "The number that is measured",
    "numbers": false,
    "nothing": null,
    "runs": true,
    "swayed": true,
    "weighs_alike": false,
    "part": true,
    "adds_up": false,
    "once": false,
    "keys": [
      "where"
    ]
  },
  "ratio": {
    "name": "ratio",
    "means": "the sum of `of` over the sum of `per`; blank over zero, too",
    "said": "ratio of {of} to {per}",
    "typed": "ratio of {of} to {per}",
    "note": "of two sums",
    "also": "per rate divided quotient",
    "asks": "The number that is divided",
    "numbers": true,
    "nothing": null,
    "runs": true,
    "swayed": true,
    "weighs_alike": false,
    "part": false,
    "adds_up": false,
    "once": true,
    "keys": [
      "of",
      "per"
    ]
  }
} as const;

export const SHOW_TERMS = {
  "value": {
    "means": "the measure as it is",
    "said": "",
    "typed": "value",
    "also": "plain raw nothing",
    "keys": {}
  },
  "share": {
    "means": "over the total shown. A group is the cells with all levels but the innermost in common",
    "said": "as share of {its}",
    "typed": "share{of}",
    "also": "percentage percent proportion of total",
    "keys": {
      "of": [
        "whole",
        "row",
        "column",
        "group"
      ]
    }
  },
  "index": {
    "means": "against the largest, or the first, of its line: 1 is that one",
    "said": "against the {to} of {its}",
    "typed": "index{to}{of}",
    "also": "relative compared normalized",
    "keys": {
      "of": [
        "row",
        "column"
      ],
      "to": [
        "max",
        "first"
      ]
    }
  },
  "running": {
    "means": "the measure of all records up to here, anew in each group, where a blank stays one; not of {standing}",
    "said": "as running total {way}",
    "typed": "running total{along}",
    "also": "cumulative so far to date adding up",
    "keys": {
      "along": [
        "columns",
        "rows"
      ]
    }
  },
  "change": {
    "means": "from the member before, anew in each group unless the levels are parts of one moment",
    "said": "as {relative}change {way}",
    "typed": "{relative}change{along}",
    "also": "difference growth delta from the one before",
    "keys": {
      "along": [
        "columns",
        "rows"
      ],
      "relative": []
    }
  },
  "rank": {
    "means": "1 is the highest, equal values share the best place",
    "said": "as rank{within}",
    "typed": "rank{of}",
    "also": "position place order",
    "keys": {
      "of": [
        "whole",
        "row",
        "column"
      ]
    }
  },
  "score": {
    "means": "standard deviations above the mean of the line's cells",
    "said": "as standard score{within}",
    "typed": "score{of}",
    "also": "z-score standardized deviations",
    "keys": {
      "of": [
        "whole",
        "row",
        "column"
      ]
    }
  },
  "gap": {
    "means": "the distance from `to`, a number or `{\"target\": \"promise\"}`",
    "said": "as distance from {point}",
    "typed": "gap to {point}",
    "also": "difference from a target",
    "keys": {
      "to": []
    }
  },
  "against": {
    "means": "beside the same of another side: another span or member (`keep`), the kept span moved (`shift`), another `measure`, or another `edition`; a difference, ratio or percent of it. What only one side has is told apart",
    "said": "against {other}{by}",
    "typed": "against {other}{by}",
    "also": "versus compared with last year plan budget difference growth before",
    "keys": {
      "by": [
        "difference",
        "ratio",
        "percent"
      ],
      "keep": [],
      "shift": [],
      "measure": [],
      "edition": []
    }
  }
} as const;

export const ORDER_TERMS = {
  "natural": {
    "typed": "nature",
    "side_by_side": true,
    "coefficients": true
  },
  "appearance": {
    "typed": "appearance",
    "side_by_side": true,
    "coefficients": false
  },
  "label": {
    "typed": "label",
    "side_by_side": true,
    "coefficients": true
  },
  "total": {
    "typed": "total",
    "side_by_side": false,
    "coefficients": false
  },
  "member": {
    "typed": "member",
    "side_by_side": false,
    "coefficients": false
  },
  "hand": {
    "typed": "hand",
    "side_by_side": true,
    "coefficients": true
  },
  "likeness": {
    "typed": "likeness",
    "side_by_side": false,
    "coefficients": true
  }
} as const;

export const CUT_TERMS = {
  "month": {
    "name": "month",
    "also": "",
    "fiscal": true
  },
  "weekday": {
    "name": "weekday",
    "also": "day of the week",
    "fiscal": false
  },
  "hour": {
    "name": "hour",
    "also": "time of day o'clock",
    "fiscal": false
  },
  "date": {
    "name": "date",
    "also": "calendar day each day daily",
    "fiscal": false
  },
  "year": {
    "name": "year",
    "also": "",
    "fiscal": true
  },
  "quarter": {
    "name": "quarter",
    "also": "",
    "fiscal": true
  },
  "week": {
    "name": "week",
    "also": "calendar week number",
    "fiscal": false
  },
  "day": {
    "name": "day of the month",
    "also": "dom",
    "fiscal": false
  },
  "year_month": {
    "name": "year and month",
    "also": "month by month monthly running months",
    "fiscal": false
  },
  "year_quarter": {
    "name": "year and quarter",
    "also": "quarterly running quarters",
    "fiscal": true
  },
  "year_week": {
    "name": "year and week",
    "also": "weekly running weeks",
    "fiscal": false
  }
} as const;

export const PAGE_TERMS = {
  "slide": {
    "title": "Full slide",
    "width": 960,
    "height": 540,
    "least_type": 12.0
  },
  "half": {
    "title": "Half slide",
    "width": 480,
    "height": 540,
    "least_type": 11.0
  },
  "column": {
    "title": "Report column",
    "width": 640,
    "height": 480,
    "least_type": 8.0
  },
  "square": {
    "title": "Square",
    "width": 600,
    "height": 600,
    "least_type": 10.0
  }
} as const;

export const THEME_TERMS = {
  "paper": {
    "title": "Paper",
    "theme": {
      "ground": "#ffffff",
      "ink": "#1d211a",
      "quiet": "#5f6359",
      "band": "#f4f3ef",
      "bracket": "#b9bab2",
      "tree": "#7d8177",
      "blank": "#f1f1ee",
      "hatch": "#c9cac3"
    }
  },
  "reed": {
    "title": "Reed",
    "theme": {
      "ground": "#f6f2e7",
      "ink": "#23251d",
      "quiet": "#5b5b4d",
      "band": "#ebe5d5",
      "bracket": "#b4ae9c",
      "tree": "#7a7666",
      "blank": "#eee9db",
      "hatch": "#bcb5a2"
    }
  },
  "dusk": {
    "title": "Dusk",
    "theme": {
      "ground": "#1e2422",
      "ink": "#f1f1ea",
      "quiet": "#b2b8ad",
      "band": "#2b322f",
      "bracket": "#5a625d",
      "tree": "#8c948c",
      "blank": "#29302d",
      "hatch": "#4d5651"
    }
  }
} as const;

export const SPREAD_TERMS = {
  "linear": {
    "words": "evenly",
    "told": false
  },
  "log": {
    "words": "by logarithm",
    "told": true
  },
  "log_both": {
    "words": "by logarithm around 0",
    "told": true
  },
  "rank": {
    "words": "by rank",
    "told": true
  }
} as const;

export const BAND_TERMS = {
  "equal_width": {
    "words": "equal width"
  },
  "quantile": {
    "words": "equal counts"
  },
  "natural": {
    "words": "natural breaks"
  },
  "stdev": {
    "words": "by deviation"
  }
} as const;

export const SYMBOL_TERMS = {
  "fill": {
    "words": "filled cells",
    "sized": false,
    "reaches": false
  },
  "square": {
    "words": "squares",
    "sized": true,
    "reaches": true
  },
  "dot": {
    "words": "dots",
    "sized": true,
    "reaches": true
  },
  "bar": {
    "words": "bars",
    "sized": true,
    "reaches": false
  }
} as const;

export const MEND_TERMS = {
  "merge": {
    "title": "Merge spellings",
    "note": "several become one"
  },
  "relabel": {
    "title": "Relabel by a list",
    "note": "codes to names"
  },
  "tidy": {
    "title": "Trim and case",
    "note": "even letters"
  },
  "correct": {
    "title": "",
    "note": ""
  },
  "kind": {
    "title": "Change the kind",
    "note": "text, number, moment"
  },
  "drop": {
    "title": "Leave records out",
    "note": "by a condition"
  },
  "unique": {
    "title": "Leave repeats out",
    "note": "the first stays"
  },
  "fill": {
    "title": "Fill blanks down",
    "note": "from the record above"
  },
  "split": {
    "title": "Split a column",
    "note": "at a mark"
  },
  "join": {
    "title": "Join columns",
    "note": "as text"
  },
  "blank": {
    "title": "Words for no value",
    "note": "become blanks"
  },
  "overlong": {
    "title": "",
    "note": ""
  },
  "bring": {
    "title": "Bring columns",
    "note": "from another table"
  },
  "compute": {
    "title": "Compute a column",
    "note": "by an expression"
  },
  "rename": {
    "title": "Rename a column",
    "note": ""
  },
  "unfold": {
    "title": "Unfold a matrix",
    "note": "into records"
  }
} as const;

export const ENCODING_TERMS = {
  "utf-8": {
    "title": "UTF-8"
  },
  "utf-16": {
    "title": "UTF-16"
  },
  "utf-32": {
    "title": "UTF-32"
  },
  "windows-1252": {
    "title": "Windows-1252, Western Europe"
  },
  "windows-1250": {
    "title": "Windows-1250, Central Europe"
  },
  "windows-1251": {
    "title": "Windows-1251, Cyrillic"
  },
  "windows-1253": {
    "title": "Windows-1253, Greek"
  },
  "windows-1254": {
    "title": "Windows-1254, Turkish"
  },
  "windows-1255": {
    "title": "Windows-1255, Hebrew"
  },
  "windows-1256": {
    "title": "Windows-1256, Arabic"
  },
  "windows-1257": {
    "title": "Windows-1257, Baltic"
  },
  "windows-1258": {
    "title": "Windows-1258, Vietnamese"
  },
  "cp874": {
    "title": "Windows-874, Thai"
  },
  "iso-8859-1": {
    "title": "Latin-1"
  },
  "iso-8859-2": {
    "title": "Latin-2"
  },
  "iso-8859-5": {
    "title": "ISO 8859-5, Cyrillic"
  },
  "iso-8859-7": {
    "title": "ISO 8859-7, Greek"
  },
  "iso-8859-15": {
    "title": "Latin-9"
  },
  "koi8-u": {
    "title": "KOI8, Cyrillic"
  },
  "macintosh": {
    "title": "Macintosh Roman"
  },
  "cp437": {
    "title": "DOS 437, United States"
  },
  "cp850": {
    "title": "DOS 850, Western Europe"
  },
  "cp852": {
    "title": "DOS 852, Central Europe"
  },
  "cp857": {
    "title": "DOS 857, Turkish"
  },
  "cp866": {
    "title": "DOS 866, Cyrillic"
  },
  "cp737": {
    "title": "DOS 737, Greek"
  },
  "shift_jis": {
    "title": "Shift JIS, Japanese"
  },
  "euc-jp": {
    "title": "EUC-JP, Japanese"
  },
  "gb18030": {
    "title": "GB 18030, Chinese"
  },
  "big5": {
    "title": "Big5, Chinese"
  },
  "euc-kr": {
    "title": "EUC-KR, Korean"
  }
} as const;

export const CHOICE_TERMS = {
  "zoom": {
    "title": "Pixels a point",
    "options": {},
    "of_library": false
  },
  "form": {
    "title": "The figure is",
    "options": {
      "fit": "a table where it can be one",
      "table": "a table to edit",
      "shapes": "shapes",
      "picture": "a picture"
    },
    "of_library": false
  },
  "colors": {
    "title": "Colors are",
    "options": {
      "rules": "rules that follow the numbers",
      "fills": "fills that stay"
    },
    "of_library": false
  },
  "values": {
    "title": "Numbers",
    "options": {
      "yes": "go along",
      "no": "stay here: colors alone"
    },
    "of_library": false
  },
  "hidden": {
    "title": "Hidden cells",
    "options": {
      "no": "stay here",
      "yes": "go along"
    },
    "of_library": false
  },
  "records": {
    "title": "Records",
    "options": {
      "no": "stay here",
      "yes": "go along on a sheet"
    },
    "of_library": false
  },
  "source": {
    "title": "Source",
    "options": {
      "yes": "goes along, to open it",
      "no": "is left out"
    },
    "of_library": true
  }
} as const;

export const ARRANGEMENT_TERMS = {
  "opening": {
    "title": "Opening",
    "said": "an opening",
    "plates": 0,
    "words": "room"
  },
  "plate": {
    "title": "One plate",
    "said": "one plate",
    "plates": 1,
    "words": "lead"
  },
  "beside": {
    "title": "Two plates side by side",
    "said": "two plates side by side",
    "plates": 2,
    "words": "lead"
  },
  "stacked": {
    "title": "Two plates, one above the other",
    "said": "two plates, one above the other",
    "plates": 2,
    "words": "lead"
  },
  "plate_words": {
    "title": "A plate with words beside it",
    "said": "a plate with words beside it",
    "plates": 1,
    "words": "room"
  },
  "four": {
    "title": "Four small plates",
    "said": "four small plates",
    "plates": 4,
    "words": "lead"
  },
  "words": {
    "title": "Words alone",
    "said": "words alone",
    "plates": 0,
    "words": "room"
  },
  "since": {
    "title": "Since the edition before",
    "said": "what changed since the edition before",
    "plates": 0,
    "words": "room"
  }
} as const;

export const FINDER_TERMS = {
  "matrix": {
    "found": "tables that are a matrix already"
  },
  "near_twins": {
    "found": "two spellings of one name"
  },
  "codes": {
    "found": "codes where names should be"
  },
  "beyond": {
    "found": "lines with too many fields"
  },
  "blank_words": {
    "found": "words that mean there is no value"
  },
  "fills": {
    "found": "numbers that stand for no value"
  },
  "misfits": {
    "found": "texts among numbers or moments"
  },
  "mixed": {
    "found": "numbers or moments read as text"
  },
  "tryouts": {
    "found": "records made to try something out"
  },
  "totals": {
    "found": "totals among the records"
  },
  "repeated": {
    "found": "repeated records"
  },
  "unfinished": {
    "found": "a last week that is not over"
  }
} as const;

export const LIMITS = {
  "levels_most": 3,
  "bins_most": 500,
  "correlated_most": 100,
  "members_most": 5000,
  "cells_most": 250000,
  "colors_most": 5,
  "bands_most": 12,
  "decimals_most": 10,
  "around_most": 24,
  "print_size_least": 6,
  "print_size_most": 72,
  "least_type_least": 5,
  "least_type_most": 24,
  "gap_most": 40,
  "reach_most": 2.0,
  "group_gap_most": 60,
  "ticks_most": 20,
  "notes_most": 60,
  "template_most": 120,
  "claims_most": 20,
  "claim_most": 300,
  "pages_most": 200,
  "plates_most": 200,
  "page_least": 120,
  "page_most": 4000
} as const;

export const CELL_LOOK = {
  "rim": 0.6,
  "bar_height": 0.62,
  "hatched_least": 5,
  "alone": 0.34,
  "alone_most": 9,
  "hole": 0.6,
  "light_ink": "#ffffff",
  "dark_ink": "#1d211a",
  "black_ink": "#000000",
  "readable": 4.5
} as const;

export const LANGUAGE_NAMES = {
  "en": "English",
  "de": "Deutsch",
  "fr": "français",
  "es": "español",
  "it": "italiano",
  "pt": "português",
  "nl": "Nederlands",
  "pl": "polski",
  "cs": "čeština",
  "sk": "slovenčina",
  "sl": "slovenščina",
  "hr": "hrvatski",
  "hu": "magyar",
  "ro": "română",
  "bg": "български",
  "uk": "українська",
  "ru": "русский",
  "el": "Ελληνικά",
  "sv": "svenska",
  "da": "dansk",
  "nb": "norsk bokmål",
  "fi": "suomi",
  "et": "eesti",
  "lv": "latviešu",
  "lt": "lietuvių",
  "ca": "català",
  "tr": "Türkçe",
  "vi": "Tiếng Việt",
  "id": "Indonesia",
  "he": "עברית",
  "ar": "العربية",
  "fa": "فارسی",
  "hi": "हिन्दी",
  "th": "ไทย",
  "zh": "中文",
  "ja": "日本語",
  "ko": "한국어"
} as const;

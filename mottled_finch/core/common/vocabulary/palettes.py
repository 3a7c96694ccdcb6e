"""The palettes by name, in the order in which they are offered. ``core/colors/palettes`` has their colors."""

PALETTE_NAMES = (
    "water-mint",
    "sedge",
    "teasel",
    "reedmace",
    "cuckooflower",
    "silverweed",
    "sundew",
    "pondweed",
    "bilberry",
    "reed",
    "loosestrife",
    # two-sided
    "kingcup",
    "fritillary",
    "bogbean",
    "flag-iris",
    "comfrey",
    "brooklime",
    "ragged-robin",
    "heath",
    # sets for bands
    "watch-stones",
    "tideline",
    "marsh-steps",
    "duckboards",
)

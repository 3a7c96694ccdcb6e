"""Kinds of columns."""

from enum import StrEnum


class Kind(StrEnum):
    """What the values of a column are."""

    NUMBER = "number"
    CATEGORY = "category"
    MOMENT = "moment"
    YES_NO = "yes_no"


KIND_WORDS = {
    Kind.NUMBER: "numbers",
    Kind.CATEGORY: "text",
    Kind.MOMENT: "moments in time",
    Kind.YES_NO: "yes or no",
}
"""What the values of a column are, as it is said of them."""

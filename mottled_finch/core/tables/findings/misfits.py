"""Texts in a column of numbers or moments, which count as blank."""

from collections.abc import Iterator

from ...common.language.english import beginning, field_words
from ...common.recipe.table_spec import KindMend
from ..intake.kinds import LIKE_BLANKS
from ..table import Kind, Table
from .finding import Cure, Finding

_TITLES = {
    Kind.NUMBER: "Text in a number column",
    Kind.MOMENT: "Text among moments",
    Kind.YES_NO: "Other words beside yes and no",
}


def find(table: Table) -> Iterator[Finding]:
    for column in table.columns:
        counted = [(text, records) for text, records in column.misfits.counted if text.casefold() not in LIKE_BLANKS]
        if not counted:
            continue
        listed = ", ".join(f"“{text}” {'once' if records == 1 else f'{records:,} times'}" for text, records in counted[:3])
        more = len(counted) - 3
        name = field_words(column.name)
        yield Finding(
            key=f"misfits:{column.name}:{','.join(text for text, _ in counted[:3])}",
            title=_TITLES[column.kind],
            words=f"{beginning(name)} holds {listed}{f' and {more:,} more' if more > 0 else ''}. They count as blank.",
            records=sum(records for _, records in counted),
            cures=(Cure(words="Read it as text", mend=KindMend(field=column.name, kind="category")),),
            leave="Keep as blank",
            field=column.name,
            text=counted[0][0],
        )

"""Words among numbers or moments that mean that there is no value: "k. A.", "-", "#N/A"."""

from collections.abc import Iterator

from ...common.language.english import beginning, field_words
from ...common.recipe.table_spec import BlankMend
from ...common.vocabulary.kinds import KIND_WORDS
from ..intake.kinds import LIKE_BLANKS
from ..table import Table
from .finding import Cure, Finding


def find(table: Table) -> Iterator[Finding]:
    for column in table.columns:
        counted = [(text, records) for text, records in column.misfits.counted if text.casefold() in LIKE_BLANKS]
        if not counted:
            continue
        listed = ", ".join(f"“{text}” {'once' if records == 1 else f'{records:,} times'}" for text, records in counted[:3])
        words = tuple(text for text, _ in counted)
        yield Finding(
            key=f"blank_words:{column.name}:{','.join(words[:3])}",
            title="Words for no value",
            words=f"{beginning(field_words(column.name))} holds {listed} among its {KIND_WORDS[column.kind]}.",
            records=sum(records for _, records in counted),
            cures=(Cure(words="Take as blank", mend=BlankMend(field=column.name, words=words)),),
            leave="They mean something",
            field=column.name,
            text=words[0],
        )

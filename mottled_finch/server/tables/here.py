"""A table of the library, as use cases ask of it."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import Any

from django.db.models import F

from mottled_finch.app.editions import Mends, User
from mottled_finch.core.matrices.pivot.targets import Editions
from mottled_finch.core.tables.mends import Mended
from mottled_finch.core.tables.table import Table as CoreTable

from .library import users_of
from .mended import broken_by, editions_of, laid_on, mended
from .models import Table


@dataclass(frozen=True)
class TableOfLibrary:
    """As it stands in the database."""

    table: Table

    def mends(self) -> list[dict[str, Any]]:
        return self.table.mends()

    def standing(self) -> Mended:
        return mended(self.table.edition(), self.table.mends())

    def laid_on(self, data: CoreTable, mends: Mends) -> Mended:
        return laid_on(data, self.table.edition(), [dict(mend) for mend in mends])

    def recipes(self) -> Iterable[dict[str, Any]]:
        # Asked for at once, since a plate may be removed meanwhile.
        return list(self.table.plates.filter(versions__number=F("at")).values_list("versions__recipe", flat=True))

    def targets(self) -> dict[str, float]:
        return self.table.targets()

    def editions(self) -> Editions:
        return editions_of(self.table, self.table.mends())

    def users(self, after: Mended) -> Iterator[User]:
        for user in users_of(self.table):
            broken = broken_by(user, self.table, after)
            yield User(user.name, broken[0] if broken else "")

"""Columns to chunks and back."""

import io

import numpy as np
import pytest

from mottled_finch.core.tables.intake import read_file
from mottled_finch.core.tables.table import texts_and_codes
from mottled_finch.server.tables import storage
from mottled_finch.server.tables.actions import import_table
from mottled_finch.server.tables.models import Chunk
from mottled_finch.server.tables.storage import EditionCache, load_table

TEXT = (
    "c,n,m,y\n"
    + "".join(
        f"ü{i % 300},{i / 7 if i % 5 else ''},2025-01-{i % 28 + 1:02d} 0{i % 10}:00,{['yes', 'no'][i % 2]}\n" for i in range(2500)
    )
    + "NA,1e3,,\n"
)


@pytest.mark.parametrize("chunk", [7, 1000, 1 << 17])
def test_what_is_stored_is_loaded_equal(db, monkeypatch, chunk):
    monkeypatch.setattr(storage, "CHUNK_RECORDS", chunk)
    before = read_file(io.BytesIO(TEXT.encode()), "t.csv")[0]
    after = load_table(import_table(io.BytesIO(TEXT.encode()), "t.csv").edition())
    assert Chunk.objects.count() == 4 * -(-2501 // chunk)
    for one, other in zip(before.columns, after.columns, strict=True):
        assert (one.name, one.kind, one.misfits.counted, one.notes) == (other.name, other.kind, other.misfits.counted, other.notes)
        np.testing.assert_array_equal(one.data, other.data)
        assert one.data.dtype == other.data.dtype
        if one.entries is not None:
            np.testing.assert_array_equal(one.entries, other.entries)


def test_what_stood_in_the_file_is_stored_beside_the_values(db):
    text = "d,n\n03/04/2025,€1.5\n3/4/25,\n05/06/2025,€1.50\nsoon,€2\n" + "07/08/2025,€3\n" * 20
    column = import_table(io.BytesIO(text.encode()), "t.csv").edition().columns.get(position=0)
    after = load_table(column.edition)
    assert texts_and_codes(after.column("d", ""))[1][1:4] == ["03/04/2025", "05/06/2025", "07/08/2025"]
    codes, texts = texts_and_codes(after.column("d", ""))
    assert [texts[code] for code in codes[:5]] == ["03/04/2025", "3/4/25", "05/06/2025", "soon", "07/08/2025"]
    codes, texts = texts_and_codes(after.column("n", ""))
    assert [texts[code] for code in codes[:5]] == ["€1.5", "", "€1.50", "€2", "€3"]


def test_the_cache_keeps_what_was_used_last(db):
    editions = [import_table(io.BytesIO(TEXT.encode()), "t.csv").edition() for _ in range(3)]
    size = load_table(editions[0]).nbytes
    cache = EditionCache(most_bytes=2 * size)
    first = cache.open(editions[0])
    second = cache.open(editions[1])
    assert cache.open(editions[0]) is first
    cache.open(editions[2])
    assert cache.open(editions[0]) is first
    assert cache.open(editions[1]) is not second


def test_one_table_larger_than_the_cache_is_still_opened(db):
    edition = import_table(io.BytesIO(TEXT.encode()), "t.csv").edition()
    cache = EditionCache(most_bytes=1)
    assert cache.open(edition) is cache.open(edition)

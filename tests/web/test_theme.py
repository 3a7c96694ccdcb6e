"""Colors of the component library that are not made, since nothing names them."""

import re

import pytest

from .conftest import WEB


@pytest.fixture(scope="module")
def lost(node):
    (names,) = node("theme", "lost", [[]])
    assert len(names) > 100
    return set(names)


def test_no_look_of_the_library_that_is_used_names_one(node, lost):
    (texts,) = node("theme", "named", [[]])
    assert len(texts) > 500
    assert {name for text in texts for name in (text, *re.findall(r"\{colors\.([\w.]+)\}", text))} & lost == set()


def test_no_component_of_ours_names_one(lost):
    texts = [path.read_text() for path in (WEB / "src").rglob("*.ts*") if not path.name.endswith(".d.ts")]
    written = {name for text in texts for name in re.findall(r"\"([\w.]+\.[\w.]+)\"", text)}
    assert written & lost == set()

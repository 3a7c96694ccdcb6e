"""What a plan names lies below its folder, or where whoever runs it allows; no link leads out of it."""

import os

import pytest

from mottled_finch.app.plans.load import load_plan
from mottled_finch.app.plans.outputs import name_for, put_all
from mottled_finch.app.plans.places import Places
from mottled_finch.core.common.errors import RecipeError


@pytest.fixture
def home(tmp_path):
    (tmp_path / "plan" / "in").mkdir(parents=True)
    (tmp_path / "away").mkdir()
    return tmp_path / "plan"


def test_names_lie_below_the_folder_or_one_that_is_allowed(home, tmp_path):
    places = Places(home, [tmp_path / "away"])
    with places.folder("in", "x") as folder:
        assert folder.path == home / "in"
    with places.folder(str(tmp_path / "away"), "x") as folder:
        assert folder.path == tmp_path / "away"
    with places.folder("../away/new", "x", make=True) as folder:
        assert folder.path == tmp_path / "away" / "new" and folder.path.is_dir()
    with pytest.raises(FileNotFoundError), places.folder("gone", "x"):
        pass


@pytest.mark.parametrize("text", ["..", "../away", "in/../../away", "/etc", "~", "~nouser-at-all", "", " ", "a\0b"])
def test_what_lies_elsewhere_may_not_be_used(home, text):
    for use in (Places(home).file, lambda text, path: Places(home).folder(text, path, make=True).__enter__()):
        with pytest.raises(RecipeError) as told:
            use(text, "put.folder")
        assert told.value.path == "put.folder"


@pytest.mark.parametrize("link", ["out", "in/out"])
def test_no_link_is_followed(home, tmp_path, link):
    (home / link).symlink_to(tmp_path / "away")
    places = Places(home)
    for text in (link, f"{link}/deeper"):
        with pytest.raises(RecipeError, match="link"), places.folder(text, "put.folder", make=True):
            pass
        with pytest.raises(RecipeError, match="is a link"):
            places.file(text, "make")
    assert list((tmp_path / "away").iterdir()) == []


def test_a_root_that_is_a_link_is_the_folder_it_leads_to(home, tmp_path):
    (tmp_path / "short").symlink_to(home)
    with Places(tmp_path / "short").folder("in", "x") as folder:
        assert folder.path == home / "in"
    with Places(tmp_path / "short").folder(str(home / "in"), "x") as folder:
        assert folder.path == home / "in"


def test_files_that_are_links_are_neither_taken_nor_written_through(home, tmp_path):
    secret = tmp_path / "away" / "secret.csv"
    secret.write_text("mine")
    (home / "in" / "a.csv").symlink_to(secret)
    made = tmp_path / "made"
    made.write_text("new")
    with Places(home).folder("in", "x") as folder:
        assert list(folder.files()) == []
        with pytest.raises(OSError):
            folder.open("a.csv")
        assert [each.name for each in put_all([(made, "a.csv")], folder)] == ["a 2.csv"]
    assert secret.read_text() == "mine" and (home / "in" / "a 2.csv").read_text() == "new"


def test_a_staged_file_is_new_whatever_stands_there(home, tmp_path):
    """Its name cannot be guessed, and a link of that name would not be followed."""
    target = tmp_path / "away" / "mine"
    target.write_text("mine")
    for number in range(3):
        (home / "in" / f".{number}-{os.getpid()}.finch-part").symlink_to(target)
    made = tmp_path / "made"
    made.write_text("new")
    with Places(home).folder("in", "x") as folder:
        put_all([(made, "a.csv")], folder)
    assert target.read_text() == "mine"


PLAN = {"finch_plan": 1, "take": {"log": {}}, "make": [{"folio": "a.json"}]}


@pytest.mark.parametrize(
    ("part", "path"),
    [
        ({"take": {"log": {"pattern": ""}}}, "take.log.pattern"),
        ({"take": {"log": {"pattern": "a**b"}}}, "take.log.pattern"),
        ({"take": {"log": {"pattern": "../*"}}}, "take.log.pattern"),
        ({"take": {"log": {"pattern": "a\0"}}}, "take.log.pattern"),
        ({"take": {"log": {"folder": "~nouser-at-all"}}}, "take.log.folder"),
        ({"take": {"log": {"folder": "a\0b"}}}, "take.log.folder"),
        ({"put": {"folder": ""}}, "put.folder"),
        ({"put": {"name": "a\nb"}}, "put.name"),
        ({"put": {"name": "a/b"}}, "put.name"),
    ],
)
def test_what_can_be_no_name_is_refused_when_it_is_saved(part, path):
    with pytest.raises(RecipeError) as told:
        load_plan({**PLAN, **part})
    assert told.value.path == path


def test_a_name_that_is_made_of_a_title_is_no_path():
    from datetime import UTC, datetime

    plan = load_plan({**PLAN, "put": {"name": "{folio}"}})
    assert name_for(plan, "../a/b\nc", "html", datetime(2026, 1, 1, tzinfo=UTC)) == "-a-b-c.html"


def test_where_a_file_has_one_name_alone_nothing_is_written_over_either(home, tmp_path, monkeypatch):
    """Some file systems know no second names."""

    def none(*_, **__):
        raise PermissionError(1, "Operation not permitted")

    monkeypatch.setattr(os, "link", none)
    made = tmp_path / "made"
    made.write_text("new")
    (home / "in" / "a.csv").write_text("mine")
    with Places(home).folder("in", "x") as folder:
        assert [each.name for each in put_all([(made, "a.csv"), (made, "b.csv")], folder)] == ["a 2.csv", "b.csv"]
    assert {each.name: each.read_text() for each in (home / "in").iterdir()} == {"a.csv": "mine", "a 2.csv": "new", "b.csv": "new"}

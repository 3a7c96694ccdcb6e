"""./finch: what it sets up, in what order, and what it says."""

import fcntl
import subprocess
import sys
from pathlib import Path
from threading import Event, Thread

import pytest

from scripts import finch

ROOT = Path(__file__).parents[1]


@pytest.fixture
def home(tmp_path, monkeypatch):
    """An empty checkout of its own."""
    for name, place in (("HOME", ""), ("PLACE", "/.finch"), ("WEB", "/web"), ("VENV", "/.finch/venv")):
        monkeypatch.setattr(finch, name, f"{tmp_path}{place}")
    (tmp_path / "web").mkdir()
    return tmp_path


@pytest.fixture
def made(monkeypatch):
    """What was made, in its order; nothing is really made."""
    found: list[str] = []

    def maker(name):
        return lambda *given: found.append(" ".join((name, *map(str, given))))

    for name in ("make_packages", "make_kernels", "make_node_modules", "build_front", "pack_front", "make_programs"):
        monkeypatch.setattr(finch, name, maker(name))
    return found


def test_a_digest_tells_files_their_names_and_what_is_in_them(home):
    def write(name: str, words: str) -> str:
        path = home / name
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_text(words)
        return finch.digest("part", "one.txt")

    seen = [finch.digest("part", "one.txt"), write("part/a.py", "a"), write("part/b.py", "a"), write("part/b.py", "b")]
    seen += [write("one.txt", "")]
    assert len(set(seen)) == len(seen)
    assert write("part/__pycache__/a.pyc", "x") == seen[-1]
    assert write("part/.stamp", "x") == seen[-1]


def test_a_part_stands_while_what_it_was_made_from_is_the_same(home, monkeypatch):
    monkeypatch.setattr(finch, "STAMPS", {"node_modules": (f"{home}/stamp-", finch.node_modules_mark)})
    assert not finch.stands("node_modules build")
    finch.stamp("node_modules build")
    assert finch.stands("node_modules build") and not finch.stands("node_modules check")
    (home / "web" / "package.json").write_text("{}")
    assert not finch.stands("node_modules build")


def test_kernels_follow_the_packages_and_packing_follows_both(made):
    finch.make({"packages run", "kernels", "front", "node_modules check", "chromium", "office"})
    assert made.index("make_packages packages run") < made.index("make_kernels")
    assert made.index("build_front node_modules check") < made.index("pack_front")
    assert made.index("make_packages packages run") < made.index("pack_front")
    assert not any(each.startswith("make_node_modules") for each in made)  # building the front end makes them
    assert "make_programs ['chromium', 'office']" in made


def test_only_what_is_missing_is_made(made):
    finch.make({"node_modules check"})
    assert made == ["make_node_modules node_modules check"]
    made.clear()
    finch.make({"packages run", "front"})
    assert "build_front node_modules build" in made
    made.clear()
    finch.make({"kernels"})
    assert made == ["make_kernels"]


@pytest.mark.parametrize(
    ("part", "less", "stands"),
    [("node_modules build", True, {"build"}), ("node_modules check", False, {"build", "check"})],
)
def test_what_only_checks_the_front_end_is_left_out_where_it_is_built(home, monkeypatch, part, less, stands):
    asked = []
    monkeypatch.setattr(finch, "STAMPS", {"node_modules": (f"{home}/web/node_modules/.stamp-", finch.node_modules_mark)})

    def installs(*words: str, at: str) -> bool:
        asked.append(words)
        (home / "web" / "node_modules").mkdir()
        return at == f"{home}/web"

    monkeypatch.setattr(finch, "called", installs)
    monkeypatch.setattr("shutil.which", lambda _: "npm")
    finch.make_node_modules(part)
    assert [("--omit=dev" in words) for words in asked] == [less]
    assert {kind for kind in ("build", "check") if finch.stands(f"node_modules {kind}")} == stands


def test_what_fails_is_told_and_ends_the_rest(made, home, monkeypatch, capsys):
    def fails(_tools: str) -> None:
        raise finch.Stop("the interface could not be built")

    monkeypatch.setattr(finch, "build_front", fails)
    monkeypatch.setattr(finch, "stands", lambda part: part != "front")
    assert finch.main(["serve"]) == 1
    assert capsys.readouterr().err == "finch: the interface could not be built\n"
    assert "pack_front" not in made


@pytest.mark.parametrize("left", ["installing", "another home"])
def test_packages_that_were_cut_short_or_moved_are_installed_anew(home, monkeypatch, left):
    """A kill leaves the mark that an installation was under way; an environment that was copied holds the paths of another."""
    venv = home / ".finch" / "venv"
    venv.mkdir(parents=True)
    (venv / "half").write_text("")
    (venv / "home").write_text("/elsewhere" if left == "another home" else str(home))
    if left == "installing":
        (venv / "installing").write_text("")
    (home / "requirements").mkdir()
    (home / "requirements" / "run.txt").write_text("")
    asked = []

    def called(*words: str, **_more: object) -> bool:
        asked.append(words)
        venv.mkdir(parents=True, exist_ok=True)
        return True

    monkeypatch.setattr(finch, "called", called)
    monkeypatch.setattr(finch, "STAMPS", {"packages": (f"{venv}/stamp-", finch.packages_mark)})
    finch.make_packages("packages run")
    assert not (venv / "half").exists()
    assert not (venv / "installing").exists()
    assert [words[1:3] for words in asked if words[1:3] in (("-m", "venv"), ("-m", "pip"))] == [("-m", "venv"), ("-m", "pip")]
    assert finch.stands("packages run")


def test_packages_that_cannot_be_installed_are_tried_again_from_nothing(home, monkeypatch):
    venv = home / ".finch" / "venv"
    (home / "requirements").mkdir()
    (home / "requirements" / "run.txt").write_text("")
    monkeypatch.setattr(finch, "called", lambda *words, **_more: venv.mkdir(parents=True, exist_ok=True) or "pip" not in words)
    monkeypatch.setattr(finch, "STAMPS", {"packages": (f"{venv}/stamp-", finch.packages_mark)})
    with pytest.raises(finch.Stop, match="could not be installed; check the network and run it again"):
        finch.make_packages("packages run")
    assert (venv / "installing").exists()
    assert not finch.stands("packages run")


def test_one_set_up_waits_for_another(home, monkeypatch):
    looked = Event()
    monkeypatch.setattr(finch, "stands", lambda _part: looked.set() or True)
    (home / ".finch").mkdir()
    with (home / ".finch" / "lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        other = Thread(target=finch.set_up, args=(("kernels",),))
        other.start()
        assert not looked.wait(0.3)
        fcntl.flock(lock, fcntl.LOCK_UN)
        assert looked.wait(10)
        other.join(10)


def test_a_folder_that_cannot_be_written_to_is_told(home, capsys):
    (home / ".finch").write_text("a file stands in its place")
    assert finch.main(["serve"]) == 1
    assert capsys.readouterr().err.startswith(f"finch: {home}/.finch cannot be written to (")


def test_another_python_is_told(monkeypatch, capsys):
    monkeypatch.setattr(sys, "version_info", (3, 12, 1))
    assert finch.main(["serve"]) == 1
    assert "is not Python 3.11, which this is tested on; install it" in capsys.readouterr().err


def test_from_the_shell_it_lists_what_it_can_do():
    done = subprocess.run([ROOT / "finch", "help"], capture_output=True, text=True, check=False)
    assert (done.returncode, done.stdout) == (0, finch.HELP)
    done = subprocess.run([ROOT / "finch", "drow"], capture_output=True, text=True, check=False)
    assert (done.returncode, done.stdout) == (2, "")
    assert done.stderr == 'finch: there is no command "drow"\n' + finch.HELP
    assert [line.split()[1] for line in finch.HELP.splitlines()] == [*finch.COMMANDS, "help"]


def test_what_a_warm_start_loads_is_little():
    """Each module more is felt at every command."""
    code = "import sys; sys.path.insert(0, 'scripts'); import finch; print(' '.join(sys.modules))"
    done = subprocess.run([sys.executable, "-I", "-S", "-c", code], cwd=ROOT, capture_output=True, text=True, check=True)
    assert not {"subprocess", "threading", "pathlib", "json", "argparse", "typing"} & set(done.stdout.split())

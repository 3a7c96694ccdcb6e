"""Mottled Finch from the shell, once a Python is found: sets itself up on first use, then does what it is told.

What is set up lies in .finch/ and web/node_modules/. Each part carries a stamp, written last, of what it was made from; a part
whose stamp does not match, or that was cut short, is made anew. Only one set-up runs at a time, and in it what needs nothing of
another part runs beside it. Nothing but the standard library is used, and of that nothing a warm start can do without.
"""

import fcntl
import hashlib
import os
import sys

HOME = os.path.dirname(os.path.dirname(os.path.abspath(__file__)))
PLACE = f"{HOME}/.finch"
VENV = f"{PLACE}/venv"
PYTHON = f"{VENV}/bin/python"
WEB = f"{HOME}/web"
BUILT = f"{HOME}/mottled_finch/server/web"
CHROMIUM = "/usr/bin/chromium"
DEBIAN = {
    "chromium": ("Chromium", (CHROMIUM,), ("chromium",)),
    "office": ("an office suite", ("/usr/bin/loimpress", "/usr/bin/lowriter"), ("libreoffice-impress", "libreoffice-writer")),
}
"""Programs that tests need, by part: what they are called, where they are, and the packages of Debian that have them."""

sys.path.insert(0, HOME)
from mottled_finch.shell.commands import COMMANDS  # noqa: E402

HELP = "".join(f"./finch {f'{name} {given}':<44}  {does}\n" for name, (given, does, _) in COMMANDS.items())
HELP += f"./finch {'help':<44}  this list\n"


class Stop(Exception):
    """Set-up cannot go on, and why."""


def say(words: str) -> None:
    print(f"finch: {words}", file=sys.stderr, flush=True)


def main(words: list[str]) -> int:
    command = words[0] if words else "help"
    if command in ("help", "--help", "-h"):
        print(HELP, end="")
        return 0
    if command not in COMMANDS:
        say(f'there is no command "{command}"')
        print(HELP, end="", file=sys.stderr)
        return 2
    try:
        if sys.version_info[:2] != (3, 11):
            raise Stop(f"{sys.executable} is not Python 3.11, which this is tested on; install it")
        # Lines are broken for the tests to catch.
        set_up(COMMANDS["test" if words[:2] == ["bench", "mutants"] else command][2])
        return run(command, words)
    except Stop as why:
        say(str(why))
        return 1


def run(command: str, words: list[str]) -> int:
    os.environ["FINCH_HOME"] = PLACE
    os.environ["PYTHONPATH"] = os.pathsep.join(filter(None, (HOME, os.environ.get("PYTHONPATH"))))
    if command in ("bench", "test"):
        # Hundreds of commands and servers are started: what each of them would compile anew is kept instead.
        os.environ.pop("PYTHONDONTWRITEBYTECODE", None)
    if command == "bench":
        os.execv(PYTHON, [PYTHON, "-m", "bench", *words[1:]])
    if command != "test":
        os.execv(PYTHON, [PYTHON, "-m", "mottled_finch.shell.cli", *words])
    os.chdir(HOME)
    check_all()
    quick = words[1:] == ["--quick"]
    if words[1:] and not quick:
        os.execv(PYTHON, [PYTHON, "-m", "pytest", *words[1:]])
    return every_test(quick=quick)


# Parts and their stamps


def digest(*names: str) -> str:
    """Of the named files and folders, below HOME."""
    found = hashlib.sha256()
    for name in names:
        for path in sorted(files_below(f"{HOME}/{name}")):
            with open(path, "rb") as file:
                found.update(os.path.relpath(path, HOME).encode() + bytes(1) + file.read())
    return found.hexdigest()[:32]


def files_below(path: str) -> list[str]:
    if not os.path.isdir(path):
        return [path] if os.path.isfile(path) else []
    return [
        f"{folder}/{name}"
        for folder, _, names in os.walk(path)
        if not folder.endswith("__pycache__")
        for name in names
        if not name.startswith(".")
    ]


def packages_mark(kind: str) -> str:
    return f"{digest(f'requirements/{kind}.txt')} {sys.version.split()[0]} {sys.base_prefix} {HOME}"


def kernels_mark(_kind: str) -> str:
    parts = digest(
        "mottled_finch/core/matrices/pivot",
        "mottled_finch/core/tables/aggregation",
        "mottled_finch/core/tables/kernels",
        "requirements/run.txt",
    )
    return f"{parts} {sys.version.split()[0]} {HOME}"


def node_modules_mark(_kind: str) -> str:
    return f"{digest('web/package.json', 'web/package-lock.json')} {HOME}"


def front_mark(_kind: str) -> str:
    parts = ("src", "index.html", "package.json", "package-lock.json", "vite.config.ts", "tsconfig.json")
    return digest(*(f"web/{part}" for part in parts), "mottled_finch/core/figures/fonts")


STAMPS = {
    "packages": (f"{VENV}/stamp-", packages_mark),
    "kernels": (f"{PLACE}/kernels", kernels_mark),
    "node_modules": (f"{WEB}/node_modules/.stamp-", node_modules_mark),
    "front": (f"{PLACE}/front", front_mark),
}
"""Where each part's stamp lies, and what it says when the part is as it should be. Those with kinds have one stamp for each."""


def mark_of(part: str) -> tuple[str, str]:
    """The file of a part's stamp, and what it should say. ``packages run`` is a part with a kind."""
    name, _, kind = part.partition(" ")
    path, mark = STAMPS[name]
    return path + kind, mark(kind)


def stands(part: str) -> bool:
    if part in DEBIAN:
        return all(os.access(path, os.X_OK) for path in DEBIAN[part][1])
    if part == "front" and not os.path.isfile(f"{BUILT}/index.html"):
        return False
    path, mark = mark_of(part)
    try:
        with open(path, encoding="utf-8") as file:
            return file.read() == mark
    except OSError:
        return False


def stamp(part: str) -> None:
    path, mark = mark_of(part)
    with open(path, "w", encoding="utf-8") as file:
        file.write(mark)


def set_up(needs: tuple[str, ...]) -> None:
    """Make what is missing of these parts."""
    try:
        os.makedirs(PLACE, exist_ok=True)
        lock = open(f"{PLACE}/lock", "w", encoding="utf-8")  # noqa: SIM115 (a folder that cannot be written to is told)
    except OSError as error:
        raise Stop(f"{PLACE} cannot be written to ({error.strerror}); what is set up lies there, so make it writable") from error
    with lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        missing = {part for part in needs if not stands(part)}
        if missing:
            make(missing)


def make(missing: set[str]) -> None:
    """Python's packages and the kernels, which need them, beside the front end and Debian's programs."""
    from concurrent.futures import ThreadPoolExecutor

    kind = next((part for part in missing if part.startswith("packages ")), None)
    builds = "front" in missing
    with ThreadPoolExecutor() as pool:
        python = pool.submit(lambda: make_packages(kind) if kind else None)
        tools = next((part for part in missing if part.startswith("node_modules ")), "node_modules build")
        front = pool.submit(lambda: build_front(tools) if builds else make_node_modules(tools) if tools in missing else None)
        wanted = [part for part in DEBIAN if part in missing]
        programs = pool.submit(lambda: make_programs(wanted) if wanted else None)
        python.result()
        kernels = pool.submit(lambda: make_kernels() if "kernels" in missing else None)
        front.result()
        if builds:
            pack_front()
        kernels.result()
        programs.result()


def called(*words: str, at: str = HOME, quiet: bool = False) -> bool:
    """Whether a command succeeds. What it prints goes to standard error, or nowhere."""
    import subprocess

    to = subprocess.DEVNULL if quiet else sys.stderr
    environment = {**os.environ, "PYTHONPATH": HOME, "FINCH_HOME": PLACE}
    try:
        done = subprocess.run(words, cwd=at, env=environment, stdin=subprocess.DEVNULL, stdout=to, stderr=to, check=False)
        return done.returncode == 0
    except OSError:
        return False


def make_packages(part: str) -> None:
    """``packages test`` and ``packages bench`` hold all of ``packages run``."""
    import shutil

    unfinished, home = f"{VENV}/installing", f"{VENV}/home"
    if os.path.exists(unfinished) or not called(PYTHON, "-c", "", quiet=True) or not says(home, HOME):
        shutil.rmtree(VENV, ignore_errors=True)
        if not called(sys._base_executable, "-m", "venv", VENV):
            raise Stop(f"cannot make {VENV}; on Debian, install python3-venv")
        write(home, HOME)
    say("installing Python packages")
    write(unfinished, "")
    # Compiled to bytecode when they are first imported: most of them never are.
    asked = ("--quiet", "--disable-pip-version-check", "--no-compile", "--require-hashes")
    if not called(PYTHON, "-m", "pip", "install", *asked, "-r", f"{HOME}/requirements/{part.split()[1]}.txt"):
        raise Stop("the Python packages could not be installed; check the network and run it again")
    os.remove(unfinished)
    stamp(part)


def says(path: str, words: str) -> bool:
    try:
        with open(path, encoding="utf-8") as file:
            return file.read() == words
    except OSError:
        return False


def write(path: str, words: str) -> None:
    with open(path, "w", encoding="utf-8") as file:
        file.write(words)


def make_kernels() -> None:
    """The compiled parts of the pivot. Whoever uses one that is not there yet compiles it, so nothing depends on them."""
    import pathlib

    say("compiling the pivot")
    # What is compiled holds the code of the shared kernels it calls, and would not see that they changed.
    shared = digest("mottled_finch/core/tables/kernels")
    if not says(f"{PLACE}/kernels-shared", shared):
        for path in pathlib.Path(HOME, "mottled_finch", "core").rglob("*.nb[ci]"):
            path.unlink()
        write(f"{PLACE}/kernels-shared", shared)
    if called(PYTHON, "-c", "from mottled_finch.core.matrices.pivot import warm_up; warm_up()"):
        stamp("kernels")


def make_node_modules(part: str) -> None:
    """The front end's packages: what building it takes (``node_modules build``), or what checks it as well (``… check``)."""
    import shutil

    if stands(part):
        return
    if not shutil.which("npm"):
        raise Stop("node and npm are not installed; install Node.js 20 with npm 11")
    say("installing the front end's packages")
    shutil.rmtree(f"{WEB}/node_modules", ignore_errors=True)
    less = () if part == "node_modules check" else ("--omit=dev",)
    if not called("npm", "ci", *less, "--ignore-scripts", "--silent", "--no-audit", "--no-fund", at=WEB):
        raise Stop("the front end's packages could not be installed; check the network and run it again")
    stamp("node_modules build")
    stamp(part)


def build_front(tools: str) -> None:
    """The built front end, where the server looks for it."""
    make_node_modules(tools)
    say("building the interface")
    if not called("npm", "run", "--silent", "build", "--", "--logLevel", "warn", at=WEB):
        raise Stop("the interface could not be built")


def pack_front() -> None:
    if not called(PYTHON, "-m", "whitenoise.compress", "--quiet", BUILT):
        raise Stop("the interface could not be packed")
    stamp("front")


def make_programs(parts: list[str]) -> None:
    """Install programs of Debian, one after the other: it lets nobody do so at the same time."""
    import shutil

    for name, paths, packages in (DEBIAN[part] for part in parts):
        at = " and ".join(paths)
        if not shutil.which("apt-get"):
            raise Stop(f"the tests need {name} at {at}; install it")
        root = () if os.getuid() == 0 else ("sudo",)
        say(f"installing {name}")
        installs = ("env", "DEBIAN_FRONTEND=noninteractive", "apt-get", "install", "-qq", "-y", *packages)
        if not (called(*root, "apt-get", "update", "-qq", quiet=True) and called(*root, *installs, quiet=True)):
            raise Stop(f"{name} could not be installed; install it at {at}")


# Checks and tests

CHECKS = (
    ("the formatter", HOME, (f"{VENV}/bin/ruff", "format", "--check", ".")),
    ("the linter", HOME, (f"{VENV}/bin/ruff", "check", ".")),
    ("the type checker", HOME, (f"{VENV}/bin/mypy",)),
    ("the web linter", WEB, ("npx", "--no-install", "biome", "check", ".")),
    ("the web type checker", WEB, ("npx", "--no-install", "tsc", "--noEmit")),
    (
        "the generator of types",
        WEB,
        ("npx", "--no-install", "openapi-typescript", "../docs/openapi.json", "-o", f"{PLACE}/schema.d.ts"),
    ),
    (
        "the comparison of generated types (run scripts/describe.py, then npm run types)",
        WEB,
        ("cmp", f"{PLACE}/schema.d.ts", "src/api/schema.d.ts"),
    ),
)
"""What is checked beside the tests: its name, where, and by what command. Its output is shown only when it finds something."""


def check_all() -> None:
    import subprocess

    for name, at, words in CHECKS:
        done = subprocess.run(words, cwd=at, capture_output=True, text=True, check=False)
        if done.returncode:
            print(done.stdout + done.stderr, end="")
            raise Stop(f"{name} found something")


NOT_QUICK = ("tests/browser", "tests/faults", "tests/office")
"""Tests that start browsers, servers and office programs."""


def every_test(*, quick: bool) -> int:
    """All tests, or those that need no browser and the like, on all processors, file by file."""
    left_out = [f"--ignore={each}" for each in NOT_QUICK] if quick else []
    workers = str(min(max(os.cpu_count() or 1, 2), 4))
    together = ("-n", workers, "--dist", "loadfile", "--no-loadscope-reorder")
    os.execv(PYTHON, [PYTHON, "-m", "pytest", *together, "tests", *left_out])


if __name__ == "__main__":
    try:
        sys.exit(main(sys.argv[1:]))
    except KeyboardInterrupt:
        sys.exit(130)

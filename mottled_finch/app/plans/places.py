"""Folders that a plan may use. Whatever a plan says is a name below one of them, opened step by step without following links: a
plan may be a stranger's, and what it names may be changed while it runs.
"""

import fcntl
import os
import secrets
import stat
import time
from collections.abc import Iterator, Sequence
from contextlib import ExitStack, contextmanager, suppress
from dataclasses import dataclass
from pathlib import Path

from mottled_finch.core.common.errors import RecipeError

_DIRECTORY = os.O_RDONLY | os.O_DIRECTORY | os.O_NOFOLLOW | os.O_CLOEXEC
_READ = os.O_RDONLY | os.O_NOFOLLOW | os.O_NONBLOCK | os.O_CLOEXEC
_NEW = os.O_WRONLY | os.O_CREAT | os.O_EXCL | os.O_NOFOLLOW | os.O_CLOEXEC


@dataclass(frozen=True)
class Folder:
    """An open folder and its path, which is for telling alone."""

    handle: int
    path: Path

    def files(self) -> Iterator[tuple[str, os.stat_result]]:
        """The files in it by their names; links are none."""
        with os.scandir(self.handle) as entries:
            for entry in entries:
                if entry.is_file(follow_symlinks=False):
                    yield entry.name, entry.stat(follow_symlinks=False)

    def open(self, name: str) -> int:
        """A file to be read. Raises OSError for what is none."""
        handle = os.open(_alone(name), _READ, dir_fd=self.handle)
        if not stat.S_ISREG(os.fstat(handle).st_mode):
            os.close(handle)
            raise IsADirectoryError(name)
        return handle

    def new(self, ending: str) -> tuple[str, int]:
        """A file that was not there, under a name that nobody can guess, to be written; in use until its handle is closed."""
        while True:
            name = f".{secrets.token_hex(8)}{ending}"
            handle = os.open(name, _NEW, 0o644, dir_fd=self.handle)
            with suppress(OSError):  # a file system without locks
                fcntl.flock(handle, fcntl.LOCK_EX)
            if os.fstat(handle).st_nlink:  # else another run took it for one that nobody uses, before it was locked
                return name, handle
            os.close(handle)

    def remove_unused(self, name: str, left_seconds: float) -> None:
        """Remove a file that was made anew, unless a process has it in use. Where that cannot be seen, it is removed once nobody
        has written it for so long; what cannot be removed stays.
        """
        with suppress(OSError), ExitStack() as locked:
            try:
                file = locked.enter_context(os.fdopen(os.open(name, _READ, dir_fd=self.handle), "rb"))
                fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
            except BlockingIOError:
                return
            except OSError:  # it is somebody else's, or the file system has no locks
                told = os.stat(name, dir_fd=self.handle, follow_symlinks=False)
                if time.time() - told.st_mtime <= left_seconds:
                    return
            self.remove(name)

    def name(self, part: str, name: str) -> bool:
        """Give a file another name, unless something has it already."""
        try:
            os.link(part, _alone(name), src_dir_fd=self.handle, dst_dir_fd=self.handle, follow_symlinks=False)
        except FileExistsError:
            return False
        except OSError:  # a file system without second names: the name is taken first, and what it is of comes then
            try:
                os.close(os.open(_alone(name), _NEW, 0o644, dir_fd=self.handle))
            except FileExistsError:
                return False
            os.rename(part, name, src_dir_fd=self.handle, dst_dir_fd=self.handle)
        return True

    def remove(self, name: str) -> None:
        with suppress(FileNotFoundError):
            os.unlink(_alone(name), dir_fd=self.handle)


def _alone(name: str) -> str:
    """A name of a file, which is no way through folders."""
    if name in ("", ".", "..") or "/" in name or "\0" in name:
        raise FileNotFoundError(name)
    return name


class Places:
    """Folders below ``home``, by names from there, and below the ``others`` that the person running it allowed."""

    def __init__(self, home: Path, others: Sequence[Path] = ()) -> None:
        self._home = home.absolute()
        named = [each.absolute() for each in (home, *others)]
        # A root may be named by a link, which whoever allowed it knows.
        self._roots = [(each, name.resolve()) for name in named for each in dict.fromkeys((name, name.resolve()))]

    @property
    def roots(self) -> list[Path]:
        """The folders that may be used."""
        return list(dict.fromkeys(root for _, root in self._roots))

    def with_folder(self, other: Path) -> "Places":
        """The same with another folder that may be used."""
        return Places(self._home, [*(name for name, _ in self._roots), other])

    def way(self, text: str, path: str) -> tuple[Path, tuple[str, ...]]:
        """What a folder or file lies below, and the names on the way to it. ``path`` is where the plan says it. Raises RecipeError
        for what may not be used.
        """
        try:
            said = Path(text).expanduser()
        except RuntimeError as error:
            raise RecipeError(f"“{text}” is the folder of nobody here", path=path, received=text) from error
        if "\0" in text or not text.strip():
            raise RecipeError("this is no name of a folder or file", path=path, received=text)
        found = Path(os.path.normpath(self._home / said))
        for name, root in self._roots:
            if found.is_relative_to(name):
                return root, found.relative_to(name).parts
        within = " or ".join(dict.fromkeys(str(name) for name, _ in self._roots))
        raise RecipeError(f"{found} lies outside of what may be used; choose a folder in {within}", path=path, received=text)

    @contextmanager
    def folder(self, text: str, path: str, *, make: bool = False) -> Iterator[Folder]:
        """A folder by its name, made where it is not there yet and is to be. Raises RecipeError for one that may not be used, or is
        reached by a link, and FileNotFoundError for one that is not there.
        """
        root, names = self.way(text, path)
        if make and not root.is_dir():
            root.mkdir(parents=True, exist_ok=True)
        handle = os.open(root, os.O_RDONLY | os.O_DIRECTORY | os.O_CLOEXEC)
        try:
            try:
                for name in names:
                    handle = self._step(handle, name, make=make)
            except NotADirectoryError as error:
                words = f"{root.joinpath(*names)} is no folder, or a link leads to it; name the folder itself, and allow it"
                raise RecipeError(words, path=path, received=text) from error
            yield Folder(handle, root.joinpath(*names))
        finally:
            os.close(handle)

    @staticmethod
    def _step(handle: int, name: str, *, make: bool) -> int:
        if make:
            with suppress(FileExistsError):
                os.mkdir(name, dir_fd=handle)
        found = os.open(name, _DIRECTORY, dir_fd=handle)
        os.close(handle)
        return found

    def file(self, text: str, path: str) -> Path:
        """A file or folder by its name, to be read. Raises RecipeError for one that may not be used, or is reached by a link."""
        found, names = self.way(text, path)
        for name in names:
            found /= name
            if found.is_symlink():
                words = f"{found} is a link; name the file itself, and allow the folder that it is in"
                raise RecipeError(words, path=path, received=text)
        return found


def allowed_folders() -> list[Path]:
    """Those of ``FINCH_FOLDERS``, parted as paths of programs are."""
    return [Path(each).expanduser() for each in os.environ.get("FINCH_FOLDERS", "").split(os.pathsep) if each]

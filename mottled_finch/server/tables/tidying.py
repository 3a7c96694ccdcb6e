"""Taking away files on their way in, and what a server that stopped left of them."""

import shutil

from django.db import transaction

from .files import folder, path_of
from .models import Import


def remove(given: Import) -> None:
    """Remove an import with its file, and with its edition unless that was accepted."""
    if not given.pk:  # it was removed before
        return
    with transaction.atomic():
        now = Import.objects.select_for_update().filter(pk=given.pk).first()
        if now is not None:
            edition = now.edition
            now.delete()
            if edition is not None and not edition.accepted:
                edition.delete()
    path_of(given).unlink(missing_ok=True)


def tidy_up() -> None:
    """After a start: what was being read when the server stopped has failed, and files that belong to nothing go."""
    cut_off = Import.objects.filter(state=Import.State.READING)
    cut_off.update(
        state=Import.State.FAILED,
        problem="The server stopped while this file was read, and nothing of it was kept; bring it in again.",
    )
    Import.objects.filter(state=Import.State.DONE).delete()
    known = {str(pk) for pk in Import.objects.values_list("pk", flat=True)}
    for path in folder().iterdir():
        if path.is_dir():  # scratch of a process that was killed
            shutil.rmtree(path, ignore_errors=True)
        elif path.name not in known:
            path.unlink(missing_ok=True)
    for given in Import.objects.filter(state__in=[Import.State.LOOKING, Import.State.WAITING]):
        if not path_of(given).exists() or path_of(given).stat().st_size != given.size:
            remove(given)

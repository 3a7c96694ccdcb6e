"""./finch bench [NAME...]: one JSON object a line for each figure, or for those named."""

import sys
import tempfile
from pathlib import Path

from mottled_finch.core.errors import did_you_mean
from mottled_finch.server.run import prepare


def main() -> int:
    with tempfile.TemporaryDirectory(prefix="finch-bench-") as folder:
        prepare(Path(folder))
        from .figures import FIGURES

        for name in sys.argv[1:]:
            if name not in FIGURES:
                print(f'no figure "{name}"; {did_you_mean(name, FIGURES)}', file=sys.stderr)
                return 2
        for name in sys.argv[1:] or FIGURES:
            print(FIGURES[name]().line(), flush=True)
    return 0


if __name__ == "__main__":
    sys.exit(main())

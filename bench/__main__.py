"""`./finch bench [NAME...]`: one JSON object a line for each figure or those named; "faults" names all that are tried at length,
and "mutants" breaks lines to see whether tests catch it (mutants.py).
"""

import sys
import tempfile
from pathlib import Path


def main() -> int:
    if sys.argv[1:2] == ["mutants"]:
        from .mutants import main as mutants

        return mutants(sys.argv[2:])  # before anything of ours is loaded, since it is broken there
    from mottled_finch.core.common.errors import did_you_mean
    from mottled_finch.server.run import prepare

    with tempfile.TemporaryDirectory(prefix="finch-bench-") as folder:
        prepare(Path(folder))
        from bench.faults import FAULTS
        from bench.figures import FIGURES

        known = {**FIGURES, **FAULTS}
        names = [each for name in sys.argv[1:] for each in (FAULTS if name == "faults" else [name])]
        for name in names:
            if name not in known:
                print(f'no figure "{name}"; {did_you_mean(name, [*known, "faults"])}', file=sys.stderr)
                return 2
        for name in names or FIGURES:
            print(known[name]().line(), flush=True)
    return 0


if __name__ == "__main__":
    sys.exit(main())

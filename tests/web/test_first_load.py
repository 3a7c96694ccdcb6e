"""What a first visit fetches before the desk is there."""

import re
from pathlib import Path

BUILT = Path(__file__).parents[2] / "mottled_finch" / "server" / "web"
MOST = 150_000
"""Bytes of code and styles, packed as they travel; fonts are fetched beside them."""


def test_the_desk_is_light():
    page = (BUILT / "index.html").read_text(encoding="utf-8")
    names = set(re.findall(r"assets/[\w.-]+\.(?:js|css)", page))
    assert any(name.endswith(".js") for name in names)
    packed = [BUILT / f"{name}.br" for name in names]
    sizes = {path.name: (path if path.exists() else path.with_suffix("")).stat().st_size for path in packed}
    assert sum(sizes.values()) <= MOST, sizes

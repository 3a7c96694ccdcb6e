"""What leaves in a template of the house fetches nothing when an office suite opens it: a listener on the loopback address hears
what one that should not leave would ask for.
"""

import threading
from collections.abc import Iterator
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path

import pytest

from mottled_finch.core.common.errors import DrawError
from mottled_finch.core.outputs.draw import DRAWINGS, USUAL, Choices, Template, template_of

from ..core.conftest import figure_of
from ..core.outputs.draw.house.decks import changed, deck
from ..core.outputs.draw.house.test_templates import linked
from ..core.outputs.refreshing.test_returned import parts_in
from .test_office import GRID, PIVOT, converted


@pytest.fixture
def listener() -> Iterator[tuple[str, list[str]]]:
    """An address of this machine, and what was asked for there."""
    heard: list[str] = []

    class Heard(BaseHTTPRequestHandler):
        def do_GET(self):
            heard.append(self.path)
            self.send_error(404)

        do_HEAD = do_OPTIONS = do_PROPFIND = do_GET  # noqa: N815

        def log_message(self, *_given):
            pass

    server = ThreadingHTTPServer(("127.0.0.1", 0), Heard)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    yield f"http://127.0.0.1:{server.server_port}", heard
    server.shutdown()


def opened(content: bytes, folder: Path) -> None:
    """Have the suite open a deck and write it anew."""
    file = folder / "deck.pptx"
    file.write_bytes(content)
    out = folder / "out"
    out.mkdir()
    converted(folder, "pdf", [file], out)
    assert (out / "deck.pdf").stat().st_size > 1_000


def test_a_template_that_fetches_is_heard_and_refused(listener, tmp_path):
    """So the listener would hear what left."""
    address, heard = listener
    fetching = linked("hyperlink", f"{address}/master.png")
    opened(fetching, tmp_path)
    assert "/master.png" in heard
    with pytest.raises(DrawError, match="would fetch something from"):
        template_of(fetching)


def test_what_leaves_in_a_template_with_a_link_to_click_fetches_nothing(listener, tmp_path):
    address, heard = listener

    def clickable(name: str, body: bytes) -> bytes:
        relation = (
            f'<Relationship TargetMode="External" Id="rId98" Target="{address}/clicked" '
            'Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/hyperlink"/></Relationships>'
        )
        return body.replace(b"</Relationships>", relation.encode()) if name.endswith("slideMaster1.xml.rels") else body

    told, content = template_of(changed(deck(), clickable))
    choices = Choices(**{**vars(USUAL), "template": Template(name="House", told=told, content=content)})
    made = DRAWINGS["pptx"].draw(figure_of(GRID, pivot=PIVOT), choices)
    assert f"{address}/clicked".encode() in b"".join(parts_in(made).values()), "the link is there to be clicked"
    opened(made, tmp_path)
    assert heard == []

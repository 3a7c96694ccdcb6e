"""What can be done from a shell. ``COMMANDS`` is the table that a new command is entered in; the launcher sets up what each
needs, and its help, that of the commands themselves and the docs are held to it. Plain data, since the launcher has no packages.
"""

_RUN = ("packages run",)
_SERVE = ("packages run", "kernels", "front")

COMMANDS = {
    "demo": ("[--port N] [--data DIR] [--large]", "make the demo data, load it, serve it on 127.0.0.1", _SERVE),
    "serve": ("[--port N] [--data DIR]", "serve your own tables and plates on 127.0.0.1", _SERVE),
    "render": ("TABLE RECIPE --out FILE", "draw one figure: .png .svg .pdf .pptx .docx .xlsx .html .csv .json", _RUN),
    "compare": (
        "TABLE NEW [RECIPE]",
        "print what a new file of a table would change, as JSON; 1 when the figure could not be made of it",
        _RUN,
    ),
    "source": (
        "FILE [--folder DIR]",
        "print what a figure that came from here carries: its recipe, its table, the version",
        _RUN,
    ),
    "folio": ("FOLIO --out FILE", "make pages of figures and words: .pptx .pdf .docx .html", _RUN),
    "refresh": (
        "FILE --folder DIR --out NEW",
        "remake our figures in a .pptx, .docx or .xlsx that came back",
        _RUN,
    ),
    "run": ("PLAN [--allow DIR]", "take, guard, make and put what a plan says: 0 made, 1 held, 3 nothing to do", _RUN),
    "check": ("TABLE RECIPE", "print what would mislead, one caution a line; 1 when there are any", _RUN),
    "looks": ("TABLE", "print figures worth seeing, a JSON object a line; 1 when there is only noise", _RUN),
    "sample": ("[NAME] --out FILE", "write a table of the demo as CSV: berth-log, berth-log-next, …", _RUN),
    "bench": ("[NAME... | mutants ROOM]", "measure, one JSON object a line", ("packages bench", "kernels", "front", "chromium")),
    "test": (
        "[--quick | pytest words]",
        "install what the tests need and run every check",
        ("packages test", "kernels", "front", "node_modules check", "chromium", "office"),
    ),
}
"""Each with what it is given, what it does, and the parts that it needs."""

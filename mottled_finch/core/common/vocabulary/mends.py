"""How mends are called. ``MEND_TERMS`` is the table that a new mend is entered in; its keys are a dataclass in
``recipe/table_spec.py``, what it does stands in ``mends/``, in a file of its name.
"""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class MendTerm:
    """``title`` and ``note`` say what it does where it is offered; without a title it is made elsewhere, not by a form."""

    title: str = ""
    note: str = ""


MEND_TERMS: dict[str, MendTerm] = {
    "merge": MendTerm(title="Merge spellings", note="several become one"),
    "relabel": MendTerm(title="Relabel by a list", note="codes to names"),
    "tidy": MendTerm(title="Trim and case", note="even letters"),
    "correct": MendTerm(),
    "kind": MendTerm(title="Change the kind", note="text, number, moment"),
    "drop": MendTerm(title="Leave records out", note="by a condition"),
    "unique": MendTerm(title="Leave repeats out", note="the first stays"),
    "fill": MendTerm(title="Fill blanks down", note="from the record above"),
    "split": MendTerm(title="Split a column", note="at a mark"),
    "join": MendTerm(title="Join columns", note="as text"),
    "blank": MendTerm(title="Words for no value", note="become blanks"),
    "overlong": MendTerm(),
    "bring": MendTerm(title="Bring columns", note="from another table"),
    "compute": MendTerm(title="Compute a column", note="by an expression"),
    "rename": MendTerm(title="Rename a column"),
    "unfold": MendTerm(title="Unfold a matrix", note="into records"),
}

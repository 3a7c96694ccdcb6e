"""What is found in a table, and that its mends put it right."""

import io
from pathlib import Path

import pytest

from mottled_finch.core import findings
from mottled_finch.core.findings import FINDERS, find_all
from mottled_finch.core.findings.near_twins import plain
from mottled_finch.core.mends import apply_mends
from mottled_finch.core.table import Table
from mottled_finch.demo.samples import SAMPLES

from ..conftest import read


def found(table: Table, kind: str):
    return [finding for finding in find_all(table) if finding.key.split(":")[0] == kind]


def names(*counted: tuple[str, int]) -> Table:
    return read("name,n,m,k\n" + "".join(f'"{text}",{i},{i % 7},{i % 3}\n' for text, count in counted for i in range(count)))


@pytest.mark.parametrize(
    ("rarer", "other", "why"),
    [
        ("st. brannoc", "Saint Brannoc", "the same but for a short form"),
        ("Kestle Hyth", "Kestle Hythe", "one letter apart"),
        ("Brakcwater", "Brackwater", "one letter apart"),
        ("ardle quay", "Ardle Quay", "the same letters but for their case"),
        ("Ardle-Quay", "Ardle Quay", "the same letters but for blanks and marks"),
        ("Cafe Nord", "Café Nord", "the same letters but for accents"),
        ("Dunn & Co", "Dunn and Company", "the same but for a short form"),
    ],
)
def test_two_spellings_are_found_and_explained(rarer, other, why):
    table = names((other, 20), (rarer, 2), ("Elsewhere", 9))
    (finding,) = found(table, "near_twins")
    assert finding.words == f"“{rarer}” looks like “{other}”: {why}."
    assert (finding.records, finding.title, finding.leave) == (2, "Two spellings of one name?", "They are two")
    done = apply_mends(table, [finding.cures[0].mend])
    assert done.steps[0].touched == 2
    assert found(done.table, "near_twins") == []


@pytest.mark.parametrize(
    "pairs",
    [
        (("Pier 1", 20), ("Pier 2", 2)),
        (("Week 10", 20), ("Week 11", 2)),
        (("Inner", 20), ("Outer", 20)),
        (("East", 20), ("West", 2)),
        (("Hollin", 20), ("Hollis", 18)),
    ],
)
def test_names_that_differ_on_purpose_are_left_alone(pairs):
    assert found(names(*pairs), "near_twins") == []


def test_many_twins_by_case_are_one_finding_with_one_mend():
    table = names(("Tickets", 9), ("tickets", 1), ("Staff", 8), ("staff", 2), ("Access", 7), ("access", 1))
    (finding,) = found(table, "near_twins")
    assert finding.records == 4
    assert finding.cures[0].mend.do == "tidy"
    assert apply_mends(table, [finding.cures[0].mend]).table.column("name", "").distinct == 3


def test_plain_letters():
    assert plain("St. Brannoc's") == "saintbrannocs"
    assert plain("§") == "§"


def test_codes_where_names_should_be():
    lines = "".join(f"East,EA,{i},1\nWest,WE,{i},1\nNorth,NO,{i},1\n" for i in range(9)) + "EA,EA,99,1\nWE,WE,99,1\n"
    table = read(f"pier,code,n,m\n{lines}")
    (finding,) = found(table, "codes")
    assert finding.cures[0].mend.names == {"EA": "East", "WE": "West"}
    assert finding.records == 2
    assert found(apply_mends(table, [finding.cures[0].mend]).table, "codes") == []


def test_text_among_numbers():
    table = read("late,x\n" + "5,a\n" * 30 + "n/k,a\n" * 2 + "-,a\n")
    (finding,) = found(table, "misfits")
    assert finding.words == "Late holds “n/k” 2 times, “-” once. They count as blank."
    assert (finding.records, finding.leave, finding.text) == (3, "Keep as blank", "n/k")


def test_numbers_among_text():
    table = read("late,x\n" + "5,a\n7,b\n" * 10 + "soon,a\n" * 8)
    (finding,) = found(table, "mixed")
    assert finding.words == "Late is read as text, but 20 of its 28 values are numbers."
    assert apply_mends(table, [finding.cures[0].mend]).table.column("late", "").is_number


def test_repeated_records():
    table = read("a,b,c,d\n" + "".join(f"x,{i},{i},{i}\n" for i in range(60)) + "x,3,3,3\n")
    (finding,) = found(table, "repeated")
    assert finding.words == "1 record is like an earlier one in all 4 columns."
    assert apply_mends(table, [finding.cures[0].mend]).table.records == 60


def test_test_data_and_what_its_records_share():
    lines = "".join(f"2025-01-{i % 27 + 1:02} {i % 24:02}:10,Inner,Q{i % 4},5\n" for i in range(100))
    lines += "".join(f"2025-02-{i:02} 03:00,TEST,Q{i % 4},99\n" for i in range(1, 6))
    table = read(f"at,line,pier,n\n{lines}")
    (finding,) = found(table, "tryouts")
    assert (finding.title, finding.words) == ("Line “TEST”", "Its records are all of 03:00. Test data would pull averages.")
    assert apply_mends(table, [finding.cures[0].mend]).table.records == 100


def test_a_last_week_that_is_not_over():
    short = read("at,n\n" + "".join(f"2025-01-{d:02},1\n" for d in range(1, 24)))
    assert found(short, "unfinished") == []  # too few weeks to know
    whole = read("at,n\n" + "".join(f"2025-{m:02}-{d:02},1\n" for m, last in ((1, 31), (2, 19)) for d in range(1, last + 1)))
    (finding,) = found(whole, "unfinished")
    assert finding.words == "The week of 2025-02-17 holds 3 of 7 days. By week or month it would look like a fall."
    assert finding.records == 3
    over = apply_mends(whole, [finding.cures[0].mend]).table
    assert found(over, "unfinished") == []


def test_a_matrix_already():
    (finding,) = found(read("vessel,a,b,c\nKnot,1,2,3\nPlover,4,5,6\n"), "matrix")
    assert finding.words == "2 rows named by vessel, and 3 columns of numbers."
    assert [cure.words for cure in finding.cures] == ["Take it as it stands", "Unfold into records"]


def test_a_clean_table_has_nothing_to_find():
    assert find_all(read("name,n,m,k\n" + "".join(f"A{i % 3},{i},{i % 7},{i % 5}\n" for i in range(50)))) == []


def test_the_dirt_of_the_demo_is_found():
    def keys(name: str) -> set[str]:
        out = io.StringIO()
        SAMPLES[name].write(out)
        return {finding.key.split(":")[0] for finding in find_all(read(out.getvalue()))}

    assert keys("berth-log") == {"near_twins", "codes", "misfits", "tryouts", "unfinished"}
    assert keys("complaints") == {"near_twins", "misfits", "repeated", "unfinished"}
    assert keys("vessels") == {"matrix"}
    assert keys("waiting-hall") == keys("survey") == set()


def test_finders_are_one_a_file_and_in_the_table():
    folder = Path(findings.__file__).parent
    named = set(FINDERS)
    assert named == {path.stem for path in folder.glob("*.py")} - {"__init__", "finding"}

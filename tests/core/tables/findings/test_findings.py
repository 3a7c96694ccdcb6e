"""What is found in a table, and that its mends put it right."""

import io
from pathlib import Path

import numpy as np
import pytest

from mottled_finch.core.common.language.likeness import plain
from mottled_finch.core.matrices.looks.suggest import suggest_recipe
from mottled_finch.core.tables import findings
from mottled_finch.core.tables.findings import FINDERS, find_all
from mottled_finch.core.tables.mends import apply_mends
from mottled_finch.core.tables.table import Table, csv_of
from mottled_finch.demo.samples import SAMPLES

from ...conftest import read


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
        ("Grey Harbour", "Gray Harbor", "one word in the spelling of two lands"),
        ("Organised theatre", "Organized theater", "one word in the spelling of two lands"),
        ("The Long Wharf", "Long Wharf", "the same but for “The”"),
        ("Dunn Ltd", "Dunn", "the same but for “Ltd”"),
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


def test_spellings_of_two_lands_are_found_though_both_are_as_frequent():
    (finding,) = found(names(("Gray", 20), ("Grey", 20), ("Elsewhere", 9)), "near_twins")
    assert finding.words == "“Grey” looks like “Gray”: one word in the spelling of two lands."


def test_a_word_more_is_told_where_one_begins_when_the_other_ends():
    def stairs(other_from: int) -> Table:
        early = "".join(f"2025-{month:02}-03,Eel Stairs\n" * 5 for month in range(1, 7))
        late = "".join(f"2025-{month:02}-07,Greater Eel Stairs\n" * 5 for month in range(other_from, 12))
        return read(f"day,stop\n{early}{late}")

    (finding,) = found(stairs(7), "near_twins")
    assert finding.words == (
        "“Greater Eel Stairs” looks like “Eel Stairs”: the same but for “Greater”, and never in one month together."
    )
    assert apply_mends(stairs(7), [finding.cures[0].mend]).table.column("stop", "").distinct == 1
    assert found(stairs(6), "near_twins") == []


def test_a_word_more_is_told_where_both_stand_beside_the_same():
    def stairs(other_code: str) -> Table:
        codes = {"Eel Stairs": "EEL", "Greater Eel Stairs": other_code, "Inner Mole": "INN", "Cairn Point": "CAI"}
        return read("stop,code\n" + "".join(f"{stop},{code}\n" * 15 for stop, code in codes.items()))

    (finding,) = found(stairs("EEL"), "near_twins")
    assert finding.words == "“Greater Eel Stairs” looks like “Eel Stairs”: the same but for “Greater”, and alike in code."
    assert found(stairs("GES"), "near_twins") == []
    # A column in which nearly everything is alike tells nothing.
    assert (
        found(
            read("stop,code\n" + "".join(f"{stop},{i % 3}\n" for i in range(60) for stop in ("Eel", "Big Eel", "Ash"))),
            "near_twins",
        )
        == []
    )


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
    assert finding.words == "Late holds “n/k” 2 times. They count as blank."
    assert (finding.records, finding.leave, finding.text) == (2, "Keep as blank", "n/k")


def test_words_for_no_value_among_numbers_and_moments():
    table = read("late,day\n" + "5,3.4.25\n" * 30 + "-,k. A.\n" * 2 + "N.A.,soon\n")
    late, day = found(table, "blank_words")
    assert late.words == "Late holds “-” 2 times, “N.A.” once among its numbers."
    assert day.words == "Day holds “k. A.” 2 times among its moments in time."
    mended = apply_mends(table, [late.cures[0].mend, day.cures[0].mend])
    assert [step.touched for step in mended.steps] == [3, 2]
    assert [len(column.misfits) for column in mended.table.columns] == [0, 1]
    assert found(mended.table, "blank_words") == []
    assert found(read("a,b\nnone,x\nred,y\nred,z\n"), "blank_words") == []


def test_lines_with_too_many_fields_are_joined_again_where_that_fits():
    plain = "".join(f"2025-01-{day:02},Cy,East,8\n" for day in range(1, 29))
    table = read(f"day,who,pier,n\n{plain}2025-02-01,Lund, Bo,West,7\n2025-02-02,Holm, Di,East,9\n")
    (finding,) = found(table, "beyond")
    assert finding.words.startswith(
        "2 records had more fields than there are columns. A mark inside a field may have cut it: “Lund, Bo”"
    )
    joined = apply_mends(table, [finding.cures[0].mend])
    assert joined.steps[0].touched == 2
    assert b"".join(csv_of(joined.table, np.arange(28, 30))).decode() == (
        'day,who,pier,n\r\n2025-02-01,"Lund, Bo",West,7\r\n2025-02-02,"Holm, Di",East,9\r\n'
    )
    assert joined.table.column("n", "").is_number
    left_out = apply_mends(table, [finding.cures[1].mend])
    assert (left_out.table.records, left_out.table.names) == (28, ["day", "who", "pier", "n"])
    assert found(read("a,b\n1,x\n2,y,z\n"), "beyond")[0].cures[0].words == "Leave these lines out"


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
    text = "town,land,2022,2023,2024\nAsh,North,1,2,3\nBirch,North,4,5,6\nAsh,South,7,8,9\n"
    (finding,) = found(read(text), "matrix")
    assert finding.words == "3 rows named by town and land, and 3 columns of numbers."
    assert finding.cures[0].mend.keep == ("town", "land")
    recipe = suggest_recipe(apply_mends(read(text), (finding.cures[0].mend,)).table)
    assert [level.field for level in recipe.pivot.rows] == ["town", "land"]
    alone = suggest_recipe(apply_mends(read(text.replace("Ash,South", "Cedar,South")), (finding.cures[0].mend,)).table)
    assert [level.field for level in alone.pivot.rows] == ["town"]
    for heads in ("sales Jan,sales Feb,sales März", "Q1,Q2,Q3", "week 1,week 2,week 30"):
        assert found(read(text.replace("2022,2023,2024", heads)), "matrix")
    # Orders: each number is something else.
    assert not found(read(text.replace("2022,2023,2024", "price,pieces,discount")), "matrix")
    assert not found(read(text.replace("Ash,South", "Ash,North")), "matrix")
    assert [cure.words for cure in finding.cures] == ["Take it as it stands", "Unfold into records"]


def test_a_clean_table_has_nothing_to_find():
    assert find_all(read("name,n,m,k\n" + "".join(f"A{i % 3},{i},{i % 7},{i % 5}\n" for i in range(50)))) == []


def test_the_dirt_of_the_demo_is_found():
    def keys(name: str) -> set[str]:
        out = io.StringIO()
        SAMPLES[name].write(out)
        return {finding.key.split(":")[0] for finding in find_all(read(out.getvalue()))}

    assert keys("berth-log") == {"near_twins", "codes", "blank_words", "misfits", "tryouts", "unfinished"}
    assert keys("complaints") == {"near_twins", "misfits", "repeated"}
    assert keys("vessels") == {"matrix"}
    assert keys("waiting-hall") == keys("survey") == set()


def test_finders_are_one_a_file_and_in_the_table():
    folder = Path(findings.__file__).parent
    named = set(FINDERS)
    assert named == {path.stem for path in folder.glob("*.py")} - {"__init__", "finding"}


def test_many_texts_among_numbers_are_all_counted_and_their_rest_is_no_word():
    texts = [f"about {i}" for i in range(40)] + ["k. A."]
    table = read("n,v\n" + "".join(f"{i},{text}\n" for i, text in enumerate([*texts, *range(4000)])))
    kinds = {finding.key.partition(":")[0]: finding for finding in find_all(table)}
    assert kinds["misfits"].records == 40 and " and 37 more. " in kinds["misfits"].words
    assert kinds["blank_words"].records == 1 and "“k. A.” once" in kinds["blank_words"].words
    assert kinds["blank_words"].cures[0].mend.words == ("k. A.",)

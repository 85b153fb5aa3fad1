"""What is to be bought, against what was typed: copies, mirrored halves, holes cut away again."""

from __future__ import annotations

import csv
import io
from typing import Any

import pytest

from core.checks.judge import findings_of
from core.printing.to_buy import as_csv, to_buy
from core.project.demo import demo_document
from core.project.document import from_data
from core.project.parting import with_pieces
from core.project.solve import solve
from core.project.starters import begun
from tests.core.building import circle, document, part, polygon, rectangle, solved, step

INSERT = {"size": "M3", "use": "heat-set insert", "depth": "6"}
PLATE = step("b", "extrude", rectangle("80", "50"), height="12")


def bought(*parts: dict[str, Any], **more: Any) -> dict[str, int | None]:
    return {one.what: one.many for one in to_buy(solve(document(*parts, **more))).lines}


def at(x: str, y: str = "0", on: str = "b.top") -> dict[str, str]:
    return {"on": on, "x": x, "y": y}


@pytest.mark.parametrize(
    ("more", "many"),
    [
        ([], 1),
        ([step("g", "grid", columns="3", rows="2", across="15", back="15")], 6),
        ([step("r", "row", count="4", spacing="9")], 4),
        ([step("m", "mirror")], 2),
        ([step("g", "row", count="2", spacing="12"), step("m", "mirror", what="the whole part",
                                                           plane="off a face", face="b.left")], 4),
        # two of the same place are one hole
        ([step("g", "row", count="3", spacing="9"), step("h", "row", count="3", spacing="9",
                                                          of="i")], 3),
        # the half that is cut away takes none
        ([step("m", "mirror"), step("c", "extrude", rectangle("80", "60"), on=at("45"),
                                    mode="cut", direction="down", height="20")], 1),
        # cut down to below its floor
        ([step("c", "extrude", rectangle("90", "60"), on="b.top", mode="cut", direction="down",
               height="7")], 0),
        # a slit across it leaves one hole, in two pieces of face
        ([step("c", "extrude", rectangle("90", "60"), on=at("0", "0", "b.bottom"), mode="cut",
               direction="up", height="1"),
          step("s", "extrude", rectangle("90", "1.5"), on=at("0", "3.5", "b.front"), mode="cut",
               direction="down", height="60")], 1),
    ],
)  # fmt: skip
def test_inserts_are_as_many_as_holes_are_left(more: list[dict[str, Any]], many: int) -> None:
    hole = step("i", "screw hole", on=at("-12"), **INSERT)
    assert bought(part("p", PLATE, hole, *more)).get("heat-set insert M3", 0) == many


def test_inserts_of_a_part_that_is_split_are_in_the_pieces() -> None:
    """Six in a row, four left of the cut: four in what is kept, two in the other piece."""
    row = [step("i", "screw hole", on=at("-25"), **INSERT), step("r", "row", count="6",
                                                                  spacing="10")]  # fmt: skip
    whole = part("p", PLATE, *row, step("cut", "split", facing="right", at="10", keep="below"))
    project, _ = with_pieces(solved(whole), "p", "cut")
    (line,) = to_buy(solve(project)).lines
    assert line.many == 6 and len(line.where) == 2
    alone = solve(project.model_copy(update={"parts": project.parts[:1]}))
    assert [one.many for one in to_buy(alone).lines] == [4]


def test_two_inserts_in_line_from_both_ends_are_two() -> None:
    ends = [
        step("i", "screw hole", on=at("0"), size="M4", use="heat-set insert", depth="5"),
        step("m", "mirror", side="top", at="6"),
    ]
    assert bought(part("p", PLATE, *ends)) == {"heat-set insert M4": 2}


def test_nuts_are_counted_by_the_floors_they_lie_on() -> None:
    nuts = [
        step("n", "nut trap", on=at("-20"), size="M4"),
        step("g", "row", count="3", spacing="18"),
        step("s", "nut trap", on=at("0", "0", "b.front"), size="M3", loaded="side", down="5"),
    ]
    holes = step("h", "screw hole", on=at("-20", "0", "b.bottom"), size="M4")
    found = bought(part("p", PLATE, *nuts, holes))
    assert (found["hexagon nut M4"], found["hexagon nut M3"]) == (3, 1)


def test_screws_through_several_parts_are_told_by_their_holes() -> None:
    """A screw through both arms of a fork and into a block passes three rings and is one screw:
    how many holes each part has is all that holes can tell."""
    fork = part(
        "fork",
        PLATE,
        step("slot", "extrude", rectangle("90", "4"), on=at("0", "0", "b.left"), mode="cut",
             direction="down", height="100"),
        step("h", "screw hole", on=at("10"), size="M5", head="countersunk"),
    )  # fmt: skip
    block = part("block", PLATE, step("t", "screw hole", on=at("0"), size="M5", use="tap drill"))
    view = to_buy(solve(document(fork, block)))
    assert [(one.many, one.what, one.by, one.where) for one in view.lines] == [
        (None, "countersunk screw M5", "ISO 10642", ["1 in fork"]),
        (None, "screw M5", "", ["1 in block"]),
    ]


@pytest.mark.parametrize("units", ["mm", "in"])
def test_what_is_put_in_is_told_with_its_size(units: str) -> None:
    tall = {"mm": "12.7", "in": "1/2"}[units]
    wide = {"mm": "25.4", "in": "1"}[units]
    host = part("host", step("b", "extrude", rectangle(wide, wide), height=tall))
    cell = part("cell", step("c", "extrude", circle(wide), height=tall), bought=True, inside="host")
    (line,) = to_buy(solved(host, cell, units=units)).lines
    assert line.many == 1 and line.where == ["in host"]
    told = {"mm": "cell, 25.4 × 25.4 × 12.7 mm", "in": "cell, 1 × 1 × 0.5 in"}[units]
    assert line.what == told


def test_what_a_cover_is_screwed_to_is_bought_as_well_where_it_is_marked_so() -> None:
    cover = part("c", step("s", "extrude", rectangle("34", "40"), height="3"))
    board = part("base", PLATE, label="Motor", bought=True)
    view = to_buy(solve(document(cover, board, fits=[screwed("one", "c", "0")])))
    assert "Motor, 80 × 50 × 12 mm" in [one.what for one in view.lines]


def test_a_fit_tells_its_own_once() -> None:
    """The bearing stands in the winch as a part and in its seat's words: it is bought once."""
    lines = {one.what: one.many for one in to_buy(solve(demo_document("winch"))).lines}
    assert [what for what in lines if "bearing" in what] == ["ball bearing 608"]
    assert lines["ball bearing 608"] == 1


def screwed(name: str, cover: str, x: str, label: str = "") -> dict[str, Any]:
    return {
        "name": name, "kind": "screwed", "label": label, "parts": [cover, "base"],
        "fields": {"layout": "in a row", "count": "2", "along": "20", "long": "8"},
        "place_a": {"on": "s.bottom"}, "place_b": {"on": "b.top", "x": x},
    }  # fmt: skip


def test_what_two_fits_take_is_added_up() -> None:
    """Two screws and two inserts for each of two covers, and a fifth insert by itself."""
    covers = [part(n, step("s", "extrude", rectangle("34", "40"), height="3")) for n in ("c", "d")]
    spare = step("i", "screw hole", on=at("0"), **INSERT)
    fits = [screwed("one", "c", "-20", "Left cover"), screwed("two", "d", "20", "Right cover")]
    view = to_buy(solved(*covers, part("base", PLATE, spare), fits=fits))
    assert [(one.many, one.what, one.where) for one in view.lines] == [
        (4, "countersunk screw M3 × 8", ["Left cover", "Right cover"]),
        (5, "heat-set insert M3", ["Left cover", "Right cover", "i of base"]),
    ]


def test_a_fit_that_is_not_built_is_named() -> None:
    data = begun("screwed_box").model_dump(mode="json")
    data["fits"][0]["gap"] = "-1"
    view = to_buy(solve(from_data(data)))
    assert view.lines == [] and len(view.unknown) == 1


@pytest.mark.parametrize("name", ["rope_clamp", "winch", "lantern", "belt_clamp"])
def test_a_table_holds_every_line(name: str) -> None:
    view = to_buy(solve(demo_document(name)))
    head, *rows = csv.reader(io.StringIO(as_csv(view)))
    assert head[:2] == ["how many", "what"]
    bought, printed = rows[: len(view.lines)], rows[len(view.lines) :]
    assert [(row[0], row[1]) for row in bought] == [
        ("" if one.many is None else str(one.many), one.what) for one in view.lines
    ]
    assert [row[0] for row in printed] == [f"{one.mass_g:.0f}" for one in view.filament]


# -- faces of copies ----------------------------------------------------------------------


def notes(*parts: dict[str, Any], check: str) -> list[str]:
    return [one.message for one in findings_of(solved(*parts)) if one.check == check]


ROW = step("row", "row", count="3", spacing="20")


@pytest.mark.parametrize("copied", [(), (ROW,)])
def test_equal_by_accident_is_told_of_copies_once(copied: tuple[dict[str, Any], ...]) -> None:
    """Pegs of 6 for holes of 6, and tongues of 5 for slots of 5, one of each or three in a row."""
    pegs = part("pegs", PLATE, step("peg", "boss", on=at("-20"), diameter="6", foot="0"), *copied)
    holes = part("holes", PLATE, step("bore", "hole", on=at("-20"), diameter="6"), *copied)
    (said,) = notes(pegs, holes, check="equal by accident")
    assert "6 mm across" in said
    tongue = rectangle("5", "30")
    tongues = part("tongues", PLATE, step("t", "extrude", dict(tongue), on=at("-20"), height="9"),
                   *copied)  # fmt: skip
    slots = part(
        "slots", PLATE,
        step("s", "extrude", dict(tongue), on=at("-20"), mode="cut", direction="down", height="9"),
        *copied,
    )  # fmt: skip
    said = [
        one for one in notes(tongues, slots, check="equal by accident") if "is 5 mm thick" in one
    ]
    assert len([one for one in said if "is 5 mm thick" in one]) == 1


@pytest.mark.parametrize("copied", [(), (ROW,)])
def test_bores_and_pockets_of_bought_sizes_are_told_of_copies_once(copied) -> None:
    """ISO 261 and ISO 4032, from memory."""
    bores = part("p", PLATE, step("h", "hole", on=at("-20"), diameter="6"), *copied)
    assert len([one for one in notes(bores, check="bought size") if "M6 screw" in one]) == 1
    pocket = step("s", "extrude", polygon(6, "10"), on=at("-20"), mode="cut", direction="down",
                  height="6")  # fmt: skip
    nuts = part("p", PLATE, pocket, *copied)
    assert len([one for one in notes(nuts, check="bought size") if "M6 nut" in one]) == 1


# -- what the prints take -----------------------------------------------------------------


def cube(name: str, material: str = "") -> dict[str, Any]:
    return part(name, step("s", "extrude", rectangle("20", "20"), height="20"), material=material)


SOLID = {"slicing": {"infill_percent": 100, "price_per_kg": 25.0}}


def test_filament_is_as_heavy_as_what_is_printed_solid() -> None:
    """8 cm³ each at 1.24 and 1.27 g/cm³ (as the materials have it), at 25 a kilogram; filament of
    1.75 mm is 2.405 mm² across."""
    cubes = [cube("a"), cube("b"), cube("c", "PETG")]
    view = to_buy(solve(document(*cubes, process=SOLID)))
    lines = {one.material: one for one in view.filament}
    assert [(name, one.prints) for name, one in lines.items()] == [("PLA", 2), ("PETG", 1)]
    for name, grams, mm3 in (("PLA", 2 * 8 * 1.24, 16000), ("PETG", 8 * 1.27, 8000)):
        one = lines[name]
        assert one.mass_g == pytest.approx(grams, rel=one.mass_within)
        assert one.cost == pytest.approx(one.mass_g * 0.025)
        assert one.long_m == pytest.approx(mm3 / 2.405 / 1000, rel=one.mass_within)
    assert lines["PLA"].seconds == pytest.approx(2 * lines["PETG"].seconds, rel=1e-6)


def test_what_is_printed_assembled_is_one_print_and_what_is_bought_is_none() -> None:
    (whole,) = to_buy(solve(begun("clip_box"))).filament
    assert whole.prints == 1
    drawn = cube("a"), cube("b") | {"bought": True, "inside": "a"}
    (alone,) = to_buy(solve(document(*drawn))).filament
    assert alone.prints == 1
    assert to_buy(solve(document(cube("b") | {"bought": True}))).filament == []


def test_a_peg_that_is_slit_from_end_to_end_is_round_all_the_same() -> None:
    """Two halves of a rod of 12, a slit of 2 between them, beside a hole of 12."""
    slit = step("cut", "extrude", rectangle("2", "20"), height="40")
    rod = step("rod", "extrude", circle("12"), height="30")
    halves = part("halves", rod, slit | {"fields": slit["fields"] | {"mode": "cut"}},
                  step("foot", "extrude", rectangle("20", "20"), height="2"))  # fmt: skip
    holes = part("holes", PLATE, step("bore", "hole", on=at("0"), diameter="12"))
    (said,) = notes(halves, holes, check="equal by accident")
    assert "rod of halves and bore of holes are both 12 mm across" in said

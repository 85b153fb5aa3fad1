"""Checks as classes: one place each, asked of projects and meshes alike; remedies tried first."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator
from pathlib import Path

import pytest
import trimesh

import core.checks.check as registry
from core.checks import all_checks
from core.checks.check import CHECKS, Check, Limit, Piece, PieceCheck
from core.checks.finding import Edit, Finding, Remedy
from core.checks.judge import findings_of
from core.fits import FITS
from core.formats.reading import read_mesh
from core.process import Process
from core.project.schema import Accepted, Use
from core.project.solve import solve
from core.report import apply_edits, report_on
from core.report.mesh_check import check_mesh
from core.views.report import Report
from scripts.write_checks_page import PAGE, page
from tests.core.building import circle, document, part, rectangle, solved, step

ROOT = Path(__file__).resolve().parents[2]


def found(report: Report, check: str) -> list:
    return [one for one in report.findings if one.check == check]


def test_the_page_of_checks_is_what_the_classes_say() -> None:
    assert PAGE.read_text() == page(), "run: python -m scripts.write_checks_page"


@pytest.mark.parametrize("check", CHECKS.values(), ids=lambda check: check.name)
def test_every_check_says_what_it_measures_and_where_its_limits_come_from(check: Check) -> None:
    assert check.asks.endswith("?") and len(check.measures) > 30
    assert check.limits and all(limit.words and limit.source for limit in check.limits)
    for kind in check.hatched:
        assert kind in ("wall", "slot", "overhang")


def test_every_level_of_hatching_has_its_words() -> None:
    for kind, levels in {"wall": (2, 3), "slot": (2,), "overhang": (1, 2, 3)}.items():
        for level in levels:
            told = [c.legend(level, Process()) for c in CHECKS.values() if kind in c.hatched]
            assert any(told), (kind, level)


# names that mean nothing else: other words are too common to be looked for
TELLING = {
    "wall left",
    "goes together",
    "fine detail",
    "equal by accident",
    "bought size",
    "typed twice",
    "small part",
    "sharp edge",
    "sharp point",
    "hinge line",
    "drawn in",
    "expected mass",
    "runs out",
    "shut in",
}


def test_no_check_and_no_fit_is_known_by_name_outside_its_module() -> None:
    """But in words people read: a name in quotes by itself is a key."""
    kinds = {kind for kind in FITS if " " in kind}
    for folder in ("core/report", "core/project", "workshop", "web/src"):
        for path in (ROOT / folder).rglob("*"):
            if (
                path.suffix not in (".py", ".ts", ".svelte")
                or path.name == "schema.ts"
                or (".test." in path.name)
            ):
                continue
            quoted = set(re.findall(r"""["'`]([a-z]+(?: [a-z-]+)+)["'`]""", path.read_text()))
            assert not quoted & TELLING, path
            assert not quoted & kinds, path
    for path in (ROOT / "core/checks").glob("*.py"):
        assert not set(re.findall(r"""["']([a-z ]+)["']""", path.read_text())) & kinds, path


@pytest.fixture
def own_check() -> Iterator[dict[str, object]]:
    """A check made up here, asked like any other."""
    asked: dict[str, object] = {"raises": False, "remedy": None}

    class Heavy(PieceCheck):
        name = "made up"
        asks = "Is it made up for a test?"
        measures = "the volume of the finished solid, held against a limit of this test"
        limits = (Limit("1 cm³", "this test"),)
        reading = "bed, largest part"

        def look(self, piece: Piece) -> Iterable[Finding]:
            if asked["raises"]:
                raise ZeroDivisionError("never foreseen")
            volume = piece.measured.bulk.volume_mm3
            if volume > 1000:
                yield Finding(self.name, "stop", "too heavy", volume, 1000, "mm³",
                              remedy=asked["remedy"])  # type: ignore[arg-type]  # fmt: skip

    registry.register(Heavy)
    yield asked
    del CHECKS["made up"]


def plate(height: str = "5") -> dict:
    return part("p", step("b", "extrude", rectangle("40", "20"), height=height))


def test_a_check_of_ones_own_is_asked_of_projects_and_meshes(own_check: dict) -> None:
    report = report_on(solved(plate()))
    assert found(report, "made up")[0].severity == "stop"
    (bed,) = [one for one in report.readings if one.name == "bed, largest part"]
    assert bed.severity == "stop" and "made up" in bed.checks
    data = trimesh.creation.box((40, 20, 5)).export(file_type="stl")
    told = check_mesh(read_mesh(bytes(data), "x.stl"), "x.stl", Process())["findings"]
    assert any(one["check"] == "made up" for one in told)


def test_a_check_that_fails_says_so_and_the_others_are_asked(own_check: dict) -> None:
    own_check["raises"] = True
    told = {one.check: one for one in findings_of(solved(plate()))}
    assert told["made up"].severity == "warning" and "reference" in told["made up"].message
    assert told["closed"].severity == "good" and "wall" in told


@pytest.mark.parametrize(
    ("text", "offered"),
    [("1", True), ("4.97", False), ("none", False), ("5", False), ("0", False)],
)
def test_a_remedy_is_offered_only_where_it_cures(own_check: dict, text: str, offered: bool) -> None:
    """800 mm² times the height: one millimetre is under the limit; others change nothing, hardly
    anything, or cannot be built."""
    own_check["remedy"] = Remedy("thinner", (Edit("parts.p.steps.b.fields.height", text),))
    (one,) = found(report_on(solved(plate()), remedies=True), "made up")
    assert (one.remedy is not None) is offered


def test_a_remedy_that_brings_a_stop_is_not_offered(own_check: dict) -> None:
    """Thinner cures it, and leaves a wall of under a line."""
    own_check["remedy"] = Remedy("thinner", (Edit("parts.p.steps.b.fields.height", "0.3"),))
    (one,) = found(report_on(solved(plate()), remedies=True), "made up")
    assert one.remedy is None


def test_what_is_offered_cures_when_it_is_taken() -> None:
    cup = part("cup", step("body", "extrude", circle("40"), height="30"),
               step("hollow", "shell", wall="0.6", floor="2"))  # fmt: skip
    project = document(cup)
    (wall,) = found(report_on(solve(project), remedies=True), "wall")
    assert wall.remedy is not None
    after = apply_edits(project, [Edit(e.path, e.text) for e in wall.remedy.edits])
    assert found(report_on(solve(after)), "wall")[0].severity == "good"


def test_under_a_bridge_nothing_is_chamfered() -> None:
    gate = part(
        "p",
        step("b", "extrude", rectangle("60", "20"), height="20"),
        step("f", "fillet", size="2", where="bottom rim"),
        step("w", "extrude", rectangle("30", "40"), mode="cut", height="12"),
    )
    (bridge,) = found(report_on(solved(gate), remedies=True), "bridge")
    assert bridge.severity == "warning" and bridge.remedy is not None
    assert bridge.remedy.label == "stand it on its top"


def test_readings_are_as_bad_as_their_worst_check() -> None:
    slit = step(
        "s",
        "extrude",
        rectangle("30", "0.15"),
        on="b.top",
        mode="cut",
        direction="down",
        height="3",
    )
    report = report_on(
        solved(part("p", step("b", "extrude", rectangle("40", "20"), height="5"), slit))
    )
    assert found(report, "slot")[0].severity == "warning"
    for reading in report.readings:
        own = [one.severity for one in report.findings if one.check in reading.checks]
        order = ["stop", "warning", "note", "good"]
        assert reading.severity == min([*own, "good"], key=order.index), reading.name
    walls = next(one for one in report.readings if one.name == "thinnest wall")
    assert walls.severity == "warning"


def test_an_open_surface_is_never_accepted_away(own_check: dict) -> None:
    closed = CHECKS["closed"]
    assert not closed.acceptable and not CHECKS["build"].acceptable
    broken = document(part("p", step("b", "extrude", rectangle("40", "20"), height="0-5")))
    message = findings_of(solve(broken))[0].message
    accepted = Accepted(check="build", part="p", message=message, reason="let it be")
    report = report_on(solve(broken.model_copy(update={"accepted": [accepted]})))
    assert found(report, "build")[0].severity == "stop"
    assert not found(report, "build")[0].can_be_accepted


def test_what_is_accepted_is_a_note_until_it_gets_worse(own_check: dict) -> None:
    accepted = Accepted(check="made up", part="p", value=4000, reason="it may be heavy")
    for height, severity in (("5", "stop"), ("4", "stop")):
        project = document(plate(height)).model_copy(update={"accepted": [accepted]})
        (one,) = found(report_on(solve(project)), "made up")
        grown = float(height) * 800 > 4000 * 1.05
        assert one.severity == (severity if grown else "note")
    heavier = document(plate("6")).model_copy(update={"accepted": [accepted]})
    (one,) = found(report_on(solve(heavier)), "made up")
    assert one.severity == "stop" and "worse than when" in one.message


def test_a_toy_is_judged_by_every_loose_piece() -> None:
    two = part(
        "p",
        step("b", "extrude", rectangle("20", "20"), height="20"),
        step("c", "extrude", rectangle("20", "20"), on={"x": "60"}, height="20"),
    )
    toy = document(two, use=Use(toy=True).model_dump())
    told = {one.check: one.message for one in findings_of(solve(toy))}
    assert "2 of its 2 loose pieces" in told["small part"] and "2 separate pieces" in told["pieces"]


def test_the_order_of_telling_names_no_module_that_is_gone() -> None:
    folder = Path(all_checks.__file__).parent
    registers = {one.stem for one in folder.glob("*.py") if "\n@register\n" in one.read_text()}
    assert set(all_checks.TOLD) <= registers

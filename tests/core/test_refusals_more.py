"""What is refused of pictures, files and documents, and of steps that would leave nothing."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Callable
from typing import Any

import ezdxf
import pytest
from PIL import Image

from core.errors import CoreError
from core.fits.registry import LaidOut
from core.fits.track_path import maze
from core.formats import pictures, reading, tracing
from core.formats.pictures import photo_of
from core.formats.reading import read_mesh
from core.formats.tracing import read_drawing
from core.outlines import rectangle as drawn
from core.outlines.curves import Line
from core.outlines.offset import offset_outline
from core.outlines.sections import pillow
from core.outlines.traced import outlines_in, read_path
from core.outlines.trimmed import thickened
from core.process.materials import material
from core.process.model import Process
from core.project import document as documents
from core.project.beginning import begin_step
from core.project.beginning_fits import become_kind, begin_fit
from core.project.document import from_data, text_to_keep
from core.project.outlining import taken_apart
from core.project.solve import solve
from core.project.starters import begun
from core.project.teaching import check_felt, observations
from core.steps.outlines_drawn import traced_outlines
from core.threads import read_thread
from tests.core.building import document, part, rectangle, step
from tests.core.test_refusals import TOP, body, cup, fit, said

HUGE = rectangle("90", "90")
STEPS = [
    ([body(), step("s", "extrude", HUGE, mode="cut", height="20")], "leaves nothing"),
    ([body(), step("h", "hole", None, TOP, diameter="3", reach="up to a face", face="body.top"),
      ], "lies"),
    ([step("s", "extrude", {"kind": "wall", "moves": "right 30", "wall": "0-2"})], "mm"),
    ([body("20"), cup(), step("s", "chamfer", size="25", where="inner rim")], "does not fit"),
    ([body(), step("s", "extrude", rectangle("5", "5"), TOP, height="0")], "height"),
]  # fmt: skip


@pytest.mark.parametrize(("steps", "words"), STEPS)
def test_steps_that_leave_nothing(steps: list[dict[str, Any]], words: str) -> None:
    assert words in said(part("p", *steps))


def test_copies_with_nothing_in_common() -> None:
    common = step("k", "extrude", rectangle("6", "6"), mode="common", height="14")
    row = step("r", "row", of="k", count="3", spacing="20")
    assert "nothing in common" in said(part("p", body(), common, row))


def test_a_link_that_does_not_reach_round_its_plate() -> None:
    own = fit("captive", form="a link through an eye", size="8", head="12", thick="3", gap="0.4")
    parts = part("a", body()), part("b")
    assert "does not reach round" in said(*parts, fits=[{**own, "place_a": {"on": "body.top"}}])


# -- beginning, documents, teaching ---------------------------------------------------------------


def _begun() -> Any:
    return solve(begun("lidded_box"))


def _told_again() -> object:
    box = solve(document(part("p", body())))
    return taken_apart(box, "p", "nothing", "outline")


def _kept(monkeypatch: pytest.MonkeyPatch) -> object:
    monkeypatch.setattr(documents, "LARGEST_BYTES", 100)
    return text_to_keep(begun("lidded_box"))


JOINED = {
    "format": "fair-hinge-project", "version": 2, "title": "t",
    "parts": [{"name": "a", "steps": []}],
    "fits": [{"name": "f", "kind": "axle", "parts": ["a", "a"]}],
}  # fmt: skip
DONE: list[tuple[Callable[[], object], str]] = [
    (lambda: begin_step(_begun(), "base", "nothing", 0, ""), "no such step to begin"),
    (lambda: begin_step(_begun(), "base", "extrude", 0, "no outline"), "no outline is called"),
    (lambda: begin_fit(_begun(), "nothing", 0, ("base", "lid")), "no such fit to begin"),
    (lambda: become_kind(begun("lidded_box"), "nothing", "tray"), "no such fit"),
    (_told_again, "no such step"),
    (lambda: from_data(JOINED), "to itself"),
    (lambda: begun("lidded_box", feel="woolly"), "nothing feels 'woolly'"),
    (lambda: check_felt("woolly"), "no way to feel"),
    (lambda: material("cheese"), "no material is called 'cheese'"),
    (lambda: Process().model_copy(update={"nozzle_mm": 40.0}).checked(), "nozzle is 40"),
    (lambda: Process().model_copy(update={"bed_mm": (5.0, 200.0, 200.0)}).checked(), "bed 0 is 5"),
    (lambda: maze(LaidOut(90.0, 4.0, 60.0, 1, ()), 1.0, 0, 1), "without a turn"),
    (lambda: read_thread("M6", starts=0), "starts"),
]  # fmt: skip


@pytest.mark.parametrize(("done", "words"), DONE)
def test_what_cannot_be_begun_or_kept(done: Callable[[], object], words: str) -> None:
    with pytest.raises(CoreError, match=words):
        done()


def test_a_document_too_long_to_be_kept(monkeypatch: pytest.MonkeyPatch) -> None:
    with pytest.raises(CoreError, match="MB are kept"):
        _kept(monkeypatch)


@pytest.mark.parametrize("reading_mm", [0.0, -1.0, 2000.0])
def test_a_reading_that_is_no_size(reading_mm: float) -> None:
    entry = {"value": 20.0, "face": "outer", "readings": [reading_mm]}
    with pytest.raises(CoreError, match="is no size"):
        observations([entry])


# -- outlines -------------------------------------------------------------------------------------

DRAWN: list[tuple[Callable[[], object], str]] = [
    (lambda: read_path("M 0 0 L 5"), "cut short"),
    (lambda: read_path("M 0 0 L 5 Z"), "cannot be read"),
    (lambda: read_path("M 0 0 L 5 5 7"), "wants a letter"),
    (lambda: outlines_in(read_path("M 0 0 L 5 5")), "no closed shape"),
    (lambda: traced_outlines("M 0 0 L 10 0 L 10 5 Z", -3.0), "nought keeps it as drawn|width"),
    (lambda: thickened([Line((0, 0), (30, 0))], 0.0, "left"), "more than nought|thick"),
    (lambda: pillow(40.0, 40.0, 1.0, 18.0), "nothing is left of the corners"),
    (lambda: offset_outline(drawn(20, 10), -6.0), "vanish|nothing|inset"),
]


@pytest.mark.parametrize(("done", "words"), DRAWN)
def test_outlines_that_cannot_be_drawn(done: Callable[[], object], words: str) -> None:
    with pytest.raises(CoreError, match=words):
        done()


def test_a_drawing_of_several_shapes_wants_its_own_step() -> None:
    two = "M 0 0 L 9 0 L 9 9 Z M 20 0 L 29 0 L 29 9 Z"
    outline = {"kind": "traced", "fields": {"drawing": "two"}}
    made = {"id": "s", "kind": "extrude", "outline": outline, "fields": {}}
    drawings = [{"name": "two", "path": two}]
    assert "2 separate shapes" in said(part("p", made), drawings=drawings)


# -- pictures and files ---------------------------------------------------------------------------


def _png(wide: int = 8, tall: int = 8) -> bytes:
    out = io.BytesIO()
    Image.new("RGB", (wide, tall)).save(out, "PNG")
    return out.getvalue()


def test_photos(monkeypatch: pytest.MonkeyPatch) -> None:
    assert photo_of(_png()).startswith(b"\xff\xd8")
    for data, words in ((b"no photo", "no photo read here"), (_png()[:40], "damaged")):
        with pytest.raises(CoreError, match=words):
            photo_of(data)
    monkeypatch.setattr(pictures, "MOST_PIXELS", 63)
    with pytest.raises(CoreError, match="8 by 8 pixels"):
        photo_of(_png())
    monkeypatch.setattr(pictures, "LARGEST_PHOTO", 20)
    with pytest.raises(CoreError, match="is larger than"):
        photo_of(_png())


def _archive(names: int) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as made:
        for number in range(names):
            made.writestr(f"{number}.txt", "x" * 50)
    return out.getvalue()


def _ascii(triangles: int) -> bytes:
    corners = "vertex 0 0 0\nvertex 1 0 0\nvertex 0 1 0\n"
    facet = f"facet normal 0 0 1\nouter loop\n{corners}endloop\nendfacet\n"
    return b"solid s\n" + (facet * triangles).encode() + b"endsolid s\n"


OBJ = b"v 0 0 0\nv 1 0 0\nv 0 1 0\n" + b"f 1 2 3\n" * 3
MESHES = [
    ("LARGEST_BYTES", 10, "m.stl", _ascii(3), "is larger than"),
    ("MOST_TRIANGLES", 2, "m.stl", _ascii(3), "triangles"),
    (
        "MOST_TRIANGLES",
        1,
        "m.obj",
        b"v 0 0 0\nv 1 0 0\nv 0 1 0\n" + b"f 1 2 3\n" * 3,
        "more than 1",
    ),
    ("MOST_UNPACKED", 90, "m.3mf", _archive(2), "unpacks to more than"),
    ("LARGEST_BYTES", 10**9, "m.3mf", _archive(2001), "holds 2001 files"),
]


@pytest.mark.parametrize(("limit", "most", "name", "data", "words"), MESHES)
def test_meshes_past_what_is_read(
    limit: str, most: int, name: str, data: bytes, words: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(reading, limit, most)
    with pytest.raises(CoreError, match=words):
        read_mesh(data, name)


SVG = b'<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0 L9 0 L9 9 Z"/></svg>'


@pytest.mark.parametrize(
    ("limit", "most", "words"),
    [("LARGEST_BYTES", 20, "is larger than"), ("MOST_SEGMENTS", 2, "more than 2 lines")],
)
def test_drawings_past_what_is_read(
    limit: str, most: int, words: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(tracing, limit, most)
    with pytest.raises(CoreError, match=words):
        read_drawing(SVG, "d.svg")


def test_a_drawing_in_light_years() -> None:
    made = ezdxf.new()  # type: ignore[attr-defined]
    made.header["$INSUNITS"] = 19
    made.modelspace().add_line((0, 0), (1, 1))
    out = io.StringIO()
    made.write(out)
    with pytest.raises(CoreError, match="unit not read here"):
        read_drawing(out.getvalue().encode(), "d.dxf")

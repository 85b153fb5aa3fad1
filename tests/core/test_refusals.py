"""What is refused says why, in the maker's terms, and what would do: one case for each refusal.

The words looked for are those that tell one refusal from every other.
"""

from __future__ import annotations

import re
from typing import Any

import numpy as np
import pytest

from core.errors import CoreError
from core.formats.reading import read_mesh
from core.formats.tracing import read_drawing
from core.measures.evaluate import resolve
from core.outlines.hull import hull_circles, hull_of
from core.outlines.moves import plain_value, read_moves
from core.outlines.outlines_of_moves import outline_of, path_of
from core.project.edits import Edit, apply_edits
from core.project.solve import solve
from core.project.starters import begun
from core.proof.gaps import smallest_gap
from core.solids import imported
from core.threads import read_thread
from tests.core.building import circle, document, part, rectangle, step


def body(height: str = "14") -> dict[str, Any]:
    return step("body", "extrude", rectangle("50", "36"), height=height)


def rod() -> dict[str, Any]:
    return step("rod", "extrude", circle("30"), height="34")


def cup() -> dict[str, Any]:
    return step("hollow", "shell", wall="3", floor="3")


def said(*parts: dict[str, Any], **more: Any) -> str:
    """All that solving a document refuses, with what would do."""
    errors = solve(document(*parts, **more)).errors
    return " / ".join(f"{error.message}; {error.remedy or ''}" for error in errors)


# -- expressions ----------------------------------------------------------------------------------

EXPRESSIONS = [
    ("1 / 0", "divides by zero"),
    ("1 / (2 - 2)", "divides by zero"),
    ("2 ^ (1 mm)", "an exponent is a plain number"),
    ("(0 - 8) ^ 0.5", "a root of a negative number"),
    ("sqrt(0 - 4)", "a root of a negative number"),
    ("sqrt(4 mm)", "has no plain root"),
    ("10 ^ 400", "no finite value"),
    ("sin(3 mm)", "takes an angle"),
    ("asin(3 mm)", "takes a plain number"),
    ("asin(2)", "takes -1 to 1"),
    ("tan(90 deg)", "tan of 90 deg"),
    ("2 +", "stops too early"),
    ("", "nothing is typed here"),
    ("wal", "wal"),
    ("3 mm + 2 deg", "cannot be"),
    ("sqroot(4)", "there is no function"),
    ("sqrt(4, 5)", "takes"),
    ("(2 mm) ^ 0.5", "whole powers only"),
    ("1e999", "too large"),
    ("1 2/0", "divides by zero"),
    ("(0 mm) ^ (0 - 1)", "divides by zero"),
    ("(10 ^ 60 * 1 mm) ^ 12", "no finite value"),
    ("0 ^ (0 - 1)", "no finite value"),
    ("10 ^ 200 * 10 ^ 200", "no finite value"),
    ("2 ^ 9999", "no finite value"),
    ("((((9 mm) ^ 9) ^ 9) ^ 9) ^ 9", "no size any more|no finite value"),
    ("3 @ 4", "has no meaning here"),
]


@pytest.mark.parametrize(("text", "words"), EXPRESSIONS)
def test_expressions(text: str, words: str) -> None:
    with pytest.raises(CoreError, match=words) as caught:
        resolve(text, "length", {})
    assert caught.value.position is not None


# -- outlines -------------------------------------------------------------------------------------

MOVES = [
    ("right 20, turn left 0 radius 5, close", "a turn takes an angle and a radius"),
    ("mirror up, right 5", "there is nothing to mirror yet"),
    ("right 20, turn left ? radius 5, to 4 4, close", "whose way is known"),
    ("right 20, turn left ? radius 5, right 4, close", "goes straight on"),
    (
        "right 10, about 30 9 radius 5 left, up 3, about 60 9 radius 5 left",
        "the last circle is not left",
    ),
    ("right 10, about 30 9 radius 5 left, turn left 90 radius 3, close", "cannot follow a circle"),
    ("start 0 9, about 5 3 radius 2 left, mirror across, close", "off the axis it is mirrored"),
    ("about 0 0 radius 5 left, to 20 9, up 5, close", "a point that is not told"),
]


@pytest.mark.parametrize(("text", "words"), MOVES)
def test_moves(text: str, words: str) -> None:
    with pytest.raises(CoreError, match=words):
        outline_of(read_moves(text, plain_value))


def test_a_path_has_no_corner_at_its_ends() -> None:
    with pytest.raises(CoreError, match="no corner at its ends"):
        path_of(read_moves("round 3, right 20, up 10", plain_value))


def test_hulls() -> None:
    with pytest.raises(CoreError, match="no circle to draw a hull round"):
        hull_of([])
    with pytest.raises(CoreError, match="below nought"):
        hull_of(hull_circles(read_moves("circle 0 0 across -5, circle 9 0 across 5", plain_value)))
    with pytest.raises(CoreError, match="no width"):
        hull_of([((0, 0), 0), ((9, 0), 0)])


OUTLINES = [
    ({"kind": "polygon", "sides": "2"}, "a polygon of 2 sides"),
    ({"kind": "slot", "length": "10", "width": "20"}, "cannot be 20 mm wide"),
    ({"kind": "window", "outside": "20", "inside": "30"}, "between an inner and a larger outer"),
    ({"kind": "window", "corners": "9"}, "a 9 mm corner does not fit a window"),
    ({"kind": "window", "angle": "2 deg"}, "does not fit a window this narrow"),
    ({"kind": "pillow", "bulge": "40"}, "bulge"),
    ({"kind": "pillow", "bulge": "18"}, "bulge"),
    ({"kind": "ring", "outside": "0"}, "above nought"),
    ({"kind": "rectangle", "corners": "0-1"}, "nought or more"),
    ({"kind": "section"}, "no face is chosen for the section"),
    ({"kind": "wall", "wall": "0"}, "wall is 0 mm"),
    (
        {"kind": "wall", "moves": "right 6, turn left 180 radius 1, left 6", "wall": "3"},
        "does not fit inside the run",
    ),
]


@pytest.mark.parametrize(("outline", "words"), OUTLINES)
def test_outlines(outline: dict[str, Any], words: str) -> None:
    assert words in said(part("p", step("s", "extrude", dict(outline))))


def test_outlines_that_are_joined() -> None:
    def joined(mode: str, x: str) -> str:
        made = step("s", "extrude", rectangle("20", "20"))
        square = {"kind": "rectangle", "fields": {"width": "20", "depth": "20"}}
        made["outline"]["more"] = [{"mode": mode, "outline": square, "x": x}]
        return said(part("p", made))

    assert "nothing is left of the outline" in joined("common", "50")
    assert "falls into 2 pieces" in joined("add", "50")


# -- threads --------------------------------------------------------------------------------------

THREADS = [
    ("M6", 9, "a thread of 9 starts"),
    ("1/4-21", 1, "1/4"),
    ("Tr20x3.3", 1, "Tr20"),
    ("custom 20x3 150°", 1, "flanks of 150"),
    ("custom 6x3 60° deep 3", 1, "leaves no core"),
]


@pytest.mark.parametrize(("name", "starts", "words"), THREADS)
def test_threads(name: str, starts: int, words: str) -> None:
    with pytest.raises(CoreError, match=words):
        read_thread(name, starts=starts)


# -- steps ----------------------------------------------------------------------------------------

TOP = {"on": "body.top"}
STEPS = [
    ([step("s", "extrude", rectangle("10", "10"), mode="cut")], "no solid yet to work on"),
    ([step("s", "extrude", rectangle("10", "10"), height="0-3")], "height"),
    ([step("s", "revolve", rectangle("4", "10"), out="5", angle="400 deg")], "a turn of 400"),
    ([body(), step("s", "hole", None, TOP, diameter="0")], "more than nought"),
    ([body(), step("s", "fillet", edges="", where="chosen edges")], "no edge is chosen yet"),
    ([body(), step("s", "fillet", size="20", where="both rims")], "does not fit"),
    ([body(), step("s", "chamfer", edges="body.topp", where="chosen edges")], "is no edge"),
    ([body(), step("s", "fillet", edges="body.top | body.front: 0-1", where="chosen edges")],
     "more than nought"),
    ([body(), step("s", "fillet", edges="body.top | body.bottom", where="chosen edges")],
     "no longer meet"),
    ([body(), step("s", "fillet", edges="body.top | body.front: 30", where="chosen edges")],
     "does not fit this edge"),
    ([body(), step("h", "hole", None, TOP, reach="to depth", depth="3"),
      step("s", "fillet", size="5", where="hole rim", body="h")], "does not fit"),
    ([body(), step("s", "fillet", where="hole rim", body="body")], "a hole step"),
    ([body("20"), cup(), step("s", "fillet", size="9", where="inner rim")], "fit"),
    ([body(), step("s", "bridge", circle("4"), TOP)], "no face to bridge to is chosen"),
    ([body(), step("s", "bridge", circle("4"), TOP, to="body.top")], "at the same place"),
    ([body(), step("s", "hollow", open="body.topp")], "no face"),
    ([body(), step("s", "hollow", wall="30")], "leaves no hollow"),
    ([body(), step("s", "hollow", open="body.top, body.bottom, body.front, body.back, body.left,"
                   " body.right")], "every face is open"),
    ([rod(), step("s", "shell", open="side")], "curved and cannot be left open"),
    ([body(), step("s", "mirror", plane="through three points", first="body.top", second="body.top",
                   third="body.top")], "lie on a line"),
    ([body(), step("s", "mirror", plane="through three points", first="", second="body.top",
                   third="body.top")], "no point is chosen"),
    ([body(), step("s", "mirror", plane="through three points", second="body.top",
                   third="body.left", first="body.top | body.left | body.front | body.back")],
     "names 4 faces"),
    ([body(), step("s", "mirror", plane="through three points", second="body.top",
                   third="body.left", first="body.top | body.bottom")], "meet in no edge"),
    ([body(), step("s", "mirror", plane="through three points", second="body.top",
                   third="body.left", first="body.top | body.bottom | body.left")],
     "meet in no corner"),
    ([body(), step("s", "extrude", rectangle("5", "5"), TOP, direction="up to a face")],
     "no face to end at is chosen"),
    ([body(), step("s", "extrude", rectangle("5", "5"), TOP, direction="up to a face",
                   face="body.top")], "where this step begins"),
    ([body(), step("s", "extrude", rectangle("5", "5"), {"on": "body.top", "x_from": "body.bottom",
                   "x": "3"})], "does not meet this face in an edge"),
    ([body(), step("s", "extrude", rectangle("5", "5"), {"on": "body.top", "x_from": "bodi",
                   "x": "3"})], "no axis or middle here"),
    ([body(), step("s", "extrude", rectangle("5", "5"), {"on": "body.top", "x_from": "body.left",
                   "x": "3", "y_from": "body.right", "y": "3"})], "both distances go the same way"),
    ([step("s", "piece", part="nobody")], "no part"),
    ([step("s", "piece")], "no part is named"),
    ([body(), step("s", "split", plane="at a level", at="7", pegs="2", peg="60")],
     "no room on the cut face"),
    ([step("s", "fit", fit="nothing")], "no fit"),
    ([body(), step("s", "ledge", rim="body")], "leaves no open rim"),
    ([body(), step("s", "blend", where="inside")], "there is no inside edge here"),
    ([body(), step("s", "blend", where="outside", radius="50")], "no outside edge takes a radius"),
    ([body(), step("s", "extrude", rectangle("5", "5"), TOP, direction="right through")],
     "has to end somewhere"),
    ([body(), step("s", "extrude", rectangle("5", "5"), TOP, direction="up to the next face")],
     "no face above"),
    ([body(), step("s", "screw hole", None, TOP, size="M5", head="counterbored", depth="2")],
     "mm deep, the hole only"),
    ([body(), step("s", "thread", None, {"on": "body.top", "x": "300"}, side="outside")],
     "no shaft round this axis"),
    ([body("20"), cup(), step("s", "fillet", size="19", where="inner rim")], "does not fit"),
    ([body("20"), cup(), step("s", "chamfer", size="30", where="top rim")], "does not fit"),
    ([body("20"), cup(), step("s", "fillet", size="2.9", where="inner rim"),
      step("t", "fillet", size="5", where="inner rim")], "does not fit"),
    ([body(), step("n", "extrude", circle("8"), TOP, height="6"), step("s", "fillet", size="8",
      where="foot", body="n")], "the body is 6 mm high"),
    ([body(), step("h", "hole", None, TOP, reach="to depth", depth="3"),
      step("s", "chamfer", size="4", where="hole rim", body="h")], "the hole is 3 mm deep"),
    ([body(), step("s", "fillet", size="1", where="corners", body="rod")], "rod"),
    ([rod(), step("s", "fillet", size="1", where="corners")], "no sharp corners"),
    ([body(), step("s", "hollow", wall="2", open="body.top"), step("t", "ledge", rim="body")],
     "leaves no open rim"),
    ([rod(), step("s", "shell", wall="20")], "wall"),
    ([body(), step("s", "extrude", rectangle("5", "5"), {"on": "body.topp"})], "body.topp"),
    ([body(), step("s", "combine", part="nobody")], "nobody"),
    ([rod(), step("s", "wrap", rectangle("200", "5"), body="rod")], "94.2"),
    ([rod(), step("s", "text", None, {"on": "rod.top"}, text="")], "there is no letter to draw"),
    ([body(), step("s", "nut trap", None, TOP, size="M99")], "M99"),
    ([body(), step("s", "screw hole", None, TOP, size="M3.3")], "M3.3"),
    ([rod(), step("s", "thread", None, {"on": "rod.top"}, designation="M6")], "M6"),
    ([rod(), step("s", "flats", None, {"on": "rod.top"}, across="60")], "do not touch the shaft"),
]  # fmt: skip


@pytest.mark.parametrize(("steps", "words"), STEPS)
def test_steps(steps: list[dict[str, Any]], words: str) -> None:
    assert words in said(part("p", *steps))


def test_pieces_of_a_part_that_is_not_split_or_begun() -> None:
    split = part("p", body(), step("cut", "split", at="7"))
    assert "is not split" in said(part("p", body()), part("q", step("s", "piece", part="p")))
    assert "at most 1" in said(split, part("q", step("s", "piece", part="p", piece="5")))
    begun_ = part("q", body(), step("s", "piece", part="p"))
    assert "has begun already" in said(split, begun_)


# -- fits -----------------------------------------------------------------------------------------

BOX = part("a", body("24"), cup())


def fit(kind: str, **fields: str) -> dict[str, Any]:
    own = {"name": "f", "kind": kind, "parts": ["a", "b"], "fields": fields}
    for key in ("gap", "feel", "gives_way"):
        if key in fields:
            own[key] = fields.pop(key)
    return own


FITS = [
    (fit("slip lid", seam="0.1"), "no skirt is left"),
    (fit("slip lid", seam="2.9", lead_in="0", gives_way="inner"), "no lip is left"),
    (fit("slip lid", school="cap", skirt="0"), "the skirt has no thickness"),
    (fit("slip lid", school="cap", engagement="60"), "the cap reaches"),
    (fit("slip lid", school="cap", gives_way="inner", gap="3.5"), "no wall is left"),
    (fit("slip lid", bead="3"), "a bead 3 mm high needs"),
    (fit("slip lid", bead="0.1"), "no higher than the gap"),
    (fit("slip lid", gap="0-1"), "the parts would lie in each other"),
    (fit("slip lid", plate="0"), "above nought"),
    (fit("tray", gives_way="outer", gap="4"), "leaves no wall of the box"),
    (fit("magic"), "no kind of fit"),
]


@pytest.mark.parametrize(("spec", "words"), FITS)
def test_fits(spec: dict[str, Any], words: str) -> None:
    assert words in said(BOX, part("b"), fits=[spec])


PLACED = [
    (fit("axle", gap="6", gives_way="inner"), "nothing is left of the axle"),
    (fit("ball hinge", barrel="3"), "leaves no rim on the barrel"),
    (fit("captive", form="a ring on a post", tall="1.2", gap="0.4"), "nothing is left of the ring"),
    (fit("captive", form="links of a chain"), "a chain lies on the bed by itself"),
    (fit("knuckle hinge", barrel="2"), "too thin for cones"),
    (fit("knuckle hinge", long="5", pivot="a pin"), "knuckles of"),
    (fit("plug", across="0.4", gap="0.3", lead_in="0", gives_way="inner"), "leaves nothing"),
    (fit("track", path="down 8, turn left 90 radius 4, up 3"), "no arcs"),
]


@pytest.mark.parametrize(("spec", "words"), PLACED)
def test_fits_that_stand_on_a_face(spec: dict[str, Any], words: str) -> None:
    spec = {**spec, "place_a": {"on": "body.top"}}
    assert words in said(part("a", body()), part("b"), fits=[spec])


def test_a_dovetail_keeps_a_root() -> None:
    spec = {
        **fit("dovetail", width="3", height="12", angle="30 deg"),
        "place_a": {"on": "body.top"},
    }
    assert "no root left" in said(part("a", body()), part("b", body()), fits=[spec])


def test_a_fit_needs_something_to_stand_on() -> None:
    spec = {**fit("axle"), "place_a": None}
    assert "no solid yet" in said(part("a"), part("b"), fits=[spec])


def test_a_mesh_that_is_gone_or_not_closed(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(imported, "_loaders", [])
    assert "the mesh of this step is not here" in said(part("p", step("s", "mesh", mesh="gone")))
    corners = np.array([[0.0, 0, 0], [1, 0, 0], [0, 1, 0], [0, 0, 1]])
    faces = np.array([[0, 2, 1], [0, 1, 3], [1, 2, 3], [0, 3, 2]])
    opened = imported.keep_mesh(corners, faces[:3])
    assert "not a closed solid" in said(part("p", step("s", "mesh", mesh=opened)))
    turned = imported.keep_mesh(corners, faces[:, ::-1].copy())
    assert "inside out" in said(part("p", step("s", "mesh", mesh=turned)))


def test_a_track_wants_a_round_body() -> None:
    spec = {**fit("track"), "place_a": {"on": "body.top", "x": "200"}}
    assert "no cylinder round this axis" in said(part("a", body()), part("b"), fits=[spec])
    # a square bar would be met at its corners alone
    spec = {**fit("track"), "place_a": {"on": "body.top"}}
    told = said(part("a", body()), part("b"), fits=[spec])
    assert "the body is not round here" in told and "% of a circle of" in told


# -- edits and files ------------------------------------------------------------------------------

EDITS = [
    ("parts.nobody.steps.x.fields.y", "there is nothing"),
    ("fits.nobody.fields.y", "there is nothing"),
    ("parts.base.colours", "there is no such field"),
]


@pytest.mark.parametrize(("path", "words"), EDITS)
def test_edits(path: str, words: str) -> None:
    with pytest.raises(CoreError, match=words):
        apply_edits(begun("lidded_box"), [Edit(path, "1")])


STL = (
    b"solid x\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 1 0 0\nvertex 0 1 0\nendloop\n"
)
END = b"endfacet\nendsolid\n"
FILES = [
    ("empty.stl", b"", "is empty"),
    ("none.stl", b"solid x\nendsolid x\n", "no triangle"),
    ("short.stl", STL.replace(b"endloop\n", b"vertex 2 2 2\n"), "cut short"),
    ("two.stl", STL.replace(b"vertex 0 1 0", b"vertex 0 1"), "three coordinates"),
    ("far.stl", STL.replace(b"vertex 1 0 0", b"vertex 9e9 0 0") + END, "kilometre"),
    ("nan.stl", STL.replace(b"vertex 1 0 0", b"vertex nan 0 0") + END, "no numbers"),
    ("many.stl", bytes(80) + np.uint32(90_000_000).tobytes() + bytes(50), "triangles"),
    ("no.ply", b"what is this", "no PLY file"),
    ("no.glb", b"what is this, then", "no GLB file"),
    ("short.glb", b"glTF" + np.uint32(2).tobytes() + np.uint32(9999).tobytes(), "cut short"),
    ("no.3mf", b"PK what is this", "3MF"),
    ("no.obj", b"v 0 0 0\nf 1 2 3\n", "not there"),
]  # fmt: skip


@pytest.mark.parametrize(("name", "data", "words"), FILES)
def test_meshes(name: str, data: bytes, words: str) -> None:
    with pytest.raises(CoreError, match=words):
        read_mesh(data, name)


SVG = '<svg xmlns="http://www.w3.org/2000/svg">{}</svg>'
DRAWINGS = [
    ("open.svg", SVG.format('<path d="M0 0H10"/>'), "no closed shape"),
    ("far.svg", SVG.format('<path d="M0 0H9e8V9e8Z"/>'), "further than anything"),
    ("bomb.svg", '<!DOCTYPE a [<!ENTITY b "c">]>' + SVG.format(""), "entities"),
    ("no.dxf", "what is this", "not a DXF drawing"),
]


@pytest.mark.parametrize(("name", "text", "words"), DRAWINGS)
def test_drawings(name: str, text: str, words: str) -> None:
    with pytest.raises(CoreError, match=words):
        read_drawing(text.encode(), name)


def test_no_gap_of_nothing() -> None:
    with pytest.raises(ValueError, match="no faces to measure between"):
        smallest_gap(np.zeros((0, 3, 3)), np.zeros((1, 3, 3)))


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("2.5", "2.5 is not a whole number .* - 2 or 3"),
        ("0.4", "0.4 is not a whole number .* - 0 or 1"),
        ("0 - 3", "no count: .* - nought or more"),
    ],
)
def test_counts(text: str, words: str) -> None:
    with pytest.raises(CoreError) as refused:
        resolve(text, "count", {})
    assert re.search(words, refused.value.one_line())

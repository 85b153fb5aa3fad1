"""What the pieces that steps and fits are made of refuse, however they came to be asked."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import lib3mf
import numpy as np
import pytest
from PIL import Image

from core.errors import CoreError
from core.fits import plug
from core.fits.pieces import box, raised
from core.formats import reading
from core.formats.pictures import photo_of
from core.formats.reading import read_mesh
from core.outlines import Outline, rectangle
from core.outlines.combine import chained
from core.outlines.curves import Line
from core.outlines.loop import polygon_loop
from core.outlines.offset import offset_outline
from core.outlines.trimmed import thickened
from core.project.outline_again import outline_again
from core.project.outlining import own_outline, taken_apart
from core.project.solve import solve
from core.project.starters import begun
from core.solids import Frame, Prism, prism_body
from core.solids.body import Source
from core.solids.stack import close_mesh
from core.steps import Feature, PartState, points
from core.steps.hole import teardrop
from tests.core.building import circle, document, part, step
from tests.core.building import rectangle as drawn
from tests.core.test_refusals import body, fit, said
from tests.core.test_refusals_more import _png

OPEN_BOX = np.array([[0.0, 0, 0], [1, 0, 0], [0, 1, 0], [0, 0, 1]])
# a slot 2 mm wide runs from the side into a block: it closes up as the block grows
SLOT = Outline(
    polygon_loop(
        [(0, 0), (20, 0), (20, 9), (6, 9), (6, 11), (20, 11), (20, 20), (0, 20)], list("abcdefgh")
    )
)
PIECES: list[tuple[Callable[[], object], str]] = [
    (lambda: raised(box(10, 20), 5, 5, Frame(), "peg"), "no height"),
    (lambda: raised(box(10, 20), 5, 4, Frame(), "peg"), "no height"),
    (lambda: box(0, 20), "0 × 20 mm"),
    (lambda: box(10, -1), "10 × -1 mm"),
    (lambda: prism_body(Prism(Frame(), rectangle(30, 20), 2, 2), "plate"), "height is 0 mm"),
    (
        lambda: close_mesh(
            OPEN_BOX, np.array([[0, 2, 1], [0, 1, 3]]), np.zeros(2, dtype=np.int64),
            Source("s", ("side",)),
        ),
        "does not close into a solid",
    ),
    (lambda: teardrop(0), "diameter is 0 mm"),
    (lambda: chained([Line((0, 0), (4, 0)), Line((4, 0), (4, 3))]), "touch without crossing"),
    (lambda: thickened([Line((0, 0), (1e-4, 0))], 1e-3, "left"), "runs into itself"),
    (lambda: offset_outline(SLOT, 2.0), "closes up"),
    (lambda: plug._outline("round", 0.0), "nothing is left of the plug"),
    (lambda: plug._outline("square", -1.0), "nothing is left of the plug"),
    (
        lambda: points._middle(PartState("p", features={"marks": Feature("marks")}), "marks"),
        "'marks' has no axis",
    ),
]  # fmt: skip


@pytest.mark.parametrize(("made", "words"), PIECES)
def test_pieces_of_no_size(made: Callable[[], object], words: str) -> None:
    with pytest.raises(CoreError, match=words):
        made()


STEPS: list[tuple[list[dict[str, Any]], str]] = [
    ([step("s", "revolve", {"kind": "moves", "moves": "right 20, up 30, left 20, close"},
           mode="cut")], "no solid yet to cut"),
    ([body(), step("s", "extrude", drawn("5", "5"), {"on": "body.bottom", "out": "0 - 5"},
                   direction="up to the next face")], "material begins at this place already"),
    ([body(), step("roof", "extrude", drawn("50", "36"), {"on": "body.top", "out": "20"},
                   height="4"),
      step("s", "extrude", drawn("5", "5"), {"on": "body.top"}, direction="up to the next face",
           past="1")], "nothing past it"),
    ([step("s", "extrude", {"kind": "polygon", "sides": "6", "across": "20", "corners": "0 - 1"},
           height="5")], "corner radius"),
    ([step("s", "extrude", {"kind": "rectangle by corners", "width": "20", "depth": "20",
           "back_left": "0 - 1"}, height="5")], "back left corner"),
    ([step("s", "extrude", {"kind": "window", "corners": "0 - 1"}, height="5")], "corner radius"),
    ([body(), step("k", "extrude", drawn("30", "50"), {"x": "0 - 15"}, mode="cut", height="14"),
      step("r", "row", of="k", count="2", spacing="30")], "leaves nothing"),
    ([body("7"), step("hollow", "shell", wall="6", floor="4"),
      step("s", "chamfer", size="4", where="inner rim")], "the hollow is"),
    ([step("turned", "revolve", {"kind": "moves", "moves": "right 20, up 30, left 20, close"}),
      step("f", "fill", circle("3"), {"on": "turned.top", "out": "2"})], "to fill"),
    ([body(), step("t", "extrude", drawn("60", "60"), {"on": "body.top"}, mode="cut", height="4",
                   direction="down"), step("r", "chamfer", size="1", body="body", where="top rim")],
     "no longer there"),
    ([step("rod", "extrude", circle("10"), height="20"),
      step("f", "flats", None, {"on": "rod.top", "y": "30"}, across="2", depth="30")],
     "leaves nothing of the part; a larger size across"),
    ([body(), step("peg", "extrude", drawn("10", "10"), {"on": "body.top"}, height="10"),
      step("h", "hole", None, {"on": "body.top", "x": "15"}, diameter="3", reach="up to a face",
           face="peg.top")], "lies 10 mm outside, not below the face"),
    ([step("s", "extrude", {"kind": "moves", "moves":
           "start 0 0, right ?, about 30 20 radius 5 left, close"}, height="4")],
     "begins is not known; no '?' before it"),
    ([step("s", "extrude", {"kind": "wall", "wall": "1", "lies": "half on each side",
           "moves": "right 20, up 10, left 10, down 20"}, height="4")], "runs into itself"),
]  # fmt: skip


@pytest.mark.parametrize(("steps", "words"), STEPS)
def test_steps_without_anything_to_act_on(steps: list[dict[str, Any]], words: str) -> None:
    assert words in said(part("p", *steps))


def test_a_hole_tapped_in_a_part_that_is_not_begun() -> None:
    own = fit("screw", designation="Tr20x4", makes="tapped hole only", gap="0.2")
    shaft = step("rod", "extrude", circle("20"), height="34")
    words = said(part("a", shaft), part("b"), fits=[{**own, "place_a": {"on": "rod.top"}}])
    assert "no solid yet to tap" in words


def test_a_place_of_a_fit_that_cannot_be_worked_out() -> None:
    own = fit("screw", designation="Tr20x4", gap="0.2")
    place = {"on": "rod.top", "x": "nothing_such"}
    shaft = step("rod", "extrude", circle("20"), height="34")
    words = said(part("a", shaft), part("b"), fits=[{**own, "place_a": place}])
    assert "nothing_such" in words


SOCKET = {**fit("plug", across="40", depth="10", gap="0.2"),
          "place_a": {"on": "s.top"}, "place_b": {"on": "s.bottom"}}  # fmt: skip


def slab(name: str, across: str, *more: dict[str, Any]) -> dict[str, Any]:
    return part(name, step("s", "extrude", drawn(across, across), height="4"), *more)


def test_a_socket_wider_than_what_it_is_cut_into() -> None:
    words = said(slab("a", "10"), slab("b", "60"), fits=[SOCKET])
    assert "the fit leaves nothing of 'a'" in words


def test_a_fit_whose_first_side_is_switched_off() -> None:
    off = {"id": "off", "kind": "fit", "enabled": False, "fields": {"fit": "f"}}
    words = said(slab("a", "60", off), slab("b", "60"), fits=[SOCKET])
    assert "the socket of this fit could not be made" in words


def test_a_ring_too_low_for_the_foot_that_holds_it() -> None:
    own = fit("captive", size="8", tall="1.8", head="18", thick="4", gap="0.3",
              form="a ring on a post")  # fmt: skip
    # the foot spreads by the gap and 1 mm, and a gap is left over it: 1.6 mm; 0.3 under the head
    assert "a neck of more than 1.90 mm" in said(part("a"), part("b"), fits=[own])


def test_steps_that_are_not_there() -> None:
    with pytest.raises(CoreError, match="no such step"):
        outline_again(solve(begun("lidded_box")), "base", "nope", "outline", "circle")


def test_an_outline_that_is_not_finished() -> None:
    drawn_so_far = {"kind": "moves", "moves": "right 20, up 30"}
    solution = solve(document(part("p", step("s", "extrude", drawn_so_far, height="5"))))
    with pytest.raises(CoreError, match="not finished"):
        own_outline(solution, "parts.p.steps.s.outline.fields.moves")


@pytest.mark.parametrize(("width", "words"), [("0", "above nought"), ("wide", "wide")])
def test_an_outline_that_cannot_be_drawn_is_not_taken_apart(width: str, words: str) -> None:
    none = {"kind": "rectangle", "width": width, "depth": "20"}
    solution = solve(document(part("p", step("s", "extrude", none, height="5"))))
    with pytest.raises(CoreError) as refused:
        taken_apart(solution, "p", "s", "outline")
    assert words in f"{refused.value.message} {refused.value.remedy}"


def test_a_photo_that_unpacks_to_more_than_there_is_room_for(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    monkeypatch.setattr(Image, "MAX_IMAGE_PIXELS", 10)
    with pytest.raises(CoreError, match="too many pixels"):
        photo_of(_png())


def _model(nested: int) -> bytes:
    """A 3MF file of one triangle pair; ``nested`` components round it, -1: nothing to build."""
    wrapper = lib3mf.get_wrapper()
    model = wrapper.CreateModel()
    mesh = model.AddMeshObject()
    corners = [(0.0, 0.0, 0.0), (1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0)]
    made = (lib3mf.Position * 4)(*(lib3mf.Position(Coordinates=c) for c in corners))
    faces = [(0, 2, 1), (0, 1, 3), (1, 2, 3), (2, 0, 3)]
    mesh.SetGeometry(made, (lib3mf.Triangle * 4)(*(lib3mf.Triangle(Indices=f) for f in faces)))
    item: Any = mesh
    for _ in range(max(nested, 0)):
        outer = model.AddComponentsObject()
        outer.AddComponent(item, wrapper.GetIdentityTransform())
        item = outer
    if nested >= 0:
        model.AddBuildItem(item, wrapper.GetIdentityTransform())
    return bytes(model.QueryWriter("3mf").WriteToBuffer())


def test_a_3mf_file_within_its_bounds_is_read() -> None:
    assert len(read_mesh(_model(0), "m.3mf").triangles) == 4
    assert len(read_mesh(_model(3), "m.3mf").triangles) == 4


@pytest.mark.parametrize(("nested", "words"), [(-1, "holds no mesh to build"), (22, "too deep")])
def test_3mf_files_of_nothing_and_of_too_much(nested: int, words: str) -> None:
    with pytest.raises(CoreError, match=words):
        read_mesh(_model(nested), "m.3mf")


def test_a_3mf_file_of_too_many_corners(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(reading, "MOST_TRIANGLES", 1)
    with pytest.raises(CoreError, match="too many corners"):
        read_mesh(_model(1), "m.3mf")

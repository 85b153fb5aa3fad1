"""Extrude: raise an outline to a height, as material, as a cut, or to keep what is common."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from core.errors import BuildError
from core.measures.units import Quantity, length
from core.solids import Body, Prism, prism_body
from core.steps.blind import floor_warning
from core.steps.registry import Field, StepInput, StepKind, register
from core.steps.state import Feature, PartState, Recess

MODES = ("add", "cut", "common")
DIRECTIONS = ("up", "down", "both ways", "up and down", "up to a face")
CLEAR_MM = 0.5  # how far a cutter stands proud of the face it starts from, so no skin is left


def applied(mode: str, state: PartState, tool: Body) -> Body:
    """A tool added to, cut from or intersected with the solid so far.

    Raises:
        BuildError: nothing is left, or the tool changes nothing.
    """
    if state.body is None:
        if mode != "add":
            raise BuildError(
                "there is no solid yet to cut", remedy="set this step to add, or move it down"
            )
        return tool
    before = state.body
    after = {"add": before + tool, "cut": before - tool, "common": before & tool}[mode]
    if after.is_empty:
        raise BuildError("this leaves nothing of the part", remedy="a smaller cut")
    if mode == "cut" and abs(after.volume_mm3 - before.volume_mm3) < 1e-6:
        raise BuildError("this cut meets no material", remedy="check its place and its direction")
    if mode == "add" and abs(after.volume_mm3 - before.volume_mm3) < 1e-6:
        raise BuildError("this lies wholly inside the part and adds nothing")
    return after


@register
class Extrude(StepKind):
    """Raise an outline straight up, down or both ways from its place."""

    kind = "extrude"
    title = "Extrude an outline"
    also = ("raise", "pad", "boss", "pocket", "cut", "block", "plate", "prism")
    has_outline = True
    has_place = True
    fields = (
        Field("height", "length", "height", "10 mm"),
        Field("direction", "choice", "direction", "up", DIRECTIONS),
        Field("mode", "choice", "as", "add", MODES),
        Field("below", "length", "downwards", "5 mm"),
        Field("face", "name", "up to", "", hint="a face of an earlier step, as lid.top"),
        Field("draft", "angle", "draft, walls leaning in going up", "0 deg"),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        reach = {
            "up and down": "by {height} and {below}",
            "up to a face": "{face}",
        }.get(words["direction"], "{height}")
        draft = "" if words["draft"] in ("0", "0 deg") else ", walls leaning in {draft}"
        start = {"add": "Extrude", "cut": "Cut", "common": "Keep only what lies in"}
        return start[words["mode"]] + " {outline}, {direction} " + reach + draft

    def build(self, given: StepInput) -> PartState:
        height, direction = given.numbers["height"], given.words["direction"]
        mode = given.words["mode"]
        if direction == "up to a face":
            height = _up_to(given)
        if height <= 0:
            raise BuildError(f"the height is {height:g} mm", remedy="a height above nought")
        below = given.numbers["below"]
        if direction == "up and down" and below <= 0:
            raise BuildError(f"downwards it is {below:g} mm", remedy="a depth above nought")
        low, high = {
            "up": (0.0, height),
            "down": (-height, 0.0),
            "both ways": (-height / 2, height / 2),
            "up and down": (-below, height),
            "up to a face": (0.0, height),
        }[direction]
        draft = given.numbers["draft"]
        if abs(draft) >= 80:
            raise BuildError(f"a draft of {draft:g}°", remedy="between -80° and 80°")
        prism = Prism(given.frame, given.profile(), low, high, draft_deg=draft)
        tool_prism = prism
        if mode == "cut" and direction == "down":
            tool_prism = replace(prism, high=high + CLEAR_MM)
        tool = prism_body(tool_prism, given.step, "outside" if mode == "cut" else "inside")
        body = applied(mode, given.state, tool)
        feature = prism_feature(given.step, prism, follow=mode == "add")
        recess = Recess(given.frame, prism.outline, height) if tool_prism is not prism else None
        return given.state.made(body, replace(feature, tool=tool, mode=mode, recess=recess))

    def warns(self, given: StepInput, after: PartState) -> tuple[str, ...]:
        # A cut downwards that is shallower than the part was meant to have a floor.
        if given.words["mode"] != "cut" or given.words["direction"] != "down":
            return ()
        low, high = given.state.solid().bounds[2], given.state.solid().bounds[5]
        if given.numbers["height"] >= high - low - 1e-9:
            return ()
        return floor_warning(given, after, "bottom", "pocket")


def _up_to(given: StepInput) -> float:
    """How far it is from the step's place to a named face, straight up.

    Raises:
        BuildError: the face is not level with the place, or lies behind it.
    """
    _, face = given.state.place(given.words["face"])
    up = given.frame.z_axis
    level = abs(sum(p * q for p, q in zip(up, face.z_axis, strict=True)))
    if level < 1 - 1e-9:
        raise BuildError(
            f"'{given.words['face']}' does not lie square to this step", remedy="a level face"
        )
    gap = sum(u * (q - p) for u, p, q in zip(up, given.frame.origin, face.origin, strict=True))
    if gap <= 0:
        raise BuildError(f"'{given.words['face']}' lies {-gap:.4g} mm behind the start")
    return gap


def prism_feature(step: str, prism: Prism, follow: bool = True) -> Feature:
    """What a raised outline leaves for later steps: faces, heights, sizes."""
    width, depth = prism.outline.size
    base = prism.frame.origin[2]
    quantities = {
        "top": length(base + prism.high),
        "bottom": length(base + prism.low),
        "height": length(prism.high - prism.low),
        "width": length(width),
        "depth": length(depth),
        "around": length(prism.outline.outer.length),
        "area": Quantity(prism.outline.area, length(0).dimension._replace(length=2)),
    }
    return Feature(step, prism.faces(), quantities, prism if follow else None)

"""Boss: a round boss with a filleted foot."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from core.errors import BuildError
from core.measures.units import length
from core.outlines import Outline
from core.outlines.curves import Arc, Line, Segment
from core.outlines.loop import Loop
from core.solids import turned_body
from core.steps.extrude import applied
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import Feature, PartState

ROOT_MM = 0.2  # how deep a boss is rooted in its face, so that both are one solid


@dataclass(frozen=True, slots=True)
class BossFields(Fields):
    """What is set of a boss."""

    diameter_mm: float
    height_mm: float
    foot_mm: float
    bore_mm: float


@register
class Boss(StepKind):
    """A round boss, its foot filleted into the face, with a hole in it if asked."""

    kind = "boss"
    rank = 14
    title = "Boss: a round stud with a filleted foot"
    also = ("stud", "post", "peg", "pin", "dowel", "standoff", "pillar")
    at_face = "boss"
    has_place = True
    seeks_room = True
    fields = (
        Field("diameter", "length", "diameter", "8 mm", above=0, spans="across"),
        Field("height", "length", "height", "10 mm", above=0),
        Field("foot", "length", "foot fillet", "1 mm", least=0),
        Field("bore", "length", "bore", "0", clause=", bored {bore}", least=0),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return "Boss {diameter} across, {height} high, foot rounded {foot}"

    def build(self, given: StepInput) -> PartState:
        its = given.read(BossFields)
        diameter, height = its.diameter_mm, its.height_mm
        foot, bore = its.foot_mm, its.bore_mm
        if foot > height:
            raise BuildError(
                f"a {foot:g} mm foot does not fit a boss {height:g} mm high",
                remedy=f"nought to {height:g} mm",
            )
        if bore >= diameter:
            raise BuildError(
                f"a bore of {bore:g} mm leaves nothing of a boss of {diameter:g} mm",
                remedy=f"less than {diameter:g} mm",
            )
        tool = turned_body(_profile(diameter / 2, height, foot, bore / 2), given.frame, given.step)
        body = applied("add", given.state, tool)
        top = given.frame.lifted(height)
        quantities = {
            "top": length(top.origin[2]),
            "diameter": length(diameter),
            "height": length(height),
        }
        feature = Feature(given.step, {"top": top}, quantities, tool=tool, axis=given.frame)
        return given.state.made(body, feature)


def _profile(radius: float, height: float, foot: float, bore: float) -> Outline:
    """Half of the boss: radius right, height up, rooted below the face."""
    reach = radius + foot
    pieces: list[Segment] = [Line((bore, -ROOT_MM), (reach, -ROOT_MM), "root")]
    if foot > 0:
        pieces.append(Line((reach, -ROOT_MM), (reach, 0.0), "root"))
        pieces.append(Arc((reach, foot), foot, -math.pi / 2, -math.pi / 2, "foot"))
        pieces.append(Line((radius, foot), (radius, height), "side"))
    else:
        pieces.append(Line((radius, -ROOT_MM), (radius, height), "side"))
    pieces.append(Line((radius, height), (bore, height), "top"))
    pieces.append(Line((bore, height), (bore, -ROOT_MM), "bore"))
    return Outline(Loop(tuple(piece for piece in pieces if piece.length > 1e-12)))

"""Move: the whole part so far, shifted and turned; what it is named by goes with it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from core.solids import Frame
from core.steps.field import Field
from core.steps.fields import Fields
from core.steps.patterns import Matrix, turn_about
from core.steps.registry import StepInput, StepKind, register
from core.steps.state import Feature, PartState


@dataclass(frozen=True, slots=True)
class MoveFields(Fields):
    """What is set of a move."""

    x_mm: float
    y_mm: float
    z_mm: float
    turn_deg: float
    about: Literal["up", "right", "back"]


@register
class Move(StepKind):
    """The whole part so far, shifted and turned."""

    kind = "move"
    rank = 48
    title = "Move the part"
    also = ("move", "shift", "rotate", "turn the part")
    fields = (
        Field("x", "length", "right", "0"),
        Field("y", "length", "back", "0"),
        Field("z", "length", "up", "0"),
        Field("turn", "angle", "turn", "0 deg"),
        Field("about", "choice", "about the axis", "up", ("up", "right", "back")),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        return "Move the part {x} right, {y} back, {z} up, turned {turn} about the axis {about}"

    def build(self, given: StepInput) -> PartState:
        its = given.read(MoveFields)
        axes = {
            "up": Frame(),
            "right": Frame(x_axis=(0.0, 1.0, 0.0), z_axis=(1.0, 0.0, 0.0)),
            "back": Frame(x_axis=(0.0, 0.0, 1.0), z_axis=(0.0, 1.0, 0.0)),
        }
        move = turn_about(axes[its.about], its.turn_deg)
        move[:, 3] += [its.x_mm, its.y_mm, its.z_mm]
        state = given.state
        features = {name: _carried(feature, move) for name, feature in state.features.items()}
        features[given.step] = Feature(given.step)
        return replace(state, body=state.solid().moved(move), features=features)


def _carried(feature: Feature, move: Matrix) -> Feature:
    """A feature that goes where its part goes."""

    def carried(frame: Frame) -> Frame:
        origin = move[:, :3] @ np.array(frame.origin) + move[:, 3]
        x, z = move[:, :3] @ np.array(frame.x_axis), move[:, :3] @ np.array(frame.z_axis)
        return Frame(tuple(map(float, origin)), tuple(map(float, x)), tuple(map(float, z)))  # type: ignore[arg-type]

    return replace(
        feature,
        places={name: carried(frame) for name, frame in feature.places.items()},
        prism=replace(feature.prism, frame=carried(feature.prism.frame)) if feature.prism else None,
        mouth=replace(feature.mouth, frame=carried(feature.mouth.frame)) if feature.mouth else None,
        tool=feature.tool.moved(move) if feature.tool else None,
        recess=(
            replace(feature.recess, frame=carried(feature.recess.frame)) if feature.recess else None
        ),
        axis=carried(feature.axis) if feature.axis else None,
        outline_middle=(
            carried(Frame(feature.outline_middle)).origin if feature.outline_middle else None
        ),
    )

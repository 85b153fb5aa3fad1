"""What is measured on a finished part, in pieces that do not wait for one another and are kept one
by one: turned, a part keeps its walls."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import TypeVar

import numpy as np

from core.checks.finished import mesh_of
from core.checks.kept import SHARES, Kept, Later, as_asked
from core.halting import may_halt
from core.process import Process
from core.project.cache import content_key
from core.project.print_groups import Printed
from core.project.results import PartResult
from core.proof.bed import BedFit, check_bed
from core.proof.capacity import Holds, holds
from core.proof.closed import Closed, check_closed
from core.proof.layers import LayerTest, test_layers, together
from core.proof.mass import Bulk, measure_bulk
from core.proof.overhang import Overhang, check_overhang
from core.proof.rays import Rays
from core.proof.relief import Relief, shallow_reliefs
from core.proof.setting import Setting
from core.proof.slots import Slots, measure_slots
from core.proof.small_part import LoosePiece, small_pieces
from core.proof.splitting import Cut, where_to_cut
from core.proof.walls import SPACING_MM, Walls, measure_walls, spread_everywhere
from core.solids import TriangleMesh
from core.solids.stance import back_to_part, turn_of
from core.steps import PartState

T = TypeVar("T")
Vec3 = tuple[float, float, float]
RELIEF_LINES = 0.5  # a step across the bed hardly shows under half a line (common practice)


@dataclass(frozen=True)
class Alone:
    """What a part is by itself, however it stands."""

    bulk: Bulk
    closed: Closed
    holds: Holds | None  # None where it is no vessel


@dataclass(frozen=True)
class Stood:
    """What depends on how a part stands."""

    bed: BedFit
    overhang: Overhang
    reliefs: tuple[Relief, ...]
    cuts: tuple[Cut, ...] = ()  # where to cut it, should it be too large for the bed


@dataclass(frozen=True)
class Measured:
    """Everything measured on one finished part. What is still being measured is waited for when it
    is asked for, so that a check waits for what it looks at and for nothing else."""

    mesh: TriangleMesh
    to_bed: np.ndarray  # type: ignore[type-arg]
    alone: Callable[[], Alone]
    stood: Callable[[], Stood]
    through: Callable[[], tuple[Walls, Slots]]
    layered: Callable[[], LayerTest | None]
    loose: Callable[[], list[LoosePiece]]  # its pieces, each tried in the small-parts cylinder
    leads: bool = True  # what hangs, of all that is printed together, is told with this part

    @property
    def bulk(self) -> Bulk:
        """Volume, area, centre and size."""
        return self.alone().bulk

    @property
    def closed(self) -> Closed:
        """Whether it is closed, and of how many shells."""
        return self.alone().closed

    @property
    def holds(self) -> Holds | None:
        """What it holds to its rim; None of what is no vessel."""
        return self.alone().holds

    @property
    def bed(self) -> BedFit:
        """How it lies on the bed."""
        return self.stood().bed

    @property
    def overhang(self) -> Overhang:
        """Faces that lean further than the limit, standing."""
        return self.stood().overhang

    @property
    def reliefs(self) -> tuple[Relief, ...]:
        """Steps between flat faces too low to be printed."""
        return self.stood().reliefs

    @property
    def cuts(self) -> tuple[Cut, ...]:
        """Where to cut it, where it is too large for the bed."""
        return self.stood().cuts

    @property
    def walls(self) -> Walls:
        """The wall behind points all over it, mm."""
        return self.through()[0]

    @property
    def slots(self) -> Slots:
        """The air outside points all over it, mm."""
        return self.through()[1]

    @property
    def layers(self) -> LayerTest | None:
        """None where the surface is open."""
        return self.layered()

    def place(self, point: tuple[float, float, float]) -> tuple[float, float, float]:
        """A point on the bed, told in the part's own coordinates."""
        x, y, z = back_to_part(np.array([point]), self.to_bed)[0]
        return float(x), float(y), float(z)


def measure_part(result: PartResult, process: Process, group: Printed | None = None) -> Measured:
    """Everything measured on a finished part, standing with what it is printed together with."""
    return part_to_measure(result, process, group)


def part_to_measure(
    result: PartResult,
    process: Process,
    group: Printed | None = None,
    spacing_mm: float = SPACING_MM,
    later: Later = as_asked,
    toy: bool = False,
) -> Measured:
    """A part to be measured.

    Args:
        group: what it is printed together with.
        spacing_mm: between the places at which walls and slots are measured.
        later: has each piece measured when it is asked for, or before.
        toy: whether it will be asked if it goes into the small-parts cylinder.
    """
    setting = Setting.of(process)
    whole = group or Printed((result,), (np.eye(3, 4),))
    state, name = result.state, result.part.name
    leads, mesh = whole.leads(name), mesh_of(state)

    def kept(what: str, make: Callable[[], T], *of: object) -> Kept[T]:
        return Kept(f"{what} of {name}", content_key(what, *of), make)

    standing = (state.key, name, whole.key, whole.stance, setting)
    layers: Kept[LayerTest | None] = Kept(
        f"layers of {name}",
        content_key("layers", whole.key, whole.stance, setting),
        lambda: _layers(whole, setting),
        lambda number: _layers(whole, setting, (number, SHARES)),
        _together,
    )
    loose = kept("small pieces", lambda: small_pieces(mesh), state.key)
    return Measured(
        mesh,
        whole.to_bed(name),
        later(kept("by itself", lambda: _alone(state, mesh), state.key)),
        later(kept("stands", lambda: _stood(name, mesh, whole, setting), *standing)),
        later(kept("walls and slots", lambda: _through(mesh, spacing_mm), state.key, spacing_mm)),
        # what hangs is told with the one that leads: it has asked first
        later(layers) if leads else layers,
        later(loose) if toy else loose,
        leads,
    )


def _through(mesh: TriangleMesh, spacing_mm: float) -> tuple[Walls, Slots]:
    """The walls of a part and its slots: the same points, the same rays sent in and out."""
    spread, rays = spread_everywhere(mesh, spacing_mm), Rays(mesh)
    may_halt()
    walls = measure_walls(mesh, spacing_mm, rays, spread)
    return walls, measure_slots(mesh, spacing_mm, rays, spread)


def _alone(state: PartState, mesh: TriangleMesh) -> Alone:
    return Alone(measure_bulk(mesh), check_closed(mesh), _holds(state))


def _stood(name: str, mesh: TriangleMesh, group: Printed, setting: Setting) -> Stood:
    """What depends on how a part stands: whether it fits the bed, what leans out."""
    matrix = group.to_bed(name)
    standing = TriangleMesh(
        mesh.vertices @ matrix[:, :3].T + matrix[:, 3],
        mesh.triangles,
        mesh.face_index,
        mesh.faces,
    )
    if group.leads(name):
        stood = group.standing().solid
        corners = np.asarray(stood.to_mesh64().vert_properties, dtype=np.float64)[:, :3]
    else:
        corners = standing.vertices
    bed = check_bed(corners, setting.bed_mm)
    reliefs = shallow_reliefs(standing, setting.layer_mm, RELIEF_LINES * setting.line_mm)
    return Stood(
        bed,
        check_overhang(standing, setting.overhang_limit_deg, setting.layer_mm),
        tuple(reliefs),
        () if bed.fits else cuts_for(group, setting.bed_mm),
    )


def _holds(state: PartState) -> Holds | None:
    """What the part's hollow holds, where a step made one that is open at one face."""
    openings = [
        feature.mouth.frame if feature.mouth else feature.opening
        for feature in state.features.values()
        if "capacity" in feature.quantities
    ]
    opening = next((frame for frame in reversed(openings) if frame is not None), None)
    return holds(state.solid().solid, opening.into) if opening is not None else None


def _layers(group: Printed, setting: Setting, share: tuple[int, int] = (0, 1)) -> LayerTest:
    solid, limit = group.standing().solid, setting.overhang_limit_deg
    return test_layers(solid, setting.layer_mm, limit, share)


def _together(shares: Sequence[LayerTest | None]) -> LayerTest | None:
    return together([one for one in shares if one is not None])


def cuts_for(group: Printed, bed: Vec3) -> tuple[Cut, ...]:
    """Where to cut something too large, square to the axes of its first part.

    The bed's sides are taken as its own axes lie when it stands.
    """
    turn = turn_of(group.stance)
    room = np.abs(turn.T) @ np.array(bed)
    # a slanting stance has no axis of its own: cut for the smallest side of the bed
    square = np.allclose(np.sort(np.abs(turn), axis=1), [[0, 0, 1]] * 3, atol=1e-6)
    sides = tuple(float(v) for v in room) if square else (min(bed),) * 3
    return where_to_cut(group.solid().solid, (sides[0], sides[1], sides[2]))

"""How fits begin: on faces that are there, of a size that follows from them."""

from __future__ import annotations

import math
import re
from collections.abc import Mapping

import numpy as np

from core.errors import BuildError
from core.fits import FITS
from core.fits.pieces import opposed
from core.fits.registry import FitKind, Ground
from core.measures.display import plain
from core.project.assembly import held_in
from core.project.beginning import fresh_name, names_of, next_colour
from core.project.beginning_sizes import exact_size, sizes_told
from core.project.faces import (
    Room,
    in_box,
    outer_face,
    place_opposite,
    room_on,
    rooms_of,
    side_face,
)
from core.project.print_groups import Matrix, inverse
from core.project.results import Solution
from core.project.schema import FitSpec, Part, Place, Project
from core.solids.frame import Vector
from core.steps.field import begun_by_inch, filled
from core.steps.state import PartState

HARDLY = 1e-3  # mm or degrees: not worth typing


def begin_fit(
    solution: Solution,
    kind: str,
    way: int,
    parts: tuple[str, str],
    on: tuple[str, str] = ("", ""),
    near: Vector | None = None,
) -> tuple[Project, str]:
    """The document with a new fit, and the fit's name.

    Args:
        parts: what part a and part b are; b empty: a new part that the fit makes.
        on: the faces it stands on; empty: the roomiest that looks upwards.
        near: where the first of them was pressed, as shares of its part's box: of a face in
            several pieces it begins on that one.

    Raises:
        BuildError: there is no such part or kind, or the fit needs a second part that is there.

    >>> from core.project.beginning import begin_part
    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> solved = solve(begin_part(begun("lidded_box"), "Pan")[0])
    >>> begin_fit(solved, "tray", 0, ("base", "part"))[1]
    'tray'
    """
    project = solution.project
    spec = FITS.get(kind)
    ways = spec.ways() if spec else ()
    if spec is None or parts[0] not in solution.parts or not 0 <= way < len(ways):
        raise BuildError("there is no such fit to begin", where="kind")
    first, second = parts
    if not second and not spec.makes_b:
        raise BuildError(
            f"a {spec.title.lower()} joins two parts that both have a body",
            where="b",
            remedy="add the other part first",
        )
    made = list(project.parts)
    names = names_of(project)
    whole = None
    if not any(on) and solution.parts[first].state.body is not None:
        other = solution.parts[second].state if second else None
        # what belongs where the parts lie on each other begins there, if something holds them
        if not (second and spec.sits and held_in(solution, first, second) is not None):
            whole = spec.begins(solution.parts[first].state, other)
    if not second:
        called = spec.calls_b({**(whole.fields if whole else {}), **ways[way].sets})
        second = fresh_name(re.sub(r"\W+", "_", called), names)
        label = second.replace("_", " ").capitalize()
        made.append(
            Part(
                name=second, label=label, colour=next_colour(project), stance=spec.stance_b,
                bought=spec.bought_b,
            )
        )  # fmt: skip
    name = fresh_name(re.sub(r"\W+", "_", kind), [*names, second])

    def begins(typed: dict[str, str]) -> dict[str, str]:
        by_inch = begun_by_inch(spec.fields, typed) if project.units == "in" else typed
        return by_inch | dict(ways[way].sets)

    if whole is not None:
        fit = FitSpec(
            name=name,
            kind=kind,
            parts=(first, second),
            feel=spec.feel,
            fields=begins(sizes_told(whole.fields, project.units)),
            place_a=Place(on=whole.on_a, **_across(whole.place_a, project.units)),
            place_b=(
                Place(on=whole.on_b, **_across(whole.place_b, project.units)) if parts[1] else None
            ),
        )
        return project.model_copy(update={"parts": made, "fits": [*project.fits, fit]}), name
    places, sizes = _faces_of(solution, spec, (first, second if parts[1] else ""), on, near)
    fit = FitSpec(
        name=name,
        kind=kind,
        parts=(first, second),
        feel=spec.feel,
        fields=begins(sizes),
        place_a=places[0],
        place_b=places[1],
    )
    return project.model_copy(update={"parts": made, "fits": [*project.fits, fit]}), name


def become_kind(project: Project, fit: str, kind: str) -> Project:
    """The document with a fit made another kind: its parts, feel and places stay, and the fields
    that the new kind has too.

    Raises:
        BuildError: there is no such fit or kind.

    >>> from core.project.starters import begun
    >>> project = begun("lidded_box")
    >>> become_kind(project, project.fits[0].name, "screw").fits[0].kind
    'screw'
    """
    spec = FITS.get(kind)
    if spec is None or fit not in {one.name for one in project.fits}:
        raise BuildError("there is no such fit", where="kind")
    known = {one.name: one for one in spec.fields}
    fits = []
    for one in project.fits:
        if one.name == fit:
            kept = {
                name: text
                for name, text in one.fields.items()
                if name in known and (not known[name].choices or text in known[name].choices)
            }
            one = one.model_copy(update={"kind": kind, "fields": kept})
        fits.append(one)
    return project.model_copy(update={"fits": fits})


def _faces_of(
    solution: Solution,
    spec: FitKind,
    parts: tuple[str, str],
    on: tuple[str, str],
    near: Vector | None = None,
) -> tuple[tuple[Place | None, Place | None], dict[str, str]]:
    """The places that a fit begins at, and what of its fields follows from the room there."""
    unit = solution.project.units
    rooms: list[Room | None] = []
    places: list[Place | None] = []
    for part, chosen, stands in zip(parts, on, (spec.on_a, spec.on_b), strict=True):
        state = solution.parts[part].state if part and stands else PartState("")
        room = _room(state, chosen, spec, near if part == parts[0] else None)
        rooms.append(room)
        if not (part and stands):
            places.append(None)
        elif room is None:
            places.append(Place(on=chosen or _any_place(solution.parts[part].state)))
        else:
            places.append(_aside(room, unit))
    held = held_in(solution, *parts) if parts[1] and places[0] and places[1] and not on[1] else None
    if held is not None:
        first, second = (solution.parts[part].state for part in parts)
        faces = [rooms[0]] if on[0] else rooms_of(first)
        for room in sorted((one for one in faces if one), key=lambda one: -one.radius):
            place = _where_held(second, held, room, unit)
            if place is not None:
                rooms[0], places[0], places[1] = room, _aside(room, unit), place
                break
    sized = spec.sized(_ground(rooms[0]), _ground(rooms[1]))
    usual = filled(spec.fields, {})
    new = {name for name, text in sizes_told(sized, "mm").items() if text != usual[name]}
    return (places[0], places[1]), sizes_told({name: sized[name] for name in new}, unit)


def _where_held(state: PartState, held: Matrix, room: Room, unit: str) -> Place | None:
    """Where a part that is held in another in a (3, 4) pose meets a face of that one, turned so
    that it stays as it is held; None where nothing of it lies there."""
    here = opposed(room.frame.shifted(*room.at))
    back = inverse(held)
    x, y, z = (float(one) for one in back @ np.array([*here.origin, 1.0]))
    looks = back[:, :3] @ np.array(here.z_axis)
    found = place_opposite(state, (x, y, z), (float(looks[0]), float(looks[1]), float(looks[2])))
    if found is None:
        return None
    place, frame = found
    across, up, _ = frame.into @ np.array([x, y, z, 1.0])
    turned = here.matrix[:, :3].T @ held[:, :3] @ frame.matrix[:, :3]
    turn = -math.degrees(math.atan2(turned[1, 0], turned[0, 0]))
    told = {"x": float(across), "y": float(up), "turn": round(turn, 3)}
    usual = {name: value for name, value in told.items() if abs(value) > HARDLY}
    return Place(on=place, **_across(usual, unit))


def _aside(room: Room, unit: str) -> Place:
    """The place of a face, aside of its middle where there is more room."""
    told = zip("xy", room.at, strict=True)
    aside = {name: off for name, off in told if abs(off) > HARDLY}
    return Place(on=room.place, **_across(aside, unit))


def _ground(room: Room | None) -> Ground | None:
    if room is None:
        return None
    # aside of the face's middle there is the circle alone, and the square in it
    across = math.sqrt(2) * room.radius if any(room.at) else math.inf
    return Ground(min(room.wide, across), min(room.tall, across), room.radius, room.thick)


def _room(state: PartState, chosen: str, spec: FitKind, near: Vector | None = None) -> Room | None:
    if state.body is None:
        return None
    if chosen:
        point = in_box(state, near) if near is not None else None
        return room_on(state, chosen, over_holes=spec.over_holes, near=point)
    side = side_face(state) if spec.begins_on == "side" else None
    return side or outer_face(state, spec.over_holes)


def _any_place(state: PartState) -> str:
    return next((f"{f.step}.{n}" for f in state.features.values() for n in f.places), "")


def _across(place: Mapping[str, float], unit: str) -> dict[str, str]:
    """Distances of a place as they are typed; a turn in degrees."""
    return {
        name: f"{plain(value)} deg" if name == "turn" else exact_size(value, unit)
        for name, value in place.items()
    }

"""How fits begin: on faces that are there, of a size that follows from them."""

from __future__ import annotations

import re
from collections.abc import Mapping

from core.errors import BuildError
from core.fits import FITS
from core.fits.registry import FitKind
from core.measures.display import plain
from core.project.beginning import fresh_name, names_of, next_colour
from core.project.beginning_sizes import exact_size, sizes_told
from core.project.faces import Room, free_face, room_on, side_face
from core.project.results import Solution
from core.project.schema import FitSpec, Part, Place, Project


def begin_fit(
    solution: Solution,
    kind: str,
    way: int,
    parts: tuple[str, str],
    on: tuple[str, str] = ("", ""),
) -> tuple[Project, str]:
    """The document with a new fit, and the fit's name.

    Args:
        parts: what part a and part b are; b empty: a new part that the fit makes.
        on: the faces it stands on; empty: the roomiest that looks upwards.

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
    if whole is not None:
        fit = FitSpec(
            name=name,
            kind=kind,
            parts=(first, second),
            feel=spec.feel,
            fields=sizes_told(whole.fields, project.units) | dict(ways[way].sets),
            place_a=Place(on=whole.on_a, **_across(whole.place_a, project.units)),
            place_b=(
                Place(on=whole.on_b, **_across(whole.place_b, project.units)) if parts[1] else None
            ),
        )
        return project.model_copy(update={"parts": made, "fits": [*project.fits, fit]}), name
    places, sizes = _faces_of(solution, spec, (first, second if parts[1] else ""), on)
    fit = FitSpec(
        name=name,
        kind=kind,
        parts=(first, second),
        feel=spec.feel,
        fields=sizes | dict(ways[way].sets),
        place_a=Place(on=places[0]) if spec.on_a else None,
        place_b=Place(on=places[1]) if spec.on_b and parts[1] else None,
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
    solution: Solution, spec: FitKind, parts: tuple[str, str], on: tuple[str, str]
) -> tuple[tuple[str, str], dict[str, str]]:
    """The faces that a fit begins on, and what of its fields follows from them: the narrower of two
    faces decides."""
    unit = solution.project.units
    rooms: list[Room | None] = []
    places: list[str] = []
    for part, chosen, stands in zip(parts, on, (spec.on_a, spec.on_b), strict=True):
        room = None
        if part and stands:
            state = solution.parts[part].state
            if chosen:
                room = room_on(state, chosen) if state.body else None
            elif spec.begins_on == "side":
                room = side_face(state)
        rooms.append(room)
        roomiest = _roomiest(solution, part) if part and stands and not chosen and not room else ""
        places.append(chosen or (room.place if room else roomiest))
    known = [room for room in rooms if room]
    sized = (
        spec.sized(min(room.wide for room in known), min(room.tall for room in known))
        if known
        else {}
    )
    return (places[0], places[1]), sizes_told(sized, unit)


def _roomiest(solution: Solution, part: str) -> str:
    state = solution.parts[part].state
    room = free_face(state)
    if room:
        return room.place
    return next((f"{f.step}.{n}" for f in state.features.values() for n in f.places), "")


def _across(place: Mapping[str, float], unit: str) -> dict[str, str]:
    """Distances of a place as they are typed; a turn in degrees."""
    return {
        name: f"{plain(value)} deg" if name == "turn" else exact_size(value, unit)
        for name, value in place.items()
    }

"""How steps, parts and fits begin: documents with one thing more, sized to where it stands."""

from __future__ import annotations

import math
import re
from collections.abc import Iterable, Mapping
from typing import Any

from core.errors import BuildError
from core.fits import FITS
from core.fits.registry import FitKind
from core.measures.display import plain
from core.project.faces import Room, free_face, room_on, side_face
from core.project.graph import sheet
from core.project.options import Surroundings, options_of
from core.project.results import Solution
from core.project.schema import FitSpec, OutlineSpec, Part, Place, Project, Station, Step
from core.solids import Frame
from core.steps import OUTLINES, STEPS, PartState
from core.steps.field import MARK, Field, filled
from core.steps.fit_step import FIT_STEP

COLOURS = ("#7fa79f", "#d9b56c", "#8c9fb3", "#c98f76", "#a7ab7d", "#b39bb0")
FILLS = 0.8  # of the largest circle on a face, what a new outline takes up at most
GOES_IN = 0.5  # of the depth below a face, how far a new cut goes in at most
ROUND_MM = (1.0, 1.2, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0, 6.0, 8.0)
PLAIN_MM = re.compile(r"(\d+(?:\.\d+)?) mm")


def begin_step(
    solution: Solution,
    part: str,
    kind: str,
    way: int,
    outline: str,
    on: str = "",
    after: str = "",
    edge: str = "",
) -> tuple[Project, str]:
    """The document with a new step, and the step's id.

    Args:
        way: which of the kind's ways to begin.
        outline: the kind of outline it begins with, empty where it has none.
        on: the face it stands on; empty: the roomiest that looks upwards.
        after: the step it follows; empty: the last.
        edge: the edge it finishes, as two faces.

    Raises:
        BuildError: there is no such part, kind or way.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> solved = solve(begun("lidded_box"))
    >>> begin_step(solved, "base", "hole", 0, "", on="body.front")[1]
    'hole'
    """
    project = solution.project
    spec = STEPS.get(kind)
    ways = spec.ways() if spec else ()
    if part not in solution.parts or spec is None or not 0 <= way < len(ways):
        raise BuildError("there is no such step to begin", where="kind")
    chosen = ways[way]
    steps = list(project.part(part).steps)
    index = next((i + 1 for i, one in enumerate(steps) if one.id == after), len(steps))
    state = _state_after(solution, part, steps, index)
    room = _room(state, on) if spec.has_place else None
    around = Surroundings(project, part, state, steps[:index])
    taken = [one.id for one in sheet(project, project.part(part))]
    taken += [measure.name for measure in project.part(part).measures]
    name = fresh_name(chosen.name or kind, taken)
    made = Step(
        id=name,
        kind=kind,
        fields=_fields(spec.fields, spec.sentence, chosen.sets, around, room, edge, on),
        outline=_outline(outline, around, room) if spec.has_outline else None,
        stations=[Station(outline=_outline(outline, around, room))] if spec.has_stations else [],
        place=_place(room, project.units, spec.seeks_room) if room else None,
    )
    steps.insert(index, made)
    return _with_steps(project, part, steps), name


def begin_part(project: Project, label: str = "") -> tuple[Project, str]:
    """The document with a new empty part, and the part's name.

    >>> from core.project.starters import begun
    >>> project, name = begin_part(begun("lidded_box"), "Inner tray")
    >>> name, [part.name for part in project.parts]
    ('part', ['base', 'lid', 'part'])
    """
    name = fresh_name("part", _names(project))
    said = label or (name.replace("_", " ").capitalize())
    part = Part(name=name, label=said, colour=next_colour(project))
    return project.model_copy(update={"parts": [*project.parts, part]}), name


def begin_copy(project: Project, part: str) -> tuple[Project, str]:
    """The document with a part once more, without its shares of fits; and the copy's name.

    Raises:
        BuildError: there is no such part.

    >>> from core.project.starters import begun
    >>> begin_copy(begun("lidded_box"), "base")[1]
    'base_2'
    """
    names = [one.name for one in project.parts]
    if part not in names:
        raise BuildError("there is no such part", where="part")
    own = project.part(part)
    name = fresh_name(part, _names(project))
    label = f"{own.label or part.replace('_', ' ')}, again"
    steps = [one for one in own.steps if one.kind != FIT_STEP]
    copy = own.model_copy(update={"name": name, "label": label, "steps": steps})
    parts = list(project.parts)
    parts.insert(names.index(part) + 1, copy)
    return project.model_copy(update={"parts": parts}), name


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
    names = _names(project)
    if not second:
        second = fresh_name(re.sub(r"\W+", "_", spec.roles[1]), names)
        label = second.replace("_", " ").capitalize()
        made.append(
            Part(
                name=second, label=label, colour=next_colour(project), stance=spec.stance_b,
                bought=spec.bought_b,
            )
        )  # fmt: skip
    name = fresh_name(re.sub(r"\W+", "_", kind), [*names, second])
    whole = None
    if not any(on) and solution.parts[first].state.body is not None:
        other = solution.parts[second].state if parts[1] else None
        whole = spec.begins(solution.parts[first].state, other)
    if whole is not None:
        fit = FitSpec(
            name=name,
            kind=kind,
            parts=(first, second),
            feel=spec.feel,
            fields=_sizes_told(whole.fields, project.units) | dict(ways[way].sets),
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
    return (places[0], places[1]), _sizes_told(sized, unit)


def _sizes_told(sizes: Mapping[str, float | str], unit: str) -> dict[str, str]:
    return {
        name: value if isinstance(value, str) else exact_size(value, unit)
        for name, value in sizes.items()
    }


def _across(place: Mapping[str, float], unit: str) -> dict[str, str]:
    """Distances of a place as they are typed; a turn in degrees."""
    return {
        name: f"{plain(value)} deg" if name == "turn" else exact_size(value, unit)
        for name, value in place.items()
    }


def exact_size(mm: float, unit: str) -> str:
    """A size as it is, to a hundredth of a millimetre.

    >>> exact_size(8.6, "mm"), exact_size(12.7, "in")
    ('8.6 mm', '0.5 in')
    """
    return f"{plain(mm, 2)} mm" if unit == "mm" else f"{plain(mm / 25.4, 4)} in"


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


def outline_again(solution: Solution, part: str, step: str, path: str, kind: str) -> Project:
    """The document with an outline of a step made another kind, about as large as the first one.

    Args:
        path: where it is inside the step, as ``outline`` or ``stations.0.outline``; one past the
            last joined outline, as ``outline.more.0.outline``, joins one more.

    Raises:
        BuildError: there is no such outline or kind.
    """
    project = solution.project
    found = _step(project, part, step)
    around = Surroundings(project, part)
    stands = found.place.on if found.place else ""
    made = _outline(kind, around, _as_large(solution, part, step), stands)
    again = with_outline(project, part, step, path, made)
    if path != "outline" or not found.place or all(f.kind != "face" for f in OUTLINES[kind].fields):
        return again
    # it is drawn about the middle of the face it follows
    middle = found.place.model_copy(update=dict.fromkeys(("x", "y", "x_from", "y_from"), ""))
    steps = [
        one.model_copy(update={"place": middle}) if one.id == step else one
        for one in again.part(part).steps
    ]
    return _with_steps(again, part, steps)


def _step(project: Project, part: str, step: str) -> Step:
    owner = next((one for one in project.parts if one.name == part), None)
    found = next((one for one in owner.steps if one.id == step), None) if owner else None
    if found is None:
        raise BuildError("there is no such step", where="step")
    return found


def with_outline(project: Project, part: str, step: str, path: str, made: OutlineSpec) -> Project:
    """The document with another outline at a path inside a step; what is joined with the one that
    stood there stays, after what the new one brings.

    Raises:
        BuildError: there is no such outline.
    """
    data = _step(project, part, step).model_dump(mode="json")
    target: Any = data
    keys = path.split(".")
    try:
        for key in keys[:-1]:
            if isinstance(target, list) and int(key) == len(target):
                target.append({"mode": "add"} if keys[-3] == "more" else {"up": "20 mm"})
            target = target[int(key)] if isinstance(target, list) else target[key]
        kept = target.get(keys[-1]) or {}
        told = made.model_dump(mode="json")
        target[keys[-1]] = told | {"more": told["more"] + kept.get("more", [])}
        changed = Step.model_validate(data)
    except (KeyError, IndexError, ValueError, TypeError, AttributeError):
        raise BuildError("there is no such outline", where="path") from None
    steps = [changed if one.id == step else one for one in project.part(part).steps]
    return _with_steps(project, part, steps)


def _as_large(solution: Solution, part: str, step: str) -> Room | None:
    """Room for an outline as large as the one a step has now; None where it has none drawn."""
    done = next((one for one in solution.parts[part].steps if one.step.id == step), None)
    drawn = done.sketch.outlines if done and done.sketch else ()
    if not drawn:
        return None
    return Room("", Frame(), (0.0, 0.0), max(drawn[0].size) / 2 / FILLS, math.inf)


def fresh_name(wish: str, taken: Iterable[str]) -> str:
    """A name not taken yet.

    >>> fresh_name("hole", ["hole", "hole_2"])
    'hole_3'
    """
    used = set(taken)
    stem = re.sub(r"\W+", "_", wish).strip("_") or "step"
    name, number = stem, 2
    while name in used:
        name, number = f"{stem}_{number}", number + 1
    return name


def next_colour(project: Project) -> str:
    """The first colour that the fewest parts have.

    >>> from core.project.starters import begun
    >>> next_colour(begun("lidded_box")) not in {part.colour for part in begun("lidded_box").parts}
    True
    """
    used = [part.colour for part in project.parts]
    return min(COLOURS, key=used.count)


def round_size(mm: float, unit: str) -> str:
    """A size no larger than this that a maker might type: a round number of millimetres, or
    sixteenths of an inch.

    >>> round_size(17.3, "mm"), round_size(17.3, "in"), round_size(33, "in")
    ('15 mm', '5/8in', '1 1/4in')
    """
    if unit == "in":
        parts = max(math.floor(mm / 25.4 * 16 + 1e-9), 1)
        whole, over = divmod(parts, 16)
        shared = math.gcd(over, 16)
        fraction = f"{over // shared}/{16 // shared}" if over else ""
        return " ".join(str(one) for one in (whole or "", fraction) if one) + "in"
    scale = 10.0 ** math.floor(math.log10(max(mm, 0.1)))
    fits = [one * scale for one in ROUND_MM if one * scale <= mm + 1e-9]
    return f"{plain(fits[-1] if fits else scale)} mm"


def _state_after(solution: Solution, part: str, steps: list[Step], index: int) -> PartState:
    """The part after so many of its own steps."""
    if index >= len(steps):
        return solution.parts[part].state
    wanted = steps[index - 1].id if index else ""
    done = {result.step.id: result.state for result in solution.parts[part].steps}
    return done.get(wanted, PartState(part))


def _room(state: PartState, on: str) -> Room | None:
    if state.body is None:
        return None
    if on:
        try:
            frame = state.place(on)[1]
        except BuildError:
            return free_face(state)
        return room_on(state, on) or Room(on, frame, (0.0, 0.0), 10.0, 10.0)
    return free_face(state)


def _place(room: Room, unit: str, seeks_room: bool) -> Place:
    def told(mm: float) -> str:
        if abs(mm) < 0.05:
            return ""
        return f"{plain(mm / 25.4, 3)}in" if unit == "in" else f"{plain(mm, 1)} mm"

    x, y = room.at if seeks_room else (0.0, 0.0)
    return Place(on=room.place, x=told(x), y=told(y))


def _fields(
    specs: tuple[Field, ...],
    sentence: object,
    sets: Mapping[str, str],
    around: Surroundings,
    room: Room | None,
    edge: str = "",
    on: str = "",
) -> dict[str, str]:
    """What a new step or outline has typed: what its way sets, and the sizes it speaks of."""
    words = filled(specs, sets)
    said = sentence(words) if callable(sentence) else str(sentence)
    named = set(MARK.findall(said))
    typed = dict(sets)
    for spec in specs:
        default = spec.default_in(words)
        size = PLAIN_MM.fullmatch(default)
        if spec.kind == "faces" and spec.among == "whole" and spec.name not in typed:
            mouth = None if on else free_face(around.state)
            typed[spec.name] = on or (mouth.place if mouth else "")
        if spec.name in typed or spec.name not in named:
            continue
        if spec.kind == "edges" and edge:
            typed[spec.name] = edge
        elif spec.kind in ("part", "drawing") and not default:
            found = options_of(spec, around)
            if found:
                typed[spec.name] = found[-1].value
        elif size and spec.kind == "length":
            typed[spec.name] = _sized(float(size[1]), spec, words, around, room)
    return typed


def _sized(
    mm: float, spec: Field, words: Mapping[str, str], around: Surroundings, room: Room | None
) -> str:
    """A default size made to fit the face it is used on, and to read well in the unit."""
    unit = around.project.units
    most = math.inf
    if room and spec.spans == "across":
        most = 2 * room.radius * FILLS
    elif room and spec.spans == "into" and spec.goes_in(words):
        most = room.deep * GOES_IN
    if mm <= most and unit == "mm":
        return f"{plain(mm)} mm"
    return round_size(min(mm, most), unit)


def _outline(kind: str, around: Surroundings, room: Room | None, face: str = "") -> OutlineSpec:
    """An outline with the sizes it speaks of, small enough for the face it is used on; one that
    follows a face follows that."""
    spec = OUTLINES.get(kind)
    if spec is None:
        raise BuildError(f"no outline is called '{kind}'", where="outline")
    typed = _fields(spec.fields, spec.sentence, {}, around, None)
    unit = around.project.units
    largest = max(
        (float(m[1]) for f in spec.fields if (m := PLAIN_MM.fullmatch(f.default))), default=0
    )
    most = 2 * room.radius * FILLS if room else math.inf
    if largest > most:
        for field in spec.fields:
            size = PLAIN_MM.fullmatch(field.default)
            if size and field.name in typed:
                typed[field.name] = round_size(float(size[1]) * most / largest, unit)
    for field in spec.fields:
        if field.kind == "face" and (face or (room and room.place)):
            typed[field.name] = face or (room.place if room else "")
        if field.kind == "moves":
            typed[field.name] = _moves_in(field.default, min(most, 40.0) / 40.0, unit)
    return OutlineSpec(kind=kind, fields=typed)


def _moves_in(text: str, scale: float, unit: str) -> str:
    """Moves of plain millimetres at another scale and unit; a mixed number stands in brackets, or
    its whole and its fraction would be two values."""

    def told(size: re.Match[str]) -> str:
        new = round_size(float(size[1]) * scale, unit)
        return f"({new})" if unit == "in" and " " in new else new

    return PLAIN_MM.sub(told, text)


def _roomiest(solution: Solution, part: str) -> str:
    state = solution.parts[part].state
    room = free_face(state)
    if room:
        return room.place
    return next((f"{f.step}.{n}" for f in state.features.values() for n in f.places), "")


def _names(project: Project) -> list[str]:
    return [
        *(part.name for part in project.parts),
        *(fit.name for fit in project.fits),
        *(measure.name for measure in project.measures),
    ]


def _with_steps(project: Project, part: str, steps: list[Step]) -> Project:
    parts = [
        one.model_copy(update={"steps": steps}) if one.name == part else one
        for one in project.parts
    ]
    return project.model_copy(update={"parts": parts})

"""How steps and parts begin: documents with one thing more, sized to where it stands."""

from __future__ import annotations

import math
import re
from collections.abc import Iterable

from core.errors import BuildError
from core.measures.display import plain
from core.project.beginning_sizes import begun_fields, begun_outline, sizes_told
from core.project.faces import Room, free_face, in_box, room_on
from core.project.graph import sheet
from core.project.options import Surroundings
from core.project.results import Solution
from core.project.schema import Part, Place, Project, Station, Step
from core.solids import Frame
from core.solids.frame import Vector
from core.steps import STEPS, PartState
from core.steps.field import filled
from core.steps.fit_step import FIT_STEP

COLOURS = ("#7fa79f", "#d9b56c", "#8c9fb3", "#c98f76", "#a7ab7d", "#b39bb0")


def begin_step(
    solution: Solution,
    part: str,
    kind: str,
    way: int,
    outline: str,
    on: str = "",
    after: str = "",
    edge: str = "",
    near: Vector | None = None,
) -> tuple[Project, str]:
    """The document with a new step, and the step's id.

    Args:
        way: which of the kind's ways to begin.
        outline: the kind of outline it begins with, empty where it has none.
        on: the face it stands on; empty: the roomiest that looks upwards.
        after: the step it follows; empty: the last.
        edge: the edge it finishes, as two faces.
        near: where that face was pressed, as shares of the part's box: of a face in several
            pieces, as the tops of a row of posts, it begins on that one.

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
    steps = _steps_before(solution, part, on, after)
    index = next((i + 1 for i, one in enumerate(steps) if one.id == after), len(steps))
    state = _state_after(solution, part, steps, index)
    if spec.without_raised is not None and state.body is not None and not state.is_raised:
        spec = STEPS[spec.without_raised.kind]
        kind, chosen = spec.kind, spec.ways()[0]
    if spec.stands_by_its_piece:
        on = on or _on_of_latest_piece(state, steps)
    if spec.has_place and not on and state.body is not None:
        on = spec.stands_on(state, filled(spec.fields, chosen.sets))
    room = _room(state, on) if spec.has_place else None
    aside, exact = spec.seeks_room, False
    if room and on and near is not None:
        pressed = room_on(state, on, near=in_box(solution.parts[part].state, near))
        if pressed and math.dist(pressed.at, room.at) > pressed.radius:
            room, aside, exact = pressed, True, True
    around = Surroundings(project, part, state, steps[:index])
    taken = [one.id for one in sheet(project, project.part(part))]
    taken += [measure.name for measure in project.part(part).measures]
    name = fresh_name(chosen.name or kind, taken)
    sets = dict(chosen.sets)
    if state.body is not None:
        frame = room.frame if room else Frame()
        begun = spec.begins(state, frame, filled(spec.fields, sets))
        sets = sizes_told(begun, project.units) | sets
    made = Step(
        id=name,
        kind=kind,
        fields=begun_fields(spec.fields, spec.sentence, sets, around, room, edge, on),
        outline=begun_outline(outline, around, room) if spec.has_outline else None,
        stations=[Station(outline=begun_outline(outline, around, room))]
        if spec.has_stations
        else [],
        place=_place(room, project.units, aside, exact) if room else None,
    )
    steps.insert(index, made)
    return with_steps(project, part, steps), name


def place_step(
    solution: Solution, part: str, step: str, on: str, near: Vector
) -> tuple[Project, str]:
    """The document with a step in the middle of the piece of a face that was pressed, and its id.
    How it is turned and how far it stands off is left as it is.

    Args:
        near: where the face was pressed, as shares of the part's box.

    Raises:
        BuildError: there is no such step, it has no place, or the face is not there before it.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> solved = solve(begun("lidded_box"))
    >>> document, _ = begin_step(solved, "base", "hole", 0, "", on="body.front")
    >>> moved, _ = place_step(solve(document), "base", "hole", "body.back", (0.5, 1.0, 0.5))
    >>> next(one.place.on for one in moved.part("base").steps if one.id == "hole")
    'body.back'
    """
    project = solution.project
    steps = list(project.part(part).steps) if part in solution.parts else []
    index = next((i for i, one in enumerate(steps) if one.id == step), -1)
    was = steps[index].place if index >= 0 else None
    if was is None:
        raise BuildError("there is no such step to place", where="step")
    state = _state_after(solution, part, steps, index)
    state.place(on)
    room = room_on(state, on, near=in_box(solution.parts[part].state, near))
    if room is None:
        raise BuildError(f"there is no room on {on} there", remedy="another face", where="on")
    found = _place(room, project.units, aside=True, exact=True)
    stays = {"out": was.out, "turn": was.turn}
    steps[index] = steps[index].model_copy(update={"place": found.model_copy(update=stays)})
    return with_steps(project, part, steps), step


def begin_part(project: Project, label: str = "") -> tuple[Project, str]:
    """The document with a new empty part, and the part's name.

    >>> from core.project.starters import begun
    >>> project, name = begin_part(begun("lidded_box"), "Inner tray")
    >>> name, [part.name for part in project.parts]
    ('part', ['base', 'lid', 'part'])
    """
    name = fresh_name("part", names_of(project))
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
    name = fresh_name(part, names_of(project))
    label = f"{own.label or part.replace('_', ' ')}, again"
    steps = [one for one in own.steps if one.kind != FIT_STEP]
    copy = own.model_copy(update={"name": name, "label": label, "steps": steps})
    parts = list(project.parts)
    parts.insert(names.index(part) + 1, copy)
    return project.model_copy(update={"parts": parts}), name


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


def _steps_before(solution: Solution, part: str, on: str, after: str) -> list[Step]:
    """The steps of a part that a new one may follow: its own, and with them its shares of fits
    where the new one follows or stands on one of them, or where nothing else is there to work
    on."""
    project, done = solution.project, solution.parts[part].steps
    own = list(project.part(part).steps)
    shares = sheet(project, project.part(part))[len(own) :]
    wanted = {after, on.split(".", 1)[0]}
    last = max((i + 1 for i, one in enumerate(shares) if one.id in wanted), default=0)
    built = {result.step.id: result.state.body is not None for result in done}
    if not last and not any(built.get(one.id) for one in own):
        last = next((i + 1 for i, one in enumerate(shares) if built.get(one.id)), 0)
    return own + shares[:last]


def _state_after(solution: Solution, part: str, steps: list[Step], index: int) -> PartState:
    """The part after so many of its own steps."""
    if index >= len(steps):
        return solution.parts[part].state
    wanted = steps[index - 1].id if index else ""
    done = {result.step.id: result.state for result in solution.parts[part].steps}
    return done.get(wanted, PartState(part))


def _on_of_latest_piece(state: PartState, steps: list[Step]) -> str:
    """The face that the latest piece stands on; empty where none is told."""
    try:
        piece = state.tool("").step
    except BuildError:
        return ""
    return next((one.place.on for one in steps if one.id == piece and one.place), "")


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


def _place(room: Room, unit: str, aside: bool, exact: bool) -> Place:
    """A room's place; ``aside``: where its circle lies, told to a tenth unless that is exact."""

    def told(mm: float) -> str:
        if abs(mm) < 0.05:
            return ""
        finer = 1 if exact else 0
        return f"{plain(mm / 25.4, 3 + finer)}in" if unit == "in" else f"{plain(mm, 1 + finer)} mm"

    x, y = room.at if aside else (0.0, 0.0)
    return Place(on=room.place, x=told(x), y=told(y))


def names_of(project: Project) -> list[str]:
    """Every name that is taken in a document: of parts, fits and measures.

    >>> from core.project.starters import begun
    >>> names_of(begun("lidded_box"))[:3]
    ['base', 'lid', 'slip']
    """
    return [
        *(part.name for part in project.parts),
        *(fit.name for fit in project.fits),
        *(measure.name for measure in project.measures),
    ]


def with_steps(project: Project, part: str, steps: list[Step]) -> Project:
    """The document with other steps of a part.

    >>> from core.project.starters import begun
    >>> with_steps(begun("lidded_box"), "base", []).part("base").steps
    []
    """
    parts = [
        one.model_copy(update={"steps": steps}) if one.name == part else one
        for one in project.parts
    ]
    return project.model_copy(update={"parts": parts})

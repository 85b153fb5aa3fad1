"""What has to be worked out before what.

Nodes are tuples: ("measure", part or "", name), ("fit", name), ("step", part, index). A step
waits for the step before it; a fit's share of a part is one of its steps.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from core.project.resolve import names_in
from core.project.schema import FitSpec, OutlineSpec, Part, Place, Project, Step
from core.steps import STEPS, StepKind
from core.steps.fit_step import FIT_STEP

Node = tuple[str, ...]


def sheet(project: Project, part: Part) -> list[Step]:
    """The steps of a part with its fits in their places, unplaced ones at the end.

    >>> from core.project.starters import begun
    >>> project = begun("lidded_box")
    >>> [step.id for step in sheet(project, project.part("base"))]
    ['body', 'hollow', 'slip']
    """
    placed = {step.fields.get("fit") for step in part.steps if step.kind == FIT_STEP}
    missing = [
        Step(id=fit.name, kind=FIT_STEP, fields={"fit": fit.name})
        for fit in project.fits
        if part.name in fit.parts and fit.name not in placed
    ]
    return [*part.steps, *missing]


def fit_of(project: Project, part: Part, step: Step) -> FitSpec | None:
    """The fit a step stands for, or None."""
    if step.kind != FIT_STEP:
        return None
    wanted = step.fields.get("fit")
    return next((f for f in project.fits if f.name == wanted and part.name in f.parts), None)


def dependencies(project: Project) -> dict[Node, set[Node]]:
    """Every node with the nodes it waits for.

    >>> from core.project.starters import begun
    >>> found = dependencies(begun("lidded_box"))
    >>> ("measure", "", "wall") in found
    True
    """
    sheets = {part.name: sheet(project, part) for part in project.parts}
    index = _Index(project, sheets)
    graph: dict[Node, set[Node]] = {}
    for measure in project.measures:
        graph[("measure", "", measure.name)] = index.nodes(names_in(measure.expression), "")
    for fit in project.fits:
        graph[("fit", fit.name)] = index.nodes(names_in(fit.gap) if fit.gap else (), "")
    for part in project.parts:
        for measure in part.measures:
            graph[("measure", part.name, measure.name)] = index.nodes(
                names_in(measure.expression), part.name
            )
        for number, step in enumerate(sheets[part.name]):
            graph[("step", part.name, str(number))] = _step_needs(
                project, part, step, number, index
            )
    return {node: needs & graph.keys() for node, needs in graph.items()}


class _Index:
    """Where a dotted name leads."""

    def __init__(self, project: Project, sheets: dict[str, list[Step]]) -> None:
        self.project_measures = {m.name for m in project.measures}
        self.fits = {f.name for f in project.fits}
        self.part_measures = {p.name: {m.name for m in p.measures} for p in project.parts}
        self.steps = {
            part: {step.id: number for number, step in enumerate(steps)}
            for part, steps in sheets.items()
        }
        self.last = {part: len(steps) - 1 for part, steps in sheets.items()}

    def nodes(self, names: Iterable[str], part: str) -> set[Node]:
        found: set[Node] = set()
        for name in names:
            head, _, rest = name.partition(".")
            if part and not rest and head in self.part_measures[part]:
                found.add(("measure", part, head))
            elif part and rest and head in self.steps[part]:
                found.add(("step", part, str(self.steps[part][head])))
            elif head in self.steps and rest:
                step, _, quantity = rest.partition(".")
                if not quantity and step in self.part_measures[head]:
                    found.add(("measure", head, step))
                elif step in self.steps[head]:
                    found.add(("step", head, str(self.steps[head][step])))
            elif not rest and head in self.project_measures:
                found.add(("measure", "", head))
            elif head in self.fits:
                found.add(("fit", head))
        return found

    def whole(self, part: str) -> set[Node]:
        """The last step of a part: its finished solid."""
        if self.last.get(part, -1) < 0:
            return set()
        return {("step", part, str(self.last[part]))}


def _step_needs(project: Project, part: Part, step: Step, number: int, index: _Index) -> set[Node]:
    texts = step_texts(step)
    kind = STEPS.get(step.kind)
    words = {f.name for f in kind.fields if not f.holds_names} if kind else set()
    texts = [text for text in texts if text not in {step.fields.get(word) for word in words}]
    names = frozenset().union(*(names_in(text) for text in texts)) if texts else frozenset()
    needs = index.nodes(names, part.name)
    if number:
        needs.add(("step", part.name, str(number - 1)))
    fit = fit_of(project, part, step)
    if fit:
        needs.add(("fit", fit.name))
        for text in fit.fields.values():
            needs |= index.nodes(names_in(text), "")
        place = fit.place_a if fit.parts[0] == part.name else fit.place_b
        for text in place_expressions(place):
            needs |= index.nodes(names_in(text), part.name)
        if fit.parts[1] == part.name:
            needs.add(("step", fit.parts[0], str(_fit_place(project, fit))))
    if kind:
        sheets = {name: index.steps[name] for name in index.steps if name != part.name}
        for other in followed_parts(step, kind, sheets):
            needs |= index.whole(other)
    return needs


def followed_parts(step: Step, kind: StepKind, sheets: Mapping[str, object]) -> set[str]:
    """Other parts a step needs whole: one it names, and one on whose face it stands."""
    found = set()
    other = kind.part_reference({**step.fields, "part": step.fields.get("part", "")})
    if other in sheets:
        found.add(str(other))
    owner, _, rest = (step.place.on if step.place else "").partition(".")
    if kind.has_place and owner in sheets and "." in rest:
        found.add(owner)
    return found


def step_texts(step: Step) -> list[str]:
    """Everything typed in a step that may refer to something by name.

    >>> from core.project.starters import begun
    >>> "tall + wall" in step_texts(begun("lidded_box").part("base").steps[0])
    True
    """
    texts: list[str] = list(step.fields.values())
    if step.outline:
        texts += outline_texts(step.outline)
    for station in step.stations:
        texts += [*outline_texts(station.outline), station.up, station.x, station.y, station.turn]
    return texts + place_expressions(step.place)


def place_expressions(place: Place | None) -> list[str]:
    """Everything typed in a place that may refer to something by name.

    >>> place_expressions(Place(on="body.top", x="wall / 2"))
    ['wall / 2', '', '', '']
    """
    return [place.x, place.y, place.out, place.turn] if place else []


def outline_texts(outline: OutlineSpec) -> list[str]:
    """Everything typed in an outline and in what is joined with it.

    >>> outline_texts(OutlineSpec(kind="circle", fields={"diameter": "2 * wall"}))
    ['2 * wall']
    """
    texts = list(outline.fields.values())
    for further in outline.more:
        texts += [*outline_texts(further.outline), further.x, further.y, further.turn]
    return texts


def _fit_place(project: Project, fit: FitSpec) -> int:
    """At which step of its part a the fit stands."""
    steps = sheet(project, project.part(fit.parts[0]))
    return next(
        i for i, s in enumerate(steps) if s.kind == FIT_STEP and s.fields.get("fit") == fit.name
    )

"""From a document to values, solids and fits: a pure function, cached step by step.

A step is built again only when something it was made from has changed: its own numbers, the
state before it, or another part it follows. What cannot be built says why and is left out;
everything that does not depend on it is still there.
"""

from __future__ import annotations

from dataclasses import dataclass, field, replace

from core.errors import BuildError, CoreError, ExpressionError, unforeseen
from core.fits import FITS, FitInput, FitKind
from core.halting import may_halt
from core.limits import check_size
from core.measures import dependency_order
from core.measures.display import in_unit
from core.measures.units import length
from core.outlines.facet_fineness import as_sketch, chord_error_mm
from core.process import Process, forecast
from core.process.forecast import bias_mm, chance_of
from core.project.cache import STATES, content_key
from core.project.fields import STATION_FIELDS, FieldReader, OutlinePlan, Worked, typed_texts
from core.project.graph import Node, dependencies, fit_of, followed_parts, sheet
from core.project.placing import PLACE_FIELDS, Placed, place_texts, placed
from core.project.proposing import proposed_gap
from core.project.resolve import Names, Typed, quantity_of, work_out
from core.project.results import FitResult, PartResult, Sketch, Solution, StepResult
from core.project.schema import FitSpec, Place, Project, Step
from core.solids import Frame
from core.solids.stance import up_of
from core.steps import STEPS, PartState, StationInput, StepInput
from core.steps.registry import Cures
from core.steps.state import NoPlace


def solve(project: Project) -> Solution:
    """Works out a whole document. Never raises for what a maker typed.

    >>> from core.project.starters import begun
    >>> solved = solve(begun("lidded_box"))
    >>> solved.errors, round(solved.measures["measures.wall"].value, 3)
    ((), 2.8)
    """
    return _Solver(project).run()


def sketch(project: Project) -> Solution:
    """The same with coarse facets: quick to build and only to be looked at, never measured.

    >>> from core.project.starters import begun
    >>> rough, fine = (work(begun("knob")).parts["knob"].state.body for work in (sketch, solve))
    >>> rough.solid.num_tri() < fine.solid.num_tri()
    True
    """
    with as_sketch():
        return _Solver(project).run()


@dataclass
class _FitSoFar:
    result: FitResult
    given: FitInput | None = None


@dataclass
class _Solver:
    project: Project
    measures: dict[str, Typed] = field(default_factory=dict)
    steps: dict[str, list[StepResult]] = field(default_factory=dict)
    fits: dict[str, _FitSoFar] = field(default_factory=dict)

    def run(self) -> Solution:
        project = self.project
        given = [one.name for one in project.measures] + [
            f"{part.name}.{one.name}" for part in project.parts for one in part.measures
        ]
        self.names = Names(project.units, given=tuple(given))
        self.reader = FieldReader(project, self.names)
        self.sheets = {part.name: sheet(project, part) for part in project.parts}
        self.steps = {part.name: [] for part in project.parts}
        order, cycles = dependency_order(dependencies(project))
        errors = [self._cycle(cycle) for cycle in cycles]
        for node in order:
            may_halt()
            self._work(node)
        parts = {}
        for part in project.parts:
            done = self.steps[part.name]
            state = done[-1].state if done else PartState(part.name)
            parts[part.name] = PartResult(part, tuple(done), state)
        fits = {name: so_far.result for name, so_far in self.fits.items()}
        for fit in fits.values():
            if fit.error:
                fit.error.worded(lambda words: in_unit(words, project.units))
        errors += [typed.error for typed in self.measures.values() if typed.error]
        errors += [s.error for p in parts.values() for s in p.steps if s.error]
        errors += [f.error for f in fits.values() if f.error]
        return Solution(project, self.measures, parts, fits, tuple(errors), self.names.known)

    # -- cycles -------------------------------------------------------------------------

    def _cycle(self, cycle: list[Node]) -> CoreError:
        """Records that the members of a cycle have no value, and says which they are."""
        named = [self._node_name(node) for node in cycle]
        message = "these go round in a circle: " + " → ".join([*named, named[0]])
        for node in cycle:
            error = ExpressionError(message, position=0)
            if node[0] == "measure":
                path = self._measure_path(node[1], node[2])
                text = self._measure(node[1], node[2])
                self.measures[path] = Typed(path, text, "length", error=error.at(path))
            elif node[0] == "step":
                part, number = node[1], int(node[2])
                step = self.sheets[part][number]
                before = self.steps[part][-1].state if self.steps[part] else PartState(part)
                self.steps[part].append(
                    StepResult(step, {}, {}, before, error.at(f"parts.{part}.steps.{step.id}"))
                )
            self.names.failed[self._node_name(node)] = "it goes round in a circle"
        return ExpressionError(message)

    def _node_name(self, node: Node) -> str:
        if node[0] == "measure":
            return f"{node[1]}.{node[2]}" if node[1] else node[2]
        if node[0] == "step":
            return f"{node[1]}.{self.sheets[node[1]][int(node[2])].id}"
        return node[1]

    # -- one node at a time -------------------------------------------------------------

    def _work(self, node: Node) -> None:
        if node[0] == "measure":
            self._do_measure(node[1], node[2])
        elif node[0] == "fit":
            self._do_fit(next(fit for fit in self.project.fits if fit.name == node[1]))
        else:
            self._do_step(node[1], int(node[2]))

    def _measure_path(self, part: str, name: str) -> str:
        return f"parts.{part}.measures.{name}" if part else f"measures.{name}"

    def _measure(self, part: str, name: str) -> str:
        owner = self.project.part(part).measures if part else self.project.measures
        return next(m.expression for m in owner if m.name == name)

    def _do_measure(self, part: str, name: str) -> None:
        owner = self.project.part(part).measures if part else self.project.measures
        measure = next(m for m in owner if m.name == name)
        path = self._measure_path(part, name)
        typed = work_out(path, measure.expression, measure.kind, self.names, part)
        self.measures[path] = typed
        full = f"{part}.{name}" if part else name
        if typed.error:
            self.names.failed[full] = typed.error.message
        else:
            self.names.known[full] = quantity_of(typed)

    def _do_fit(self, fit: FitSpec) -> None:
        process = self.project.process
        path = f"fits.{fit.name}"
        worked = self._measured_words(fit)
        proposed = proposed_gap(fit, process, worked)
        typed: dict[str, Typed] = {}
        gap: float | None = proposed
        error: CoreError | None = None
        if fit.gap:
            typed["gap"] = work_out(f"{path}.gap", fit.gap, "length", self.names)
            gap, error = typed["gap"].value, typed["gap"].error
            if gap is not None and gap < 0:
                gap, error = (
                    None,
                    BuildError(
                        f"the gap is {gap:g} mm a side: the parts would lie in each other",
                        where=f"{path}.gap",
                        remedy="nought or more",
                    ),
                )
        if fit.kind not in FITS:
            error = BuildError(f"no kind of fit is called '{fit.kind}'", where=path)
        if gap is not None:
            self.names.known[f"{fit.name}.gap"] = length(gap)
        else:
            self.names.failed[f"{fit.name}.gap"] = error.message if error else "unknown"
        result = forecast(gap, process) if gap is not None else None
        self.fits[fit.name] = _FitSoFar(
            FitResult(
                fit,
                typed,
                {},
                gap,
                proposed,
                _gap_working(fit, process, proposed, gap),
                result,
                chance_of(fit.feel, result, process) if result else None,
                error=error,
            )
        )

    def _measured_words(self, fit: FitSpec) -> dict[str, str]:
        """Texts of a fit in which measures are put in, as far as they can be."""
        kind = FITS.get(fit.kind)
        measured = tuple(one for one in kind.fields if one.measured) if kind else ()
        typed = {one.name: fit.fields[one.name] for one in measured if one.name in fit.fields}
        return self.reader.read(f"fits.{fit.name}.fields", measured, typed, "").words

    def _do_step(self, part: str, number: int) -> None:
        step = self.sheets[part][number]
        done = self.steps[part]
        before = done[-1].state if done else PartState(part)
        fit = fit_of(self.project, self.project.part(part), step)
        if not step.enabled:
            done.append(StepResult(step, {}, dict(step.fields), before))
            self.names.failed[f"{part}.{step.id}"] = f"step '{step.id}' is switched off"
            return
        try:
            result = (
                self._fit_share(fit, step, part, before) if fit else self._plain(step, part, before)
            )
        except Exception as error:
            broken = unforeseen(error, "this step could not be worked out")
            result = StepResult(step, {}, dict(step.fields), before, broken)
        result = self._in_unit(result)
        if result.error:
            lost = result.error
            if isinstance(lost, NoPlace) and f"{part}.{lost.step}" in self.names.failed:
                lost.not_built()
            result.error.at(f"parts.{part}.steps.{step.id}")
            self.names.failed[f"{part}.{step.id}"] = result.error.message
        else:
            feature = result.state.features.get(step.id) or (
                result.state.features.get(fit.name) if fit else None
            )
            for name, quantity in (feature.quantities if feature else {}).items():
                self.names.known[f"{part}.{step.id}.{name}"] = quantity
        done.append(result)

    def _in_unit(self, result: StepResult) -> StepResult:
        """What a step says, warns of and refuses, with every length in the project's unit."""
        unit = self.project.units
        if unit == "mm":
            return result
        if result.error:
            result.error.worded(lambda words: in_unit(words, unit))
        warns = tuple(in_unit(words, unit) for words in result.warns)
        return replace(result, says=in_unit(result.says, unit), warns=warns)

    def _plain(self, step: Step, part: str, before: PartState) -> StepResult:
        path = f"parts.{part}.steps.{step.id}"
        kind = STEPS.get(step.kind)
        if kind is None:
            unknown = BuildError(f"no kind of step is called '{step.kind}'", where=path)
            return StepResult(step, {}, {}, before, unknown)
        done = self.reader.read(f"{path}.fields", kind.fields, step.fields, part)
        words, numbers = dict(done.words), done.numbers
        outline = None
        if kind.has_outline:
            outline = self.reader.outline(f"{path}.outline", step.outline, part, done, "outline.")
        stations: list[tuple[OutlinePlan, dict[str, float]]] = []
        for index, station in enumerate(step.stations if kind.has_stations else ()):
            at = f"{path}.stations.{index}"
            plan = self.reader.outline(
                f"{at}.outline", station.outline, part, done, f"s{index}.outline."
            )
            where = self.reader.read(at, STATION_FIELDS, typed_texts(station), part)
            done.take(where, f"s{index}.")
            if plan:
                stations.append((plan, where.numbers))
        place = Worked()
        if kind.has_place:
            place = self.reader.read(f"{path}.place", PLACE_FIELDS, place_texts(step.place), part)
            done.take(place, "place.")
        typed, all_words = done.typed, done.words
        if done.error:
            return StepResult(step, typed, all_words, before, done.error)
        others = {
            name: results[-1].state
            for name, results in self.steps.items()
            if results and name != part and name in followed_parts(step, kind, self.sheets)
        }
        at_place: Placed | None = None
        try:
            if kind.has_place:
                at_place = placed(step.place, place.numbers, before, others)
            frame = at_place.frame if at_place else Frame()
            key = content_key(
                chord_error_mm(),
                step.kind,
                step.id,
                sorted(numbers.items()),
                sorted(words.items()),
                outline.key() if outline else "",
                frame,
                before.key,
                self.project.units,
                [(plan.key(), sorted(at.items())) for plan, at in stations],
                [state.key for state in others.values()],
            )

            def build() -> tuple[PartState, str, tuple[str, ...], Cures, Sketch | None]:
                further = tuple(
                    StationInput(plan.make(before), p["up"], p["x"], p["y"], p["turn"])
                    for plan, p in stations
                )
                drawn = outline.make(before) if outline else None
                given = StepInput(
                    step.id,
                    numbers,
                    words,
                    before,
                    drawn,
                    frame,
                    others,
                    further,
                    self.project.units,
                )
                after = replace(kind.build(given), key=key)
                if after.body is not None:
                    check_size(after.body.bounds, after.body.solid.num_tri())
                warns = kind.warns(given, after)
                cures = kind.cures(given, after) if warns else ()
                sketch = Sketch((drawn, *(s.outline for s in further))) if drawn else None
                return after, kind.says(given, after), warns, cures, sketch

            after, says, warns, cures, sketch = STATES.get(key, build)
            after = replace(after, part=before.part)  # a part made just so may be another's
            return StepResult(
                step, typed, all_words, after, None, says, warns, cures, sketch, at_place
            )
        except CoreError as failure:
            sketch = outline.sketch(before) if outline else None
            return StepResult(
                step, typed, all_words, before, failure.at(path), sketch=sketch, placed=at_place
            )
        except Exception as error:
            broken = unforeseen(error, "this step could not be built").at(path)
            return StepResult(step, typed, all_words, before, broken, placed=at_place)

    # -- fits ---------------------------------------------------------------------------

    def _fit_share(self, fit: FitSpec, step: Step, part: str, before: PartState) -> StepResult:
        so_far = self.fits[fit.name]
        path = f"fits.{fit.name}"
        if so_far.result.error:
            return StepResult(step, {}, {"fit": fit.name}, before, so_far.result.error)
        kind = FITS[fit.kind]
        is_a = part == fit.parts[0]
        try:
            if is_a:
                so_far.given = self._fit_input(fit, kind, before)
                laid = kind.laid_out(so_far.given)
                so_far.result = replace(so_far.result, laid=laid)
            if so_far.given is None:
                raise BuildError(f"the {kind.roles[0]} of this fit could not be made", where=path)
            given = so_far.given
            if not is_a:
                frame = self._fit_frame(fit, "place_b", before) if kind.on_b else Frame()
                given = replace(given, b=before, frame_b=frame)
            key = content_key(
                chord_error_mm(), fit.kind, fit.name, step.id, is_a, given.gap_mm, given.gives_way,
                sorted(given.numbers.items()), sorted(given.words.items()),
                given.a.key, before.key, given.frame_a, given.frame_b, given.process,
                given.material_b, given.feel,
            )  # fmt: skip
            build = kind.build_a if is_a else kind.build_b
            after = STATES.get(key, lambda: _keyed(build(given), key, fit.name, step.id))
            if after.body is not None:
                check_size(after.body.bounds, after.body.solid.num_tri())
            after = replace(after, part=before.part)
            if not is_a:
                so_far.result = replace(so_far.result, meeting=kind.meeting(given))
            return StepResult(step, {}, {"fit": fit.name}, after)
        except CoreError as failure:
            so_far.result = replace(so_far.result, error=failure.at(path))
            return StepResult(step, {}, {"fit": fit.name}, before, failure)
        except Exception as error:
            broken = unforeseen(error, "this fit could not be built").at(path)
            so_far.result = replace(so_far.result, error=broken)
            return StepResult(step, {}, {"fit": fit.name}, before, broken)

    def _fit_input(self, fit: FitSpec, kind: FitKind, before: PartState) -> FitInput:
        so_far = self.fits[fit.name]
        path = f"fits.{fit.name}.fields"
        gap_mm = so_far.result.gap_mm
        extra = kind.names(before, fit.fields) | ({} if gap_mm is None else {"gap": length(gap_mm)})
        done = self.reader.read(path, kind.fields, fit.fields, "", **extra)
        so_far.result = replace(
            so_far.result, typed={**so_far.result.typed, **done.typed}, words=done.words
        )
        if done.error:
            raise done.error
        assert so_far.result.gap_mm is not None
        frame = self._fit_frame(fit, "place_a", before) if kind.on_a else Frame()
        return FitInput(
            fit.name, so_far.result.gap_mm, fit.gives_way, done.numbers, done.words, before,
            PartState(fit.parts[1]), frame, Frame(), self.project.process,
            self.project.part(fit.parts[1]).material or self.project.process.material,
            fit.feel,
            up_of(self.project.part(fit.parts[1]).stance),
        )  # fmt: skip

    def _fit_frame(self, fit: FitSpec, which: str, state: PartState) -> Frame:
        """Where a fit stands on one of its parts; a part not begun yet has only its origin."""
        place: Place | None = getattr(fit, which)
        done = self.reader.read(
            f"fits.{fit.name}.{which}", PLACE_FIELDS, place_texts(place), state.part
        )
        so_far = self.fits[fit.name]
        typed = {f"{which}.{name}": value for name, value in done.typed.items()}
        so_far.result = replace(so_far.result, typed={**so_far.result.typed, **typed})
        if done.error:
            raise done.error
        return placed(place, done.numbers, state, {}).frame


def _keyed(state: PartState, key: str, fit: str, step: str) -> PartState:
    """A fit's share of a part, also to be followed by the id of the step it stands at."""
    feature = state.features[fit]
    features = {**state.features, step: replace(feature, step=step)}
    return replace(state, key=key, features=features)


def _gap_working(
    fit: FitSpec, process: Process, proposed: float, gap: float | None
) -> tuple[tuple[str, str], ...]:
    """How the gap was chosen, line by line, in mm per side."""
    band, errors = process.bands[fit.feel], process.errors
    lines = [
        (f"middle of {fit.feel}", f"{band.middle:.3f}"),
        ("walls grow", f"{errors.outer:+.3f} ± {errors.outer_sd:.3f}"),
        ("slots shrink", f"{errors.inner:+.3f} ± {errors.inner_sd:.3f}"),
        ("from gap to gap", f"± {errors.sigma:.3f}"),
        (
            "proposed gap",
            (
                f"{band.middle:.3f} {'−' if bias_mm(process) > 0 else '+'}"
                f" {abs(bias_mm(process)):.3f} = {band.middle - bias_mm(process):.3f}"
            ),
        ),
    ]
    if proposed < round(band.middle - bias_mm(process), 2) - 1e-9:
        lines.append(("more would let go", f"at most {proposed:.2f}"))
    if fit.gap and gap is not None:
        lines.append(("gap as typed", f"{gap:.3f} a side"))
    return tuple(lines)

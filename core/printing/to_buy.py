"""What a project takes: filament, screws, inserts, nuts, bearings, and whatever is put in.

What fits want follows from them. What holes want is counted on the finished solids, so that copies,
mirrored halves and holes that were cut away again count as they are. A screw may pass through holes
of several parts: there the holes are told, part by part, and a fit has to say how many screws and
how long.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field

from core.checks.finished import mesh_of
from core.fits import FITS
from core.formats.tables import table_csv
from core.hardware.purchase import Takes
from core.measures.display import extent_text, in_unit
from core.printing.slicing import sliced_view
from core.project.print_groups import printed_groups
from core.project.results import PartResult, Solution, StepResult
from core.proof.faces import how_often
from core.steps import STEPS
from core.views.printing import BuyLine, BuyView, FilamentLine


@dataclass
class _Line:
    many: int = 0
    where: list[str] = field(default_factory=list)


def to_buy(solution: Solution) -> BuyView:
    """What the prints of a project take, and everything of it that does not come off the printer.

    >>> from core.project.solve import solve
    >>> from core.project.starters import begun
    >>> for line in to_buy(solve(begun("screwed_box"))).lines:
    ...     print(line.many, line.what, line.by)
    4 countersunk screw M3 × 6 ISO 10642
    4 heat-set insert M3 common practice, no source
    """
    unit = solution.project.units
    counted: dict[tuple[str, str], _Line] = {}
    passing: dict[tuple[str, str], list[tuple[str, int]]] = {}
    unknown = []
    for fit in solution.fits.values():
        label = fit.fit.label or FITS[fit.fit.kind].title if fit.fit.kind in FITS else fit.fit.name
        if fit.meeting is None and fit.error:
            unknown.append(label)
        for one in fit.meeting.to_buy if fit.meeting else ():
            line = counted.setdefault((in_unit(one.what, unit), one.by), _Line())
            line.many += one.many
            line.where.append(label)
    for part in solution.parts.values():
        for takes, step, many in _of_holes(part, solution):
            if takes.passes:
                passing.setdefault((takes.what, takes.by), []).append((part.part.spoken, many))
                continue
            line = counted.setdefault((takes.what, takes.by), _Line())
            line.many += many
            line.where.append(f"{step} of {part.part.spoken}")
    for host, what in _put_in(solution):
        line = counted.setdefault((what, ""), _Line())
        line.many += 1
        line.where.append(f"in {host}" if host else "")
    lines = [
        BuyLine(many=one.many, what=what, by=by, where=_once(one.where))
        for (what, by), one in counted.items()
    ]
    for (what, by), found in passing.items():
        where = [
            f"{sum(many for part, many in found if part == name)} in {name}"
            for name in dict.fromkeys(part for part, _ in found)
        ]
        lines.append(BuyLine(many=None, what=what, by=by, where=where))
    return BuyView(lines=lines, unknown=unknown, filament=_filament(solution))


def _filament(solution: Solution) -> list[FilamentLine]:
    """What all prints come to, material by material; what is printed assembled is one print."""
    process = solution.project.process
    found: dict[str, FilamentLine] = {}
    for group in printed_groups(solution):
        if group.parts[0].state.body is None:
            continue
        print_ = sliced_view(group, process)
        before = found.get(print_.material)
        cost = None if print_.cost is None else print_.cost + ((before and before.cost) or 0.0)
        found[print_.material] = FilamentLine(
            material=print_.material,
            mass_g=print_.mass_g + (before.mass_g if before else 0.0),
            mass_within=print_.mass_within,
            long_m=print_.filament_m + (before.long_m if before else 0.0),
            seconds=print_.seconds + (before.seconds if before else 0.0),
            time_within=print_.time_within,
            cost=cost,
            prints=1 + (before.prints if before else 0),
        )
    return list(found.values())


def as_csv(view: BuyView) -> str:
    """The list as a table: how many, what, by which list of sizes, where it goes.

    >>> as_csv(BuyView(
    ...     lines=[BuyLine(many=2, what="nut", by="", where=["lid"])], unknown=[], filament=[]))
    'how many,what,sizes by,for\\r\\n2,nut,,lid\\r\\n'
    """
    rows: list[list[object]] = [["how many", "what", "sizes by", "for"]]
    for line in view.lines:
        many = "" if line.many is None else line.many
        holes = "holes: " if line.many is None else ""
        rows.append([many, line.what, line.by, holes + ", ".join(line.where)])
    for one in view.filament:
        what = f"g of {one.material} filament, about {one.long_m:.1f} m"
        prints = f"{one.prints} print{'s' if one.prints > 1 else ''}"
        rows.append([f"{one.mass_g:.0f}", what, "estimated", prints])
    return table_csv(rows)


def _of_holes(part: PartResult, solution: Solution) -> Iterator[tuple[Takes, str, int]]:
    """What the holes of a part take, the step that made them, and how many there are."""
    if part.state.body is None or part.part.bought:
        return
    for done in _made_by(part, solution):
        kind = STEPS.get(done.step.kind)
        if kind is None or done.error or not done.step.enabled:
            continue
        numbers = {name: typed.value or 0.0 for name, typed in done.typed.items()}
        takes = kind.takes(done.words, numbers)
        if takes is None:
            continue
        many = how_often(mesh_of(part.state), done.step.id, takes.face, takes.deep_mm)
        if many:
            yield takes, done.step.spoken, many


def _made_by(part: PartResult, solution: Solution) -> list[StepResult]:
    """The steps a part was made by, and those of parts it is a piece of or has been made with."""
    found: dict[str, StepResult] = {}
    waiting, looked = [part], set()
    while waiting:
        here = waiting.pop(0)
        looked.add(here.part.name)
        for done in here.steps:
            found.setdefault(done.step.id, done)
            kind = STEPS.get(done.step.kind)
            other = kind.part_reference(done.words) if kind else None
            if other and other in solution.parts and other not in looked:
                waiting.append(solution.parts[other])
    return list(found.values())


def _put_in(solution: Solution) -> Iterator[tuple[str, str]]:
    """Bought things that stand in the project as parts, but those a fit makes: the part each is
    put into, and what it is with its size."""
    by_fits = {
        fit.fit.parts[1]
        for fit in solution.fits.values()
        if fit.meeting is not None and fit.meeting.to_buy and FITS[fit.fit.kind].bought_b
    }
    unit = solution.project.units
    for name, part in solution.parts.items():
        if not part.part.bought or part.state.body is None or name in by_fits:
            continue
        low, high = part.state.body.bounds[:3], part.state.body.bounds[3:]
        sizes = [b - a for a, b in zip(low, high, strict=True)]
        told = " × ".join([extent_text(one, unit, False) for one in sizes[:2]])
        size = f"{told} × {extent_text(sizes[2], unit)}"
        host = solution.parts.get(part.part.inside)
        yield host.part.spoken if host else "", f"{part.part.spoken}, {size}"


def _once(where: list[str]) -> list[str]:
    return [one for one in dict.fromkeys(where) if one]

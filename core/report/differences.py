"""What differs between two documents: measures, steps, fits, process, and what followed."""

from __future__ import annotations

from core.project.schema import Part, Project, Step
from core.views.report import Difference


def differences(before: Project, after: Project) -> list[Difference]:
    """Every difference a maker would want to hear of, in the document's own words.

    >>> from core.project.edits import Edit, apply_edits
    >>> from core.project.starters import begun
    >>> before = begun("lidded_box")
    >>> after = apply_edits(before, [Edit("measures.wall", "3 mm")])
    >>> [(one.before, one.after) for one in differences(before, after)]
    [('2.8 mm', '3 mm')]
    """
    found = _named(
        "measure",
        {m.name: m.expression for m in before.measures},
        {m.name: m.expression for m in after.measures},
    )
    old, new = ({p.name: p for p in d.parts} for d in (before, after))
    found += _named(
        "part",
        {n: f"{len(p.steps)} steps" for n, p in old.items() if n not in new},
        {n: f"{len(p.steps)} steps" for n, p in new.items() if n not in old},
    )
    for name in old.keys() & new.keys():
        found += _part(old[name], new[name])
    fits_before = {f.name: f for f in before.fits}
    fits_after = {f.name: f for f in after.fits}
    found += _named(
        "fit",
        {n: f.kind for n, f in fits_before.items() if n not in fits_after},
        {n: f.kind for n, f in fits_after.items() if n not in fits_before},
    )
    for name in fits_before.keys() & fits_after.keys():
        a, b = fits_before[name], fits_after[name]
        for what in ("feel", "gap", "gives_way"):
            if getattr(a, what) != getattr(b, what):
                words = what.replace("_", " ")
                told = (getattr(a, what) or "as proposed", getattr(b, what) or "as proposed")
                found.append(Difference(what=f"{name}, {words}", before=told[0], after=told[1]))
        found += _named(f"{name},", dict(a.fields), dict(b.fields))
    for what, label in (("units", "units"), ("title", "title"), ("notes", "notes")):
        if getattr(before, what) != getattr(after, what):
            found.append(
                Difference(
                    what=label, before=str(getattr(before, what)), after=str(getattr(after, what))
                )
            )
    process_before, process_after = before.process.model_dump(), after.process.model_dump()
    found += _named(
        "process,",
        {k.replace("_", " "): short(v) for k, v in process_before.items()},
        {k.replace("_", " "): short(v) for k, v in process_after.items()},
    )
    return found


def _part(before: Part, after: Part) -> list[Difference]:
    old, new = ({s.id: s for s in p.steps} for p in (before, after))
    found = _named(
        f"{after.name}, step",
        {i: s.kind for i, s in old.items() if i not in new},
        {i: s.kind for i, s in new.items() if i not in old},
    )
    for step in old.keys() & new.keys():
        found += _step(f"{after.name}, {step}", old[step], new[step])
    kept = [i for i in old if i in new]
    if kept != [i for i in new if i in old]:
        found.append(
            Difference(what=f"{after.name}, order of steps", before=", ".join(kept),
                       after=", ".join(i for i in new if i in old))
        )  # fmt: skip
    for what in ("stance", "material", "label", "colour", "shown"):
        if getattr(before, what) != getattr(after, what):
            found.append(
                Difference(what=f"{after.name}, {what}", before=getattr(before, what) or "-",
                           after=getattr(after, what) or "-")
            )  # fmt: skip
    return found


def _step(where: str, before: Step, after: Step) -> list[Difference]:
    found = _named(f"{where},", dict(before.fields), dict(after.fields))
    if before.kind != after.kind:
        found.append(Difference(what=f"{where}, kind", before=before.kind, after=after.kind))
    if before.enabled != after.enabled:
        told = ("on", "off") if before.enabled else ("off", "on")
        found.append(Difference(what=where, before=told[0], after=told[1]))
    if before.outline and after.outline and before.outline.kind == after.outline.kind:
        found += _named(f"{where},", dict(before.outline.fields), dict(after.outline.fields))
    elif before.outline != after.outline:
        found.append(
            Difference(
                what=f"{where}, outline",
                before=before.outline.kind if before.outline else "-",
                after=after.outline.kind if after.outline else "-",
            )
        )
    if before.place != after.place:
        found.append(
            Difference(
                what=f"{where}, place",
                before=short(before.place and before.place.model_dump()),
                after=short(after.place and after.place.model_dump()),
            )
        )
    return found


def _named(what: str, before: dict[str, str], after: dict[str, str]) -> list[Difference]:
    return [
        Difference(what=f"{what} {name}", before=before.get(name, "-"), after=after.get(name, "-"))
        for name in dict.fromkeys([*before, *after])
        if before.get(name) != after.get(name)
    ]


def short(value: object) -> str:
    """A value in few words.

    >>> short(2.5), short("wall / 2")
    ('2.5', 'wall / 2')
    """
    if isinstance(value, dict):
        return ", ".join(f"{k} {short(v)}" for k, v in value.items() if v not in ("", "0", None))
    if isinstance(value, float):
        return f"{value:.4g}"
    return str(value)

"""Reads the arguments and answers. Bad input: one line on stderr, exit code 2."""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path
from typing import TYPE_CHECKING

from core.errors import CoreError, DocumentError
from core.project.helper import help_when

if TYPE_CHECKING:
    from core.formats.reading import RawMesh
    from core.project.schema import Project


class _Parser(argparse.ArgumentParser):
    def error(self, message: str):  # type: ignore[no-untyped-def]
        self.exit(2, f"fairhinge: {message}\n")


def parser() -> argparse.ArgumentParser:
    """The arguments of every command."""
    top = _Parser(prog="fairhinge", description="Parts that fit, from the command line.")
    commands = top.add_subparsers(dest="command", required=True, parser_class=_Parser)
    evaluate = commands.add_parser("eval", help="work out one expression")
    evaluate.add_argument("expression", help='for example "2.5in/2 - 1/8in"')
    evaluate.add_argument("--units", choices=("mm", "in"), default="mm", help="of bare numbers")
    evaluate.add_argument("--json", action="store_true")
    build = commands.add_parser("build", help="build every part of a project document")
    build.add_argument("project", type=Path)
    build.add_argument("--out", type=Path, required=True, help="folder for the files")
    build.add_argument("--format", choices=("stl", "3mf", "obj", "ply", "glb"), default="3mf")
    build.add_argument("--json", action="store_true", help="print what was built as JSON")
    build.add_argument(
        "--assembled", action="store_true", help="every part where it sits in the finished thing"
    )
    prove = commands.add_parser("prove", help="everything that can be said of a project document")
    prove.add_argument("project", type=Path)
    prove.add_argument("--no-proof", action="store_true", help="build only, run no checks")
    prove.add_argument("--json", action="store_true")
    flex = commands.add_parser("flex", help="push each key measure of a project until it breaks")
    flex.add_argument("project", type=Path)
    flex.add_argument("--measure", default="", help="only this one, by its name")
    flex.add_argument("--json", action="store_true")
    thread = commands.add_parser("thread", help="the sizes of a thread")
    thread.add_argument("designation", help='for example "M12x1.5", "1/4-20 UNC", "Tr20x4"')
    thread.add_argument("--json", action="store_true")
    check = commands.add_parser("check", help="prove a mesh file as a printer would make it")
    check.add_argument("file", type=Path)
    check.add_argument("--units", choices=("mm", "in"), default="mm", help="of STL, OBJ and PLY")
    check.add_argument("--material", default="PLA")
    check.add_argument("--layer", type=float, default=0.2, help="layer height, mm")
    check.add_argument("--nozzle", type=float, default=0.4, help="nozzle, mm")
    check.add_argument("--stance", choices=("as-is", "best"), default="as-is")
    check.add_argument("--json", action="store_true")
    gap = commands.add_parser("gap", help="the smallest gap between two mesh files")
    gap.add_argument("a", type=Path)
    gap.add_argument("b", type=Path)
    gap.add_argument("--units", choices=("mm", "in"), default="mm", help="of STL, OBJ and PLY")
    gap.add_argument("--json", action="store_true")
    backup = commands.add_parser("backup", help="copy the whole workshop into one file")
    backup.add_argument("file", type=Path)
    restore = commands.add_parser("restore", help="put a copy of the workshop back")
    restore.add_argument("file", type=Path)
    restore.add_argument(
        "--beside", action="store_true", help="add what is in it to what is here already"
    )
    doctor = commands.add_parser("doctor", help="say what ails the workshop's books")
    doctor.add_argument("--mend", action="store_true", help="mend it, or bring back a copy")
    return top


def main(arguments: list[str] | None = None) -> int:
    """Runs a command; returns its exit code."""
    given = parser().parse_args(arguments)
    help_when(lambda: True)
    try:
        return _COMMANDS[given.command](given)
    except CoreError as error:
        print(f"fairhinge: {error.one_line()}", file=sys.stderr)
        return 2
    finally:
        help_when(lambda: False)


def _workshop() -> None:
    """Opens the workshop that `./start` serves."""
    import os

    import django

    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
    django.setup()


def _backup(given: argparse.Namespace) -> int:
    _workshop()
    from workshop import copies, doctor

    if copies.one_file() and not doctor.books().exists():
        raise DocumentError("there is no workshop here yet", remedy="./start begins one")
    copies.copy_books(given.file)
    print(f"{given.file}: {given.file.stat().st_size / 1e6:.1f} MB, looked through and whole")
    return 0


def _restore(given: argparse.Namespace) -> int:
    _workshop()
    from workshop import doctor, restoring

    ailment = doctor.fit_to_open()
    if ailment is not None:
        raise DocumentError(ailment.words, remedy=ailment.cure)
    found = restoring.restore(given.file, given.beside)
    where = " beside what is here" if found.beside else ""
    print(f"{found.projects} projects and {found.processes} processes came back{where}")
    return 0


def _doctor(given: argparse.Namespace) -> int:
    _workshop()
    from workshop import copies, doctor

    if copies.one_file() and not doctor.books().exists():
        print("there is no workshop here yet: ./start begins one")
        return 0
    found = doctor.look(given.mend)
    for one in found:
        print(one.told())
    if not found:
        print("nothing ails the workshop")
    return 0 if all(one.done for one in found) else 1


def _eval(given: argparse.Namespace) -> int:
    from core.measures.display import quantity_text
    from core.measures.evaluate import evaluate
    from core.measures.grammar import parse
    from core.measures.units import ANGLE, LENGTH, NUMBER

    result = evaluate(parse(given.expression), {}, given.units)
    if result.bare:
        result = result.taking(LENGTH, given.units)
    text = quantity_text(result, given.units)
    if not given.json:
        print(text)
        return 0
    key = {LENGTH: "mm", ANGLE: "deg", NUMBER: "number"}.get(
        result.dimension, f"mm^{result.dimension.length}"
    )
    print(json.dumps({key: float(f"{result.value:.12g}"), "text": text}, ensure_ascii=False))
    return 0


def _thread(given: argparse.Namespace) -> int:
    from core.threads.designation import read_thread

    thread = read_thread(given.designation)
    sizes = {
        "major_mm": thread.major,
        "pitch_mm": thread.pitch,
        "pitch_diameter_mm": thread.pitch_diameter,
        "minor_internal_mm": thread.minor_internal,
        "minor_external_mm": thread.minor_external,
        "tap_drill_mm": thread.tap_drill,
    }
    if given.json:
        told = {key: round(value, 4) for key, value in sizes.items()}
        print(
            json.dumps({"thread": thread.name, "source": thread.source, **told}, ensure_ascii=False)
        )
        return 0
    print(f"{thread.name}, {thread.source}")
    for key, value in sizes.items():
        print(f"  {key.removesuffix('_mm').replace('_', ' ')}: {value:.3f} mm")
    return 0


def _document(path: Path) -> Project:
    from core.project.document import read_document

    try:
        return read_document(path.read_bytes())
    except OSError as error:
        raise DocumentError(f"{path}: {error.strerror or 'cannot be read'}") from None


def _flex(given: argparse.Namespace) -> int:
    from core.project.solve import solve
    from core.report.flexing import key_measures, measure_name, push

    project = _document(given.project)
    paths = {measure_name(one.path): one.path for one in key_measures(solve(project))}
    if given.measure and given.measure not in paths:
        raise DocumentError(
            f"'{given.measure}' is no measure that is a plain number",
            remedy="one of " + ", ".join(paths) if paths else None,
        )
    wanted = [given.measure] if given.measure else list(paths)
    found = [one for name in wanted if (one := push(project, paths[name]))]
    if given.json:
        told = [
            {"measure": one.name, "value": one.value, "holds_from": one.low.value,
             "breaks_below": one.low.breaks, "why_below": one.low.words,
             "holds_to": one.high.value, "breaks_above": one.high.breaks,
             "why_above": one.high.words, "tries": one.tries}
            for one in found
        ]  # fmt: skip
        print(json.dumps(told))
        return 0
    for one in found:
        print(f"{one.name} = {one.shown} holds from {one.low.shown} to {one.high.shown}")
        for end in (one.low, one.high):
            if end.breaks is not None:
                print(f"  at {end.breaks_shown}: {end.words}")
    return 0


def _build(given: argparse.Namespace) -> int:
    from core.export import export_project
    from core.project.solve import solve
    from core.report import report_on

    project = _document(given.project)
    solution = solve(project)
    if solution.errors:
        raise solution.errors[0]
    files = export_project(solution, given.format, given.assembled)
    try:
        given.out.mkdir(parents=True, exist_ok=True)
        for name, data in files.items():
            (given.out / name).write_bytes(data)
    except OSError as error:
        raise DocumentError(f"{given.out}: {error.strerror or 'cannot be written'}") from None
    report = report_on(solution)
    if given.json:
        parts = [
            {
                "part": part.name,
                "volume_mm3": part.volume_mm3,
                "mass_g": part.mass.mass_g if part.mass else None,
                "size_mm": part.size_mm,
                "wall_min_mm": part.wall_min_mm,
                "closed": part.closed,
            }
            for part in report.parts
        ]
        gaps = [
            {"fit": fit.name, "gap": pair.name, "asked_mm": pair.asked_mm, "mm": pair.measured_mm}
            for fit in report.fits
            for pair in fit.pairs
        ]
        print(json.dumps({"files": sorted(files), "parts": parts, "gaps": gaps}))
        return 0
    for part in report.parts:
        mass = f"{part.mass.mass_g:.1f} g {part.mass.material}" if part.mass else ""
        print(f"{part.label}: {(part.volume_mm3 or 0) / 1000:.2f} cm³, {mass}")
    for fit in report.fits:
        for pair in fit.pairs:
            print(f"{fit.label or fit.name}: {pair.name} gap {pair.measured_mm:.3f} mm measured, "
                  f"{pair.asked_mm:.3f} mm asked")  # fmt: skip
    for finding in report.findings:
        if finding.severity in ("stop", "warning"):
            print(f"{finding.severity}: {finding.part or finding.fit}: {finding.message}")
    print(f"{len(files)} files in {given.out}")
    return 0


def _prove(given: argparse.Namespace) -> int:
    from core.project.solve import solve
    from core.report.proving import proved, proved_in_words

    told = proved(solve(_document(given.project)), proof=not given.no_proof)
    if given.json:
        print(json.dumps(told, ensure_ascii=False, allow_nan=False))
    else:
        print("\n".join(proved_in_words(told)))
    return 0


def _read(path: Path, units: str) -> RawMesh:
    from core.formats.reading import LARGEST_BYTES, read_mesh

    try:
        if path.stat().st_size > LARGEST_BYTES:
            raise DocumentError(f"{path.name} is larger than {LARGEST_BYTES // 1_000_000} MB")
        data = path.read_bytes()
    except OSError as error:
        raise DocumentError(f"{path}: {error.strerror or 'cannot be read'}") from None
    return read_mesh(data, path.name, units)


def _check(given: argparse.Namespace) -> int:
    from core.process import Process
    from core.report.mesh_check import check_mesh

    if not 0 < given.layer <= 5 or not 0 < given.nozzle <= 5:
        raise DocumentError("layer height and nozzle lie between 0 and 5 mm")
    process = Process(
        material=given.material,
        layer_mm=given.layer,
        nozzle_mm=given.nozzle,
        line_mm=round(given.nozzle * 1.125, 3),  # a line is a little wider than its nozzle
    )
    found = check_mesh(_read(given.file, given.units), given.file.name, process, given.stance)
    if given.json:
        print(json.dumps(found, ensure_ascii=False))
        return 0
    size = " × ".join(f"{v:.2f}" for v in found["size_mm"])
    print(f"{found['file']}: {found['triangles']} triangles, {size} mm")
    if found["volume_mm3"] is None:
        print("no volume: the surface is open")
    else:
        print(f"{found['volume_mm3'] / 1000:.3f} cm³, {found['mass_g']:.1f} g {found['material']}")
    for finding in found["findings"]:
        print(f"{finding['severity']}: {finding['check']}: {finding['message']}")
    if not found["findings"]:
        print("nothing to stop for")
    return 0


def _gap(given: argparse.Namespace) -> int:
    from core.report.mesh_check import gap_between, triangles_of

    meshes = [triangles_of(_read(path, given.units), path.name) for path in (given.a, given.b)]
    found = gap_between(*meshes)
    if given.json:
        print(json.dumps(found))
        return 0
    shared = found["overlap_mm3"]
    if shared:
        print(f"they lie in each other by {shared:.3f} mm³")
    else:
        print(f"smallest gap {found['min_gap_mm']:.4f} mm")
    return 0


_COMMANDS = {
    "eval": _eval,
    "build": _build,
    "flex": _flex,
    "prove": _prove,
    "thread": _thread,
    "check": _check,
    "gap": _gap,
    "backup": _backup,
    "restore": _restore,
    "doctor": _doctor,
}


if __name__ == "__main__":
    sys.exit(main())

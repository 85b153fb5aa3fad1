"""Builders: processes that build for others, within limits, given up when nobody waits."""

from __future__ import annotations

import io
import json
import math
import operator
import os
import threading
import time
import zipfile
from collections.abc import Iterator
from typing import Any

import psutil
import pytest
import trimesh
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from manifold3d import Manifold

from core.errors import BuildError, ExpressionError
from core.halting import may_halt
from core.measures import parse
from core.project.document import from_data
from core.project.edits import Edit, apply_edits
from core.project.helper import Errand, helped, may_have_help
from core.project.schema import Project as Document
from core.project.solve import solve
from core.project.starters import begun
from core.report import consequences, report_on
from core.report.fields import options_at
from core.views.report import Report
from tests.workshop.asking import asking, heard, slow, until
from workshop import builders, jobs, reports
from workshop.builders import ASKER, Asker, Halted, Limited, ask, ask_bit_by_bit
from workshop.pool import BUILDS, KNOWS, PATIENCE_S, SKETCHES, TRIES


def test_without_builders_all_is_done_in_place() -> None:
    assert not builders.begun()
    assert ask(os.getpid) == os.getpid()
    assert list(ask_bit_by_bit(iter, "ab")) != []


def test_a_builder_answers_as_the_function_does(pool: None) -> None:
    assert ask(math.hypot, 3.0, 4.0) == 5.0
    assert ask(os.getpid) != os.getpid()
    with pytest.raises(ZeroDivisionError):
        ask(operator.truediv, 1, 0)


def _threads_of_the_kernel() -> int:
    """How many threads one large union brings about, beside those there are."""
    before = psutil.Process().num_threads()
    ball = Manifold.sphere(10.0, 128)
    (ball + ball.translate((3.0, 1.0, 0.0))).num_tri()
    return psutil.Process().num_threads() - before


def test_a_builders_kernel_works_on_more_than_one_core(pool: None) -> None:
    if len(os.sched_getaffinity(0)) < 2:
        pytest.skip("there is one core")
    assert ask(_threads_of_the_kernel) >= 1


def _helped_once_alone(_: int) -> bool:
    """Whether a builder may have a helper, once it may or 5 s have gone."""
    for _ in range(200):
        if may_have_help():
            return True
        time.sleep(0.025)
    return False


def test_a_builder_has_a_helper_where_a_core_is_free_for_it(pool: None) -> None:
    if len(os.sched_getaffinity(0)) < 2:
        pytest.skip("there is one core")
    assert ask(may_have_help)
    # as many at work as there are cores: nobody is helped until one of them is done
    busy = [heard(lambda: ask(time.sleep, 1.5)) for _ in range((os.cpu_count() or 2) - 1)]
    until(lambda: len(builders._pool[0].busy) == len(busy))
    assert not ask(may_have_help)
    assert ask(_helped_once_alone, 0)
    for thread, _ in busy:
        thread.join()


def _endless() -> None:
    while True:
        sum(range(1000))


def _with_a_helper_for_ever() -> Iterator[int]:
    """The helper's process, and then nothing more."""
    with helped([Errand("for ever", _endless, 9.0)], own_s=9.0):
        yield psutil.Process().children()[0].pid
        _endless()


def test_a_builder_that_is_ended_takes_its_helper_with_it(pool: None, settings) -> None:
    if len(os.sched_getaffinity(0)) < 2:
        pytest.skip("there is one core")
    settings.BUILD_SECONDS = 1.0
    comes = ask_bit_by_bit(_with_a_helper_for_ever)
    helper = psutil.Process(next(comes))
    with pytest.raises(Limited, match="more than 1 s"):
        next(comes)

    def gone() -> bool:
        try:
            return helper.status() == psutil.STATUS_ZOMBIE
        except psutil.NoSuchProcess:
            return True

    until(gone)


def _nice() -> int:
    return os.nice(0)


def test_the_server_goes_before_its_builders_and_those_who_wait_before_what_is_done_aside(
    pool: None,
) -> None:
    own = _nice()
    assert own < ask(_nice) < ask(_nice, aside=True)


def test_a_refusal_comes_back_whole(pool: None) -> None:
    with pytest.raises(ExpressionError) as here:
        parse("2 +")
    with pytest.raises(ExpressionError) as there:
        ask(parse, "2 +")
    assert there.value.message == here.value.message
    assert there.value.position == here.value.position


def test_what_takes_too_long_is_ended_and_says_so(pool: None, settings) -> None:
    settings.BUILD_SECONDS = 0.4
    before = ask(os.getpid)
    with pytest.raises(Limited, match=r"more than 0\.4 s") as told:
        ask(time.sleep, 60)
    assert isinstance(told.value, BuildError) and "BUILD_SECONDS" in told.value.remedy
    # the others answer, and there are as many as before
    assert len({ask(os.getpid) for _ in range(4)} | {before}) >= 2
    assert ask(math.sqrt, 4.0) == 2.0


def test_what_takes_too_much_memory_is_ended_and_it_is_given_back(pool: None, settings) -> None:
    settings.BUILD_MB = 600.0
    with pytest.raises(Limited, match="more than 600 MB"):
        ask(operator.mul, b"x", 4_000_000_000)
    children = psutil.Process().children(recursive=True)
    until(lambda: sum(c.memory_info().rss for c in children if c.is_running()) < 1.5e9)
    assert ask(math.sqrt, 4.0) == 2.0


def test_a_builder_that_dies_is_replaced_and_whoever_asked_is_told(pool: None) -> None:
    with pytest.raises(Limited, match="broke off"):
        ask(os._exit, 3)
    assert ask(math.sqrt, 9.0) == 3.0


def test_others_are_answered_while_one_is_stuck(pool: None) -> None:
    thread, _ = heard(lambda: ask(time.sleep, 4))
    began = time.monotonic()
    assert [ask(math.sqrt, 16.0) for _ in range(20)] == [4.0] * 20
    assert time.monotonic() - began < 3  # the stuck one is still at it
    assert thread.is_alive()
    builders.end()
    thread.join(5)


def test_work_aside_leaves_a_builder_free(pool: None) -> None:
    ask(math.sqrt, 4.0)  # once builders have begun
    aside = [heard(lambda: ask(time.sleep, 1.5, aside=True)) for _ in range(3)]
    time.sleep(0.3)
    began = time.monotonic()
    assert ask(math.sqrt, 16.0) == 4.0
    assert time.monotonic() - began < 1
    builders.end()
    for thread, _ in aside:
        thread.join(5)


def test_what_would_cure_a_finding_is_waited_for_though_it_is_done_aside(pool: None) -> None:
    until(lambda: ask(os.getpid, aside=True) > 0)
    assert not builders.waited_for()
    other, _ = heard(lambda: ask(time.sleep, 1.0, aside=True))  # a picture for the shelf
    time.sleep(0.2)
    assert not builders.waited_for()
    thread, found = heard(lambda: ask(time.sleep, 0.6, aside=True, newest=TRIES))
    until(builders.waited_for)  # the shelf's next picture waits
    thread.join()
    assert found == [None] and not builders.waited_for()
    other.join()


def test_newer_work_for_a_project_halts_older(pool: None) -> None:
    older, found = asking("7", lambda: list(reports.building(slow(), None)))
    time.sleep(0.4)
    newer, then = asking("7", lambda: list(reports.building(begun("lidded_box"), None)))
    older.join(5)
    assert isinstance(found[0], Halted)
    newer.join(20)
    assert json.loads(then[0][-1][0])["stage"] == "proof"


def test_what_one_page_asks_for_does_not_halt_what_another_waits_for(pool: None) -> None:
    """Two tabs on one project, each building the version it has just heard of."""
    box = begun("lidded_box")
    both = [
        asking("7", lambda: list(reports.building(box, None)), page=page) for page in ("a", "b")
    ]
    for thread, found in both:
        thread.join(30)
        assert json.loads(found[0][-1][0])["stage"] == "proof"
    older, found = asking("7", lambda: list(reports.building(slow(), None)), page="a")
    time.sleep(0.4)
    builders.give_up("7")  # stopped, whatever page it was for
    older.join(5)
    assert isinstance(found[0], Halted)


def test_who_asks_is_known_though_the_lines_are_read_later(pool: None) -> None:
    """A streamed answer is read when the request's own context has gone."""
    token = ASKER.set(Asker("9", lambda: False))
    comes = reports.building(slow(), None)
    ASKER.reset(token)
    builders.give_up("9")
    with pytest.raises(Halted):
        list(comes)


def test_a_reader_that_leaves_half_way_leaves_the_builder_what_it_knows(
    pool: None, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(builders, "HALT_S", 20.0)  # however busy the machine is
    ahead = lambda: [one for one in builders._pool[0].idle if not one.aside]  # noqa: E731
    until(lambda: len(ahead()) == 2)
    where = {one.process.pid for one in ahead()}
    token = ASKER.set(Asker("11", lambda: False))
    comes = reports.building(begun("clip_box"), None)
    ASKER.reset(token)
    assert json.loads(next(comes)[0])["stage"] == "solids"
    comes.close()  # type: ignore[attr-defined]
    until(lambda: not builders._pool[0].busy)
    assert {one.process.pid for one in ahead()} == where
    assert ask(os.getpid) in where


def test_all_that_is_under_way_is_given_up(pool: None) -> None:
    asked = [asking(of, lambda: list(reports.building(slow(), None))) for of in ("21", "22")]
    time.sleep(0.4)
    builders.give_up_all()
    for thread, found in asked:
        thread.join(5)
        assert isinstance(found[0], Halted)
    assert ask(math.sqrt, 9.0) == 3.0


def test_work_nobody_waits_for_is_given_up_and_its_builder_kept(pool: None) -> None:
    gone = threading.Event()
    pids = {ask(os.getpid), ask(os.getpid)}
    thread, found = asking("8", lambda: list(reports.building(slow(), None)), gone.is_set)
    time.sleep(0.4)
    gone.set()
    thread.join(5)
    assert isinstance(found[0], Halted)
    assert ask(os.getpid) in pids or ask(os.getpid) in pids


def where(of: str, **how: Any) -> object:
    """Which builder does something of a project."""
    thread, found = asking(of, lambda: ask(os.getpid, **how))
    thread.join(5)
    return found[0]


def _both_are_there() -> None:
    """Builders begin one after the other."""
    until(lambda: sum(not one.aside for one in builders._pool[0].idle) == 2)


def _until_halted() -> None:
    while True:
        may_halt()
        time.sleep(0.01)


def test_a_project_goes_back_to_the_builder_that_knows_it(pool: None) -> None:
    # builders begin one after the other: until both are there one of them is asked for all
    for turn in range(200):
        one, other = f"{turn}", f"{turn} too"
        first, second = where(one), where(other)
        if first != second:
            break
    assert first != second
    assert [where(one), where(other), where(other), where(one)] == [first, second, second, first]


def test_where_a_sketch_will_do_it_is_asked_of_the_builder_of_sketches(pool: None) -> None:
    # builders begin one after the other: until both are there one does all of it
    for _ in range(200):
        builds = where("7", newest=BUILDS)
        sketches = where("7", newest=SKETCHES)
        if sketches != builds:
            break
    assert sketches != builds
    assert [where("7", sketched=True), where("7")] == [sketches, builds]


def test_who_builds_a_project_still_knows_it_after_a_sketch_of_it(pool: None) -> None:
    _both_are_there()
    assert where("7", newest=BUILDS) != where("7", newest=SKETCHES)
    builds, sketches = where("7"), where("7", sketched=True)
    # the other is busy for longer than a sketch waits: it is drawn by the one that builds
    thread, _ = asking("7", lambda: ask(time.sleep, 1.0, newest=SKETCHES), page="other")
    until(lambda: len(builders._pool[0].busy) == 1)
    assert where("7", newest=SKETCHES) == builds
    thread.join(5)
    assert where("7") == builds
    assert where("7", sketched=True) == sketches


def test_a_sketch_that_is_overtaken_is_waited_for_and_not_spread(
    pool: None, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setitem(PATIENCE_S, SKETCHES, 20.0)  # however slow the machine
    _both_are_there()
    builds, sketches = where("7"), where("7", newest=SKETCHES)
    for _ in range(3):
        older, given_up = asking("7", lambda: ask(_until_halted, newest=SKETCHES))
        until(lambda: len(builders._pool[0].busy) == 1)
        assert where("7", newest=SKETCHES) == sketches
        older.join(5)
        assert isinstance(given_up[0], Halted)
    assert where("7") == builds


def test_a_builder_is_known_for_as_many_projects_as_it_keeps_something_of(pool: None) -> None:
    _both_are_there()
    first = where("1", newest=BUILDS)
    assert where("2", newest=BUILDS) != first  # who has been idle longest
    assert where("1") == first and builders.known("1")
    for of in range(3, 3 + 2 * KNOWS):
        where(f"{of}", newest=BUILDS)
    assert not builders.known("1")
    assert all(len(one.knows) <= KNOWS for one in builders._pool[0].idle)


def test_what_a_field_may_be_set_to_is_told_of_a_sketch_as_of_the_solids() -> None:
    document = begun("jar")
    path = "parts.jar.steps.body.place.x_from"
    told = reports.options_told(document, path)
    assert told is not None and told == options_at(solve(document), path)
    assert reports.options_told(document, "parts.jar.steps.nothing.place.x_from") is None


def _has_proved(document: Document) -> bool:
    return reports._KEPT.kept(reports._key_of(document)) is not None


def test_what_followed_is_told_by_a_builder_that_never_proved_the_version_before(
    pool: None,
) -> None:
    _both_are_there()
    document = begun("lidded_box")
    wider = apply_edits(document, [Edit("measures.wide", "81 mm")])
    told = []
    for since in (None, document):
        for one in builders._pool[0].idle:  # the next is done by the one idle longest
            one.knows.clear()
        thread, found = asking(
            "7", lambda since=since: list(reports.building(wider if since else document, since))
        )
        thread.join(60)
        told.append(json.loads(found[0][-1][0]))  # type: ignore[index]
        asked, knows = asking("7", lambda: [ask(_has_proved, one) for one in (document, wider)])
        asked.join(20)
        assert knows == [[since is None, since is not None]]
    assert told[0]["consequences"] == []
    here = consequences(report_on(solve(document)), report_on(solve(wider)))
    assert {"Box width", "Box holds", "Box mass"} <= {one.label for one in here}
    assert told[1]["consequences"] == [one.model_dump() for one in here]


def test_a_report_is_the_same_whoever_makes_it(pool: None) -> None:
    document = begun("jar")
    there = reports.report_of(document)
    builders.end()
    assert isinstance(there, Report)
    one, other = (leaves(report.model_dump()) for report in (reports.report_of(document), there))
    assert one.keys() == other.keys()
    # the kernel's threads add up in any order: the last digits differ between two solutions
    close = {at for at, value in one.items() if isinstance(value, float)}
    assert {at: one[at] for at in close} == pytest.approx({at: other[at] for at in close}, rel=1e-6)
    assert {at: one[at] for at in one.keys() - close} == {
        at: other[at] for at in other.keys() - close
    }


def leaves(value: Any, at: str = "") -> dict[str, Any]:
    """What lists and tables hold at last, by where it stands."""
    if isinstance(value, dict):
        pairs = value.items()
    elif isinstance(value, list | tuple):
        pairs = enumerate(value)
    else:
        return {at: value}
    return {k: v for key, inner in pairs for k, v in leaves(inner, f"{at}.{key}").items()}


def test_what_cannot_be_built_can_still_be_read_and_changed(pool: None) -> None:
    told = reports.unbuilt(begun("jar"), "this takes more than 60 s", "fewer copies")
    assert told.severity == "stop" and told.findings[0].message.startswith("this takes more")
    jar = next(part for part in told.parts if part.name == "jar")
    assert [step.kind for step in jar.steps][:2] == ["extrude", "chamfer"] and not jar.key
    assert any(field.name == "height" for field in jar.steps[0].fields)


# -- hostile input, as it comes over the wire ----------------------------------------------------


def nested_components(levels: int, each: int) -> bytes:
    """A 3MF (core specification 1.3) whose components stand for ``each ** levels`` meshes."""
    mesh = (
        '<object id="1" type="model"><mesh><vertices>'
        + "".join(f'<vertex x="{x}" y="{y}" z="{z}"/>' for x, y, z in
                  ((0, 0, 0), (9, 0, 0), (0, 9, 0), (0, 0, 9)))
        + "</vertices><triangles>"
        + "".join(f'<triangle v1="{a}" v2="{b}" v3="{c}"/>' for a, b, c in
                  ((0, 2, 1), (0, 1, 3), (1, 2, 3), (2, 0, 3)))
        + "</triangles></mesh></object>"
    )  # fmt: skip
    for level in range(2, levels + 2):
        inside = f'<component objectid="{level - 1}"/>' * each
        mesh += f'<object id="{level}" type="model"><components>{inside}</components></object>'
    model = (
        '<?xml version="1.0" encoding="UTF-8"?><model unit="millimeter" xml:lang="en-US" '
        'xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"><resources>'
        f'{mesh}</resources><build><item objectid="{levels + 1}"/></build></model>'
    )
    types = (
        '<?xml version="1.0" encoding="UTF-8"?><Types xmlns='
        '"http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" '
        'ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default '
        'Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/>'
        "</Types>"
    )
    relation = (
        '<?xml version="1.0" encoding="UTF-8"?><Relationships xmlns='
        '"http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r" '
        'Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel" '
        'Target="/3D/3dmodel.model"/></Relationships>'
    )
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as file:
        file.writestr("[Content_Types].xml", types)
        file.writestr("_rels/.rels", relation)
        file.writestr("3D/3dmodel.model", model)
    return packed.getvalue()


@pytest.mark.django_db
def test_a_small_file_that_stands_for_a_large_one_is_given_up(pool: None, settings) -> None:
    """A kilobyte of components of components: an answer in time, others answered meanwhile."""
    settings.IMPORT_SECONDS = 2.0
    few, many = nested_components(2, 3), nested_components(14, 12)
    assert len(many) < 2500
    sound = Client().post("/api/meshes", {"file": SimpleUploadedFile("few.3mf", few),
                                          "units": "mm", "mend": "false"})  # fmt: skip
    assert sound.status_code == 200 and sound.json()["triangles"] == 9 * 4

    def bring() -> object:
        file = SimpleUploadedFile("many.3mf", many)
        return Client().post("/api/meshes", {"file": file, "units": "mm", "mend": "false"})

    began = time.monotonic()
    answer = bring()
    assert time.monotonic() - began < 10
    assert answer.status_code == 422, answer.content  # type: ignore[attr-defined]
    told = answer.json()  # type: ignore[attr-defined]
    assert "deep" in told["message"] or "more than" in told["message"], told
    assert ask(math.sqrt, 4.0) == 2.0


def plate(title: str, metres: int) -> Document:
    """A plate so many metres long."""
    outline = {"kind": "rectangle", "fields": {"width": f"{metres * 1000}", "depth": "50"}}
    step = {"id": "plate", "kind": "extrude", "fields": {"height": "2"}, "outline": outline}
    return from_data(
        {
            "format": "fair-hinge-project",
            "version": 2,
            "title": title,
            "parts": [{"name": "part", "steps": [step]}],
        }
    )


def said_of(document: Document) -> str:
    """What is told of a document's steps that could not be built."""
    report = reports.report_of(document)
    return " ".join(one.message for one in report.findings if one.check == "build")


def test_a_large_design_is_let_through_by_its_name(settings) -> None:
    """Ten times the limits; another design is held to them."""
    settings.BUILDERS, settings.LIMITS = 1, {}
    settings.LET_THROUGH = {"Long canal wall"}
    builders.begin(str(settings.VAR / "none.sqlite3"))
    try:
        assert "at most 10,000 mm" in said_of(plate("Any other", 12))
        assert said_of(plate("Long canal wall", 12)) == ""
        assert "at most 100,000 mm" in said_of(plate("Long canal wall", 120))
    finally:
        builders.end()


def test_a_job_is_halted_in_its_builder_when_it_is_cancelled(pool: None) -> None:
    """What is brought in aside is given up between two bits, and the builder is free again."""
    told: list[object] = []
    wanted = [True]
    token = ASKER.set(Asker("job 1", lambda: not wanted[0]))
    try:
        ball = trimesh.creation.icosphere(subdivisions=6, radius=20).export(file_type="stl")
        comes = ask_bit_by_bit(jobs._brought_in, ball, "ball.stl", "mm", False, aside=True)
        for step in comes:
            told.append(step)
            wanted[0] = False
    except Halted:
        pass
    finally:
        ASKER.reset(token)
    assert told[0] == "reading" and len(told) < 6
    until(lambda: not builders._pool[0].busy)
    assert ask(math.sqrt, 4.0, aside=True) == 2.0

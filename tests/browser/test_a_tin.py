"""The main job, walked on the real screens."""

from __future__ import annotations

import json
from pathlib import Path

import lib3mf
import pytest
from selenium.webdriver.common.keys import Keys

from tests.browser.making import empty_page
from tests.browser.walker import Walker
from workshop.models import Project

pytestmark = pytest.mark.django_db(transaction=True)


def newest(folder: Path, ending: str) -> Path | None:
    files = sorted(folder.glob(f"*{ending}"), key=lambda path: path.stat().st_mtime)
    return files[-1] if files else None


def test_one_measure_changes_both_parts_and_a_feel_the_gap(walker: Walker) -> None:
    walker.open("Bait tin")
    walker.until(lambda: len(walker.drawn().split()) == 2)
    keys, picture, mass = walker.drawn(), walker.picture(), walker.reading("mass, solid")
    walker.type("measures.across", "90")
    walker.until(
        lambda: all(key not in walker.drawn() for key in keys.split()), "both parts change"
    )
    walker.settled()
    assert walker.picture() != picture
    assert walker.reading("mass, solid") != mass
    assert "90 × 90" in walker.reading("bed, largest part")
    walker.see("Tin holds")  # what followed is told
    walker.see("Lid mass")

    walker.press("Lid on tin")
    walker.see("0.54 over both sides")
    section = walker.one("main svg[role=img]").screenshot_as_png
    walker.press("snug")
    walker.see("0.15")
    walker.see("0.3 over both sides")
    walker.settled()
    assert walker.one("main svg[role=img]").screenshot_as_png != section
    walker.see("side gap 0.15")
    walker.keys(Keys.ESCAPE)
    assert "0.15" in walker.until(lambda: walker.reading("tightest gap"))

    walker.press("take away")
    walker.click('[aria-label="Lid as 3mf"]')
    path = walker.until(lambda: newest(walker.downloads, "lid.3mf"), "the file arrives")
    wrapper = lib3mf.get_wrapper()
    model = wrapper.CreateModel()
    model.QueryReader("3mf").ReadFromFile(str(path))
    meshes = model.GetMeshObjects()
    assert meshes.MoveNext()
    mesh = meshes.GetCurrentMeshObject()
    assert mesh.GetName() == "Lid" and mesh.IsManifoldAndOriented()
    box = mesh.GetOutbox()
    assert box.MaxCoordinate[0] - box.MinCoordinate[0] == pytest.approx(90, abs=1e-3)


def test_numbers_are_edited_in_place(walker: Walker) -> None:
    walker.open("Bait tin")
    field = walker.field("measures.tall")
    field.click()
    walker.keys("5", Keys.ESCAPE)
    walker.until(lambda: walker.field("measures.tall").get_attribute("value") == "34", "restored")
    walker.keys(Keys.ARROW_UP, Keys.ARROW_UP)
    walker.until(lambda: walker.field("measures.tall").get_attribute("value") == "34.2", "nudged")
    walker.chord(Keys.SHIFT, Keys.ARROW_DOWN)
    walker.until(lambda: walker.field("measures.tall").get_attribute("value") == "33.2", "by more")
    walker.built()
    # an expression is kept as typed, its result and working shown
    walker.type("measures.tall", "across / 2 - 1.5")
    walker.see("= 72 / 2 − 1.5 = 34.5 mm")
    # an error stands beside its field, the text is kept
    walker.type("measures.wall", "2.4 + tal")
    walker.see("nothing here is called 'tal'; perhaps 'tall'")
    assert walker.field("measures.wall").get_attribute("value") == "2.4 + tal"
    assert walker.field("measures.wall").get_attribute("aria-invalid") == "true"
    walker.type("measures.wall", "2.4")
    walker.until(lambda: "nothing here is called" not in walker.text())
    walker.built()


def test_undo_reaches_back_and_redo_forward(walker: Walker) -> None:
    walker.open("Bait tin")
    walker.type("measures.tall", "40")
    walker.see("kept, revision 2")
    walker.type("measures.across", "80")
    walker.see("kept, revision 3")
    walker.chord(Keys.CONTROL, "z")
    walker.until(lambda: walker.field("measures.across").get_attribute("value") == "72")
    walker.press("undo")
    walker.until(lambda: walker.field("measures.tall").get_attribute("value") == "34")
    walker.built()
    walker.press("redo")
    walker.press("redo")
    walker.until(lambda: walker.field("measures.across").get_attribute("value") == "80")


def test_a_dropped_connection_loses_nothing(walker: Walker) -> None:
    walker.open("Bait tin")
    walker.offline()
    walker.type("measures.tall", "41")
    walker.see("no connection: kept in this browser")
    walker.type("measures.across", "77")
    walker.online()
    # it tries again by itself every two seconds: the button may be gone at any moment
    walker.driver.execute_script(
        "[...document.querySelectorAll('button')].find((b) => b.textContent.includes('try now'))"
        "?.click()"
    )
    walker.built()
    document = Project.objects.get(title="Bait tin").current.document
    assert '"41"' in document and '"77"' in document


def test_what_was_typed_offline_survives_closing_the_page(walker: Walker) -> None:
    walker.open("Bait tin")
    walker.offline()
    walker.type("measures.tall", "43")
    walker.see("no connection: kept in this browser")
    walker.online()
    walker.go("/")
    walker.open("Bait tin")
    walker.until(lambda: walker.field("measures.tall").get_attribute("value") == "43")
    walker.built()
    assert '"43"' in Project.objects.get(title="Bait tin").current.document


def test_a_change_made_elsewhere_is_kept_beside_what_is_typed_here(walker: Walker) -> None:
    walker.expect("409")
    walker.open("Bait tin")
    project = Project.objects.get(title="Bait tin")
    from workshop import keeping

    document = keeping.document_of(project).model_copy(update={"notes": "changed elsewhere"})
    keeping.save(project.id, 1, document, "elsewhere")
    walker.type("measures.tall", "41")
    walker.built()
    project.refresh_from_db()
    assert project.current.number == 3
    assert '"41"' in project.current.document and "changed elsewhere" in project.current.document


def test_a_finding_is_looked_into_and_cured(walker: Walker) -> None:
    for _ in range(2):  # opened again its proof is at hand: what cures it is tried all the same
        walker.open("Hook tin")
        walker.one('[data-reading="overhang"]').click()
        walker.press("what would change")
        walker.see("Pot unsupported")
    walker.press("do it")
    walker.until(lambda: "each layer carried" in walker.reading("overhang"), "the finding goes")


def test_from_an_empty_page_to_a_lidded_box(bare_walker: Walker) -> None:
    walker = bare_walker
    empty_page(walker)
    walker.one("body").send_keys("/")
    finder = walker.one('[aria-label="find anything by a word"]')
    finder.send_keys("block rectangle", Keys.ENTER)
    walker.until(lambda: walker.driver.switch_to.active_element.get_attribute("data-path"))
    walker.keys("60", Keys.ENTER)
    walker.until(lambda: "60 × 30" in walker.reading("bed, largest part"))
    walker.press("add a step")
    walker.one('[aria-label="find anything by a word"]').send_keys("hollow", Keys.ENTER)
    walker.see("leaves 56 × 26 × 8 mm")
    walker.built()
    walker.press("+ part")
    walker.press("something that must meet Part")
    walker.one('[aria-label="find anything by a word"]').send_keys("lid", Keys.ENTER)
    walker.press("make it")
    walker.see("It should feel")
    walker.press("back to the desk")
    walker.see("% slide")
    walker.settled()
    assert "0.27" in walker.reading("tightest gap")


def test_every_view_passes_axe_by_day_and_night(walker: Walker) -> None:
    walker.go("/")
    walker.see("Hook tin")
    assert walker.axe() == []
    walker.open("Hook tin")
    walker.drawn()
    assert walker.axe() == []
    walker.one('[data-reading="thinnest wall"]').click()
    walker.see("show where")
    assert walker.axe() == []
    walker.press("Cap over pot")
    walker.see("It should feel")
    assert walker.axe() == []
    walker.go("/nowhere")
    walker.see("nothing at this address")
    assert walker.axe() == []


def test_eight_steps_by_keyboard_alone_and_all_the_way_back(bare_walker: Walker) -> None:
    walker = bare_walker
    walker.expect("409")  # versions that were overtaken before they were built
    project = Project.objects.get(id=empty_page(walker))  # everything after it is typed

    def measure(text: str) -> None:
        field = walker.one('[aria-label^="add a measure"]')
        walker.until(lambda: walker.driver.switch_to.active_element == field or reach(field))
        walker.keys(text, Keys.ENTER)
        walker.kept()

    def reach(field) -> bool:
        walker.keys(Keys.TAB)
        return walker.driver.switch_to.active_element == field

    def add(words: str, *typed: str) -> None:
        walker.driver.switch_to.active_element.send_keys(Keys.ESCAPE)
        walker.driver.execute_script("document.activeElement.blur()")
        walker.keys("/")
        finder = walker.one('[aria-label="find anything by a word"]')
        walker.until(lambda: walker.driver.switch_to.active_element == finder, "the finder waits")
        walker.keys(words)
        walker.until(lambda: walker.all('[data-command-item][aria-selected="true"]'))
        before = len(walker.all("[data-step]"))
        walker.keys(Keys.ENTER)
        walker.until(lambda: len(walker.all("[data-step]")) == before + 1, f"no step for {words}")
        # the first number of the new sentence is selected, ready to be typed over
        walker.until(lambda: walker.driver.switch_to.active_element.get_attribute("data-path"))
        for text in typed:
            walker.keys(text, Keys.ENTER)
            walker.kept()
            walker.keys(Keys.TAB)

    measure("wide = 60")
    add("extrude rectangle", "wide", "wide / 2")
    add("chamfer", "1.5")
    add("hollow", "2.4")
    add("ledge", "1")
    add("hole", "6")
    add("boss", "7")
    add("rib")
    add("text", "LOCK")
    walker.until(lambda: len(walker.all("[data-step]")) == 8)
    walker.built()
    project.refresh_from_db()
    changes = project.revisions.count() - 1
    assert '"wide"' in project.current.document

    walker.type("measures.wide", "80")
    walker.built()
    walker.until(lambda: "80 × 40" in walker.reading("bed, largest part"))
    walker.settled()
    # as quick as the keys go
    walker.chord(Keys.CONTROL, "z" * (changes + 1))
    walker.kept()
    walker.until(lambda: not walker.all("[data-step]"), "undone to the start")
    assert json.loads(project_now(project))["measures"] == []
    walker.chord(Keys.CONTROL, Keys.SHIFT, "z" * (changes + 1))
    walker.kept()
    walker.until(lambda: len(walker.all("[data-step]")) == 8, "redone to the end")
    walker.until(lambda: "80 × 40" in walker.reading("bed, largest part"))


def project_now(project: Project) -> str:
    project.refresh_from_db()
    return project.current.document

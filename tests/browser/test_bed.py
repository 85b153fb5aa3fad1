"""A mesh brought in and mended; a part stood another way, and what hangs falls."""

from __future__ import annotations

import pytest
import trimesh
from selenium.webdriver.common.keys import Keys

from tests.browser.walker import Walker
from workshop.models import Project

pytestmark = pytest.mark.django_db(transaction=True)


def test_an_unsound_mesh_is_mended_and_proved(walker: Walker) -> None:
    mesh = trimesh.creation.box((20, 30, 10))
    mesh.update_faces([i != 0 for i in range(len(mesh.faces))])
    path = walker.downloads / "block.stl"
    path.write_bytes(mesh.export(file_type="stl"))
    walker.go("/")
    walker.one('input[type="file"][accept*="stl"]').send_keys(str(path))
    walker.see("drawn in")
    walker.press("bring it in")
    walker.see("This mesh is not sound")
    walker.see("1 hole")
    walker.press("mend it and open it")
    # the button that mends goes; then there is only the one that opens
    walker.until(lambda: not any("mend it" in one.text for one in walker.all("button")))
    walker.press("open it")
    walker.see("The mesh of")
    walker.drawn()
    walker.see("6.0")
    walker.see("nothing to stop for")
    assert Project.objects.filter(title="block").exists()


def test_a_rail_stood_another_way_hangs_no_more(walker: Walker) -> None:
    walker.open("Sluice gate")
    walker.press("on the bed")
    walker.see("every layer is carried")
    best = walker.one("li[data-stance]")
    stance = best.get_attribute("data-stance")
    assert "every layer is carried" in best.text
    walker.saying("stand it so").click()
    walker.built()
    walker.until(lambda: "as it stands now" in walker.one("li[data-stance]").text)
    kept = Project.objects.get(title="Sluice gate").current.document
    assert f'"stance":"{stance}"' in kept.replace(" ", "").replace("\n", "")


def test_a_part_is_seen_layer_by_layer_and_its_infill_changed(walker: Walker) -> None:
    walker.open("Drawbridge")
    walker.press("on the bed")
    walker.saying("layer by layer", "[role=radio]").click()
    walker.see("mass as sliced")
    before = float(walker.text('[data-sliced="mass"]').rstrip("g"))
    slider = walker.one('[aria-label="layer"]')
    slider.send_keys(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT)
    walker.see("layer 3 of 30")
    walker.until(lambda: walker.one("[data-layer]").get_attribute("data-layer") == "2")
    infill = walker.one("#slicing-infill_percent")
    infill.send_keys(Keys.CONTROL, "a")
    infill.send_keys("400", Keys.ENTER)
    walker.see("from 0 to 100 %")
    infill.send_keys(Keys.CONTROL, "a")
    infill.send_keys("100", Keys.ENTER)
    walker.until(lambda: float(walker.text('[data-sliced="mass"]').rstrip("g")) > 1.5 * before)
    walker.built()


def test_a_finding_is_left_as_it_is_with_a_reason(walker: Walker) -> None:
    walker.open("Hook tin")
    walker.drawn()
    walker.click('[data-reading="thinnest wall"]')
    walker.press("leave it so")
    reason = walker.one('[id^="reason-"]')
    reason.send_keys("it only holds hooks", Keys.ENTER)
    walker.see("accepted: it only holds hooks")
    walker.built()
    walker.go(walker.driver.current_url.removeprefix(walker.url))
    walker.click('[data-reading="thinnest wall"]')
    walker.see("accepted: it only holds hooks")
    walker.press("no longer")
    walker.saying("leave it so")
    walker.built()
    assert '"reason"' not in Project.objects.get(title="Hook tin").current.document

"""Meshes, drawings and motions asked of the API: what is unsound is told before it is mended."""

from __future__ import annotations

import json

import pytest
import trimesh
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client

from core.project.cache import forget_all
from tests.workshop.built import of_play_set, opened, report
from workshop.models import MeshFile

pytestmark = pytest.mark.django_db


def box(holed: bool = False) -> bytes:
    mesh = trimesh.creation.box((20, 30, 10))
    if holed:
        mesh.update_faces([i != 0 for i in range(len(mesh.faces))])
    return mesh.export(file_type="stl")


def bring(client: Client, data: bytes, name: str = "block.stl", **given):
    file = SimpleUploadedFile(name, data)
    return client.post("/api/meshes", {"file": file, "units": "mm", "mend": False, **given})


def test_a_sound_mesh_becomes_a_project_measured_on_its_solid(client: Client) -> None:
    answer = bring(client, box()).json()
    assert answer["faults"] == [] and answer["triangles"] == 12
    part = opened(client, answer["project"])["report"]["parts"][0]
    assert part["volume_mm3"] == pytest.approx(20 * 30 * 10)
    assert part["closed"]


def test_units_scale_it_by_name(client: Client) -> None:
    answer = bring(client, box(), units="in").json()
    part = opened(client, answer["project"])["report"]["parts"][0]
    assert part["volume_mm3"] == pytest.approx(6000 * 25.4**3, rel=1e-6)
    refused = bring(client, box(), units="cubits")
    assert refused.status_code == 422 and "cubits" in refused.json()["message"]


def test_an_unsound_mesh_is_described_then_mended_when_asked(client: Client) -> None:
    told = bring(client, box(holed=True)).json()
    assert told["project"] is None and told["faults"] == ["1 hole"]
    assert MeshFile.objects.count() == 0
    mended = bring(client, box(holed=True), mend=True).json()
    assert mended["left"] == [] and mended["project"]
    part = opened(client, mended["project"])["report"]["parts"][0]
    assert part["volume_mm3"] == pytest.approx(6000)


@pytest.mark.parametrize(
    ("name", "data"),
    [("block.stl", b"solid nothing"), ("block.stl", box()[:200]), ("block.xyz", b"1 2 3")],
)
def test_what_is_no_mesh_is_refused_in_words(client: Client, name: str, data: bytes) -> None:
    refused = bring(client, data, name)
    assert refused.status_code == 422 and refused.json()["message"]


def test_a_brought_in_mesh_outlives_the_process(client: Client) -> None:
    project = bring(client, box()).json()["project"]
    forget_all()
    part = opened(client, project)["report"]["parts"][0]
    assert part["volume_mm3"] == pytest.approx(6000)


def test_ways_to_stand_are_ranked_by_what_hangs(client: Client) -> None:
    (gate,) = of_play_set("sluice_gate")
    ways = client.get(f"/api/projects/{gate}/parts/rail/stances").json()
    assert ways[0]["unsupported_mm2"] < 0.5 < ways[-1]["unsupported_mm2"]
    assert sum(way["chosen"] for way in ways) == 1
    # standing it so carries every layer on the report too
    document = opened(client, gate)["document"]
    next(p for p in document["parts"] if p["name"] == "rail")["stance"] = ways[0]["stance"]
    body = {"version": 1, "document": document, "words": "stands another way"}
    client.put(f"/api/projects/{gate}", json.dumps(body), content_type="application/json")
    rail = next(p for p in report(client, gate, 2)["parts"] if p["name"] == "rail")
    assert rail["unsupported_mm2"] < 0.5


def test_a_hinge_is_moved_until_it_touches(client: Client) -> None:
    (bridge,) = of_play_set("drawbridge")
    fit = opened(client, bridge)["document"]["fits"][0]["name"]
    motion = client.get(f"/api/projects/{bridge}/fits/{fit}/motion").json()
    assert motion["motion"]["way"] == "turn" and 90 <= motion["contact"] <= 180
    clear = [pose for pose in motion["poses"] if pose["at"] < motion["contact"]]
    assert all(pose["gap_mm"] > 0.3 and pose["overlap_mm3"] == 0 for pose in clear)


def test_a_drawing_is_traced_and_a_bad_one_refused(client: Client) -> None:
    svg = b'<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="10mm" '
    svg += b'viewBox="0 0 20 10"><rect width="20" height="10"/></svg>'
    kept = client.post("/api/trace", {"file": SimpleUploadedFile("plate.svg", svg)})
    assert kept.status_code == 200
    bad = client.post("/api/trace", {"file": SimpleUploadedFile("plate.svg", b"<svg")})
    assert bad.status_code == 422 and "plate.svg" in bad.json()["message"]


def test_a_part_is_sliced_and_shown_a_layer_at_a_time(client: Client) -> None:
    project = bring(client, box()).json()["project"]
    path = f"/api/projects/{project}/parts/part/sliced"
    found = client.get(path).json()
    assert len(found["layers"]) == 50 and found["cost"] is None
    assert found["mass_g"] == pytest.approx(found["wall_g"] + found["skin_g"] + found["infill_g"])
    layer = client.get(path + "/25").json()
    assert layer["infill"] and not layer["skin"]
    assert layer["extent"] == pytest.approx([-10, -15, 10, 15])
    assert client.get(path.replace("/part/", "/no/")).status_code == 404
    # more infill, more plastic; a price gives a cost
    document = opened(client, project)["document"]
    document["process"]["slicing"] |= {"infill_percent": 40.0, "price_per_kg": 20.0}
    body = json.dumps({"version": 1, "document": document, "words": "infill 40"})
    client.put(f"/api/projects/{project}", body, content_type="application/json")
    denser = client.get(path).json()
    assert denser["infill_g"] == pytest.approx(found["infill_g"] * 40 / 15)
    assert denser["cost"] == pytest.approx(denser["mass_g"] * 0.02)


def test_a_maze_is_told_the_same_for_a_number_and_refused_without_room(client: Client) -> None:
    (buoy,) = of_play_set("buoy")
    document = opened(client, buoy)["document"]
    fit = document["fits"][0]
    path = f"/api/projects/{buoy}/fits/{fit['name']}/maze"

    def ask(turns: int, seed: int, at: str = path):
        body = json.dumps({"turns": turns, "seed": seed})
        return client.post(at, body, content_type="application/json")

    refused = ask(3, 1)
    assert refused.status_code == 422 and "no room" in refused.json()["message"]
    fit["fields"] |= {"tall": "40 mm", "nubs": "1", "nub": "3 mm", "deep": "1 mm"}
    body = json.dumps({"version": 1, "document": document, "words": "a higher sleeve"})
    assert client.put(f"/api/projects/{buoy}", body, content_type="application/json").json()
    assert ask(3, 1).json() == ask(3, 1).json() != ask(3, 2).json()
    assert ask(0, 1).status_code == 422
    assert ask(2, 1, path.replace(fit["name"], "nothing")).status_code == 404

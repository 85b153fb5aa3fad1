"""Files read back by other libraries: the same solid, in millimetres, with its name and colour."""

from __future__ import annotations

import io
import zipfile

import lib3mf
import numpy as np
import pytest
import trimesh

from core.errors import BuildError, FormatError
from core.export import FORMATS, export_part, export_project
from core.formats import unpack_mesh
from core.formats.meshes import in_single
from core.project.demo import demo_document
from core.project.solve import solve
from tests.core.building import circle, document, part, rectangle, solved, step


@pytest.fixture(scope="module")
def demo():
    return solve(demo_document("bait_tin"))


@pytest.mark.parametrize("kind", ["stl", "obj", "ply", "glb"])
def test_meshes_read_back_equal(demo, kind: str) -> None:
    data = export_part(demo, "tin", kind)
    mesh = trimesh.load_mesh(io.BytesIO(data), file_type=kind, process=True)
    if isinstance(mesh, trimesh.Scene):
        assert list(mesh.geometry) == ["Tin"]
        mesh = mesh.to_mesh()
    mesh.merge_vertices()
    scale = 1000 if kind == "glb" else 1  # glTF is in metres
    assert mesh.is_watertight
    assert mesh.volume * scale**3 == pytest.approx(
        demo.parts["tin"].state.solid().volume_mm3, rel=1e-5
    )
    height = mesh.extents[1 if kind == "glb" else 2] * scale
    assert height == pytest.approx(40, abs=1e-4)


def test_3mf_holds_names_units_and_colours(demo) -> None:
    files = export_project(demo, "3mf")
    assert set(files) == {"tin.3mf", "lid.3mf", "all parts.3mf"}
    wrapper = lib3mf.get_wrapper()
    model = wrapper.CreateModel()
    model.QueryReader("3mf").ReadFromBuffer(files["all parts.3mf"])
    assert model.GetUnit() == lib3mf.ModelUnit.MilliMeter
    meshes = model.GetMeshObjects()
    found = {}
    while meshes.MoveNext():
        mesh = meshes.GetCurrentMeshObject()
        assert mesh.IsManifoldAndOriented()
        found[mesh.GetName()] = mesh.GetTriangleCount()
    assert found == {
        name: demo.parts[part_].state.solid().solid.num_tri()
        for name, part_ in (("Tin", "tin"), ("Lid", "lid"))
    }
    colours = model.GetBaseMaterialGroups()
    assert colours.MoveNext()
    group = colours.GetCurrentBaseMaterialGroup()
    ids = group.GetAllPropertyIDs()
    rgb = [wrapper.ColorToRGBA(group.GetDisplayColor(i))[:3] for i in ids]
    assert rgb == [(0x7F, 0xA7, 0x9F), (0xD9, 0xB5, 0x6C)]
    with zipfile.ZipFile(io.BytesIO(files["tin.3mf"])) as archive:
        assert b'unit="millimeter"' in archive.read("3D/3dmodel.model")


def test_exports_stand_in_their_printing_stance(demo) -> None:
    lid = trimesh.load_mesh(io.BytesIO(export_part(demo, "lid", "stl")), file_type="stl")
    assert lid.bounds[0][2] == pytest.approx(0, abs=1e-5)
    # printed on its top: the whole plate, not only the ring of the skirt, lies on the bed
    on_bed = (abs(lid.triangles[:, :, 2]) < 1e-5).all(axis=1)
    assert lid.area_faces[on_bed].sum() > 3000


def test_all_formats_are_offered() -> None:
    assert set(FORMATS) == {"stl", "3mf", "obj", "ply", "glb"}


def test_nothing_broken_is_exported(demo) -> None:
    with pytest.raises(FormatError, match="no part 'lip'"):
        export_part(demo, "lip", "stl")
    with pytest.raises(FormatError, match="no format"):
        export_part(demo, "tin", "doc")
    broken = part("a", step("body", "extrude", circle("9")), step("edge", "fillet", size="20"))
    with pytest.raises(BuildError, match="not whole"):
        export_part(solve(document(broken)), "a", "stl")
    with pytest.raises(BuildError, match="no solid"):
        export_part(solve(document(part("a"))), "a", "stl")


@pytest.mark.parametrize(
    "data", [b"", b"FHM1", b"FHM1\xff\xff\xff\xff\xff\xff\xff\xff", b"other mesh data"]
)
def test_cut_short_meshes_are_refused(data: bytes) -> None:
    with pytest.raises(FormatError):
        unpack_mesh(data)


def test_outlines_as_svg_hold_true_arcs() -> None:
    from core.formats.svg import outline_svg
    from core.outlines import rectangle, ring

    drawn = outline_svg(rectangle(40, 30, (5,)))
    assert drawn.count("A5 5 0 0 0") == 4 and 'width="44mm"' in drawn
    # a ring's two circles are four half turns, the hole run the other way
    both = outline_svg(ring(20, 10))
    assert both.count("A10 10 0 0 0") == 2 and both.count("A5 5 0 0 1") == 2


@pytest.mark.parametrize("mode", ["raised", "cut"])
def test_what_is_smaller_than_single_precision_leaves_no_file_open(mode: str) -> None:
    """A hollow under a relief leaves slivers of a millionth of a millimetre: in an STL file their
    corners fall together, and for whoever puts it together again it was open."""
    can = step("can", "extrude", circle("50"), height="60")
    band = step("band", "wrap", rectangle("40", "6"), mode=mode, depth="0.6")
    hollow = step("h", "hollow", open="can.top", wall="2")
    solution = solved(part("p", can, band, hollow))
    kept = trimesh.load_mesh(io.BytesIO(export_part(solution, "p", "stl")), file_type="stl")
    assert kept.is_watertight
    assert kept.volume == pytest.approx(solution.parts["p"].state.solid().volume_mm3, rel=1e-5)


def test_an_edge_shorter_than_a_print_knows_that_four_triangles_share_is_drawn_together() -> None:
    """Two slivers back to back on an edge of 5 µm, beside a cube that stays as it is."""
    cube = trimesh.creation.box((10, 10, 10))
    corners = [[20, 0, 0], [20, 0, 0.005], [24, 1, 0], [24, 2, 0], [16, 1, 0], [16, 2, 0]]
    slivers = [
        [0, 1, 2],
        [1, 0, 3],
        [0, 2, 3],
        [2, 1, 3],
        [1, 0, 4],
        [0, 1, 5],
        [4, 0, 5],
        [1, 4, 5],
    ]
    points = np.vstack([cube.vertices, np.array(corners, dtype=float)])
    triangles = np.vstack([cube.faces, np.array(slivers) + len(cube.vertices)])
    kept = in_single(points, triangles)
    assert trimesh.Trimesh(*kept, process=False).is_watertight
    assert len(kept[1]) == len(cube.faces)

"""Mesh files read in: STL, 3MF, OBJ, PLY and GLB, with limits against files made to do harm.

Limits: `LARGEST_BYTES` of file, `MOST_UNPACKED` bytes out of an archive, `MOST_TRIANGLES`. XML with
a DOCTYPE is refused (entities could expand without end), and so are archive names that climb out.
"""

from __future__ import annotations

import io
import struct
import zipfile
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from core.errors import FormatError
from core.solids.rows import distinct_rows

LARGEST_BYTES = 220_000_000
MOST_UNPACKED = 600_000_000
MOST_TRIANGLES = 4_000_000
LARGEST_MM = 1e6
UNIT_MM = {"mm": 1.0, "in": 25.4, "cm": 10.0, "m": 1000.0}
SAYS_UNIT = {"3mf", "glb"}


@dataclass(frozen=True)
class RawMesh:
    """Triangles as read: (n, 3) points in mm, (m, 3) corners; ``notes`` on what was left out."""

    vertices: NDArray[np.float64]
    triangles: NDArray[np.int64]
    names: tuple[str, ...] = ()
    notes: tuple[str, ...] = field(default=())


def read_mesh(data: bytes, name: str, units: str = "mm") -> RawMesh:
    """A mesh from the bytes of a file.

    Args:
        units: of formats that do not say (STL, OBJ, PLY): mm, cm, m or in.

    Raises:
        FormatError: empty, cut short, not such a file, or beyond the limits; one line.

    >>> from core.formats.meshes import write_mesh
    >>> corners = np.array([[0, 0, 0], [1, 0, 0], [0, 1, 0], [0, 0, 1]], dtype=float)
    >>> faces = np.array([[0, 2, 1], [0, 1, 3], [1, 2, 3], [0, 3, 2]])
    >>> data = write_mesh("corner", corners, faces, "#7fa79f", "stl")
    >>> len(read_mesh(data, "corner.stl").triangles)
    4
    """
    if not data:
        raise FormatError(f"{name} is empty")
    if len(data) > LARGEST_BYTES:
        raise FormatError(f"{name} is larger than {LARGEST_BYTES // 1_000_000} MB")
    ending = name.rpartition(".")[2].lower()
    reader = {"stl": _stl, "3mf": _threemf, "obj": _obj, "ply": _ply, "glb": _glb}.get(ending)
    if reader is None:
        raise FormatError(f"{name} is no mesh read here", remedy="stl, 3mf, obj, ply or glb")
    try:
        raw = reader(data, name)
    except FormatError:
        raise
    except Exception as error:  # readers raise many kinds for what is no mesh
        raise FormatError(
            f"{name} cannot be read as {ending.upper()}: it is damaged or no mesh"
        ) from error
    return _checked(raw, name, 1.0 if ending in SAYS_UNIT else UNIT_MM[units])


def _checked(raw: RawMesh, name: str, scale: float) -> RawMesh:
    vertices, triangles = raw.vertices * scale, raw.triangles
    if not len(triangles):
        raise FormatError(f"{name} holds no triangle")
    if len(triangles) > MOST_TRIANGLES:
        raise FormatError(
            f"{name} holds {len(triangles):,} triangles", remedy=f"at most {MOST_TRIANGLES:,}"
        )
    if triangles.min() < 0 or triangles.max() >= len(vertices):
        raise FormatError(f"{name} points at corners that are not there")
    if not np.isfinite(vertices).all():
        raise FormatError(f"{name} holds coordinates that are no numbers")
    if np.abs(vertices).max() > LARGEST_MM:
        raise FormatError(f"{name} is more than a kilometre across", remedy="check its units")
    # the same point written several times is one point
    first, same = distinct_rows(np.round(vertices * 1e6).astype(np.int64))
    return RawMesh(np.round(vertices[first], 6), same[triangles], raw.names, raw.notes)


def _stl(data: bytes, name: str) -> RawMesh:
    begins = data[:2000].lower()
    if begins.startswith(b"solid") and (b"facet" in begins or b"endsolid" in begins):
        return _ascii_stl(data, name)
    if len(data) < 84:
        raise FormatError(f"{name} is cut short")
    (count,) = struct.unpack_from("<I", data, 80)
    if count > MOST_TRIANGLES:
        raise FormatError(
            f"{name} says it holds {count:,} triangles", remedy=f"at most {MOST_TRIANGLES:,}"
        )
    if len(data) < 84 + 50 * count:
        raise FormatError(
            f"{name} is cut short: {count:,} triangles are announced, {(len(data) - 84) // 50:,}"
            " are there"
        )
    kind = np.dtype([("normal", "<f4", 3), ("corners", "<f4", (3, 3)), ("rest", "<u2")])
    corners = np.frombuffer(data, kind, count, 84)["corners"].astype(np.float64)
    return RawMesh(corners.reshape(-1, 3), np.arange(3 * count).reshape(-1, 3))


def _ascii_stl(data: bytes, name: str) -> RawMesh:
    values: list[float] = []
    for line in data.decode("ascii", errors="replace").splitlines():
        words = line.lower().split()
        if words[:1] == ["vertex"]:
            if len(words) != 4:
                raise FormatError(f"{name} holds a vertex without three coordinates")
            values += [float(word) for word in words[1:]]
    points = np.array(values, dtype=np.float64).reshape(-1, 3)
    if len(points) % 3:
        raise FormatError(f"{name} is cut short in the middle of a triangle")
    return RawMesh(points, np.arange(len(points)).reshape(-1, 3))


def _obj(data: bytes, name: str) -> RawMesh:
    points: list[tuple[float, float, float]] = []
    faces: list[tuple[int, int, int]] = []
    for line in io.StringIO(data.decode("utf-8", errors="replace")):
        if line.startswith("v "):
            x, y, z = line.split()[1:4]
            points.append((float(x), float(y), float(z)))
        elif line.startswith("f "):
            corners = [int(word.split("/")[0]) for word in line.split()[1:]]
            # counted from 1, or from the end where below nought; polygons become fans
            ring = [c - 1 if c > 0 else len(points) + c for c in corners]
            faces += [(ring[0], ring[i], ring[i + 1]) for i in range(1, len(ring) - 1)]
            if len(faces) > MOST_TRIANGLES:
                raise FormatError(f"{name} holds more than {MOST_TRIANGLES:,} triangles")
    return RawMesh(
        np.array(points, dtype=np.float64).reshape(-1, 3),
        np.array(faces, dtype=np.int64).reshape(-1, 3),
    )


def _ply(data: bytes, name: str) -> RawMesh:
    import trimesh

    head = data[:4000].split(b"end_header")[0]
    if not head.startswith(b"ply"):
        raise FormatError(f"{name} is no PLY file")
    for line in head.splitlines():
        words = line.split()
        if words[:1] == [b"element"] and int(words[2]) > 3 * MOST_TRIANGLES:
            raise FormatError(f"{name} announces {int(words[2]):,} of {words[1].decode()}")
    mesh = trimesh.load_mesh(io.BytesIO(data), file_type="ply", process=False)
    return RawMesh(
        np.asarray(mesh.vertices, dtype=np.float64), np.asarray(mesh.faces, dtype=np.int64)
    )


def _glb(data: bytes, name: str) -> RawMesh:
    import trimesh

    if data[:4] != b"glTF":
        raise FormatError(f"{name} is no GLB file")
    (length,) = struct.unpack_from("<I", data, 8)
    if length > len(data):
        raise FormatError(f"{name} is cut short")
    scene = trimesh.load_scene(io.BytesIO(data), file_type="glb", process=False)
    mesh = scene.to_mesh()
    points = np.asarray(mesh.vertices, dtype=np.float64) * 1000.0
    # glTF is y up and in metres; here z is up and millimetres
    turned = np.column_stack([points[:, 0], -points[:, 2], points[:, 1]])
    return RawMesh(turned, np.asarray(mesh.faces, dtype=np.int64))


def _threemf(data: bytes, name: str) -> RawMesh:
    _safe_archive(data, name)
    import lib3mf

    model = lib3mf.get_wrapper().CreateModel()
    reader = model.QueryReader("3mf")
    reader.ReadFromBuffer(bytearray(data))
    unit = {0: 0.001, 1: 1.0, 2: 10.0, 3: 25.4, 4: 304.8, 5: 1000.0}.get(
        int(model.GetUnit().value), 1.0
    )
    vertices: list[NDArray[np.float64]] = []
    triangles: list[NDArray[np.int64]] = []
    names: list[str] = []
    total = 0
    items = model.GetBuildItems()
    while items.MoveNext():
        item = items.GetCurrent()
        move = _matrix(item.GetObjectTransform()) if item.HasObjectTransform() else np.eye(4)
        for mesh, matrix in _meshes(item.GetObjectResource(), move, 0):
            points = np.array(
                [v.Coordinates[:] for v in mesh.GetVertices()], dtype=np.float64
            ).reshape(-1, 3)
            corners = np.array(
                [t.Indices[:] for t in mesh.GetTriangleIndices()], dtype=np.int64
            ).reshape(-1, 3)
            vertices.append(points @ matrix[:3, :3].T + matrix[:3, 3])
            triangles.append(corners + total)
            total += len(points)
            names.append(mesh.GetName())
            if total > 3 * MOST_TRIANGLES:
                raise FormatError(f"{name} holds too many corners")
    if not vertices:
        raise FormatError(f"{name} holds no mesh to build")
    return RawMesh(np.vstack(vertices) * unit, np.vstack(triangles), tuple(names))


def _meshes(resource, matrix, depth: int):  # type: ignore[no-untyped-def]
    """Every mesh under an object with its transform, through components of components."""
    if depth > 20:
        raise FormatError("components nest too deep")
    if resource.IsMeshObject():
        yield resource, matrix
        return
    for index in range(resource.GetComponentCount()):
        component = resource.GetComponent(index)
        own = _matrix(component.GetTransform()) if component.HasTransform() else np.eye(4)
        yield from _meshes(component.GetObjectResource(), matrix @ own, depth + 1)


def _matrix(transform) -> NDArray[np.float64]:  # type: ignore[no-untyped-def]
    """A 3MF transform (rows act on row vectors) as a (4, 4) matrix for column vectors."""
    made = np.eye(4)
    fields = np.array([list(row) for row in transform.Fields], dtype=np.float64)
    made[:3, :3] = fields[:3].T
    made[:3, 3] = fields[3]
    return made


def _safe_archive(data: bytes, name: str) -> None:
    try:
        archive = zipfile.ZipFile(io.BytesIO(data))
        entries = archive.infolist()
    except (zipfile.BadZipFile, OSError, ValueError):
        raise FormatError(f"{name} is damaged or no 3MF file") from None
    if len(entries) > 2000:
        raise FormatError(f"{name} holds {len(entries)} files")
    if sum(entry.file_size for entry in entries) > MOST_UNPACKED:
        raise FormatError(f"{name} unpacks to more than {MOST_UNPACKED // 1_000_000} MB")
    for entry in entries:
        parts = entry.filename.replace("\\", "/").split("/")
        if ".." in parts or entry.filename.startswith(("/", "\\")):
            raise FormatError(f"{name} holds a file name that climbs out of the archive")
        if entry.file_size > 1000 * max(entry.compress_size, 1) + 100_000:
            raise FormatError(f"{name} holds a file that expands without end")
        if entry.filename.lower().endswith((".model", ".rels", ".xml")):
            with archive.open(entry) as file:
                start = file.read(4096)
            if b"<!DOCTYPE" in start or b"<!ENTITY" in start:
                raise FormatError(f"{name} declares entities, which are not read")

"""3MF with names, units and colours through lib3mf, the reference implementation."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import lib3mf
import numpy as np
from numpy.typing import NDArray


@dataclass(frozen=True)
class Item:
    """One part of a 3MF file, in mm, and where it lies on the build plate."""

    name: str
    colour: str
    vertices: NDArray[np.float64]
    triangles: NDArray[np.int64]
    shift: tuple[float, float] = (0.0, 0.0)


def write_3mf(items: Sequence[Item], title: str) -> bytes:
    """The bytes of a 3MF file: unit millimetre, one named, coloured object per item."""
    wrapper = lib3mf.get_wrapper()
    model = wrapper.CreateModel()
    model.SetUnit(lib3mf.ModelUnit.MilliMeter)
    model.GetMetaDataGroup().AddMetaData("", "Title", title, "xs:string", True)
    colours = model.AddBaseMaterialGroup()
    for item in items:
        mesh = model.AddMeshObject()
        mesh.SetName(item.name)
        points = np.ascontiguousarray(item.vertices, dtype=np.float32)
        corners = np.ascontiguousarray(item.triangles, dtype=np.uint32)
        mesh.SetGeometry(_positions(points), _triangles(corners))
        red, green, blue = bytes.fromhex(item.colour.removeprefix("#"))
        material = colours.AddMaterial(item.name, wrapper.RGBAToColor(red, green, blue, 255))
        mesh.SetObjectLevelProperty(colours.GetResourceID(), material)
        transform = wrapper.GetTranslationTransform(item.shift[0], item.shift[1], 0.0)
        model.AddBuildItem(mesh, transform)
    buffer = model.QueryWriter("3mf").WriteToBuffer()
    data = buffer[0] if isinstance(buffer, tuple) else buffer
    return bytes(bytearray(data))


def _positions(points: NDArray[np.float32]) -> Any:
    made = (lib3mf.Position * len(points))()
    np.frombuffer(made, dtype=np.float32).reshape(-1, 3)[:] = points
    return made


def _triangles(corners: NDArray[np.uint32]) -> Any:
    made = (lib3mf.Triangle * len(corners))()
    np.frombuffer(made, dtype=np.uint32).reshape(-1, 3)[:] = corners
    return made

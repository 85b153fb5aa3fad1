"""Volume, area, centre of mass and mass of a closed mesh, by the divergence theorem."""

from __future__ import annotations

from dataclasses import dataclass

from core.solids import TriangleMesh


@dataclass(frozen=True)
class Bulk:
    """``volume_mm3``, ``area_mm2``, ``centre_mm`` and ``size_mm`` of a solid."""

    volume_mm3: float
    area_mm2: float
    centre_mm: tuple[float, float, float]
    size_mm: tuple[float, float, float]

    def mass_g(self, density_g_cm3: float) -> float:
        """Solid mass: volume times density.

        >>> Bulk(1000.0, 600.0, (0, 0, 0), (10, 10, 10)).mass_g(1.24)
        1.24
        """
        return self.volume_mm3 / 1000 * density_g_cm3


def measure_bulk(mesh: TriangleMesh) -> Bulk:
    """The bulk of a mesh. O(triangles).

    >>> from manifold3d import Manifold
    >>> from core.solids import Body, triangle_mesh
    >>> bulk = measure_bulk(triangle_mesh(Body(Manifold.cube((10, 20, 5)))))
    >>> round(bulk.volume_mm3, 6), bulk.area_mm2, [round(at, 6) for at in bulk.centre_mm]
    (1000.0, 700.0, [5.0, 10.0, 2.5])
    """
    sixths = mesh.sixths
    volume = float(sixths.sum())
    size = mesh.vertices.max(axis=0) - mesh.vertices.min(axis=0)
    double = mesh.doubled
    if abs(volume) > 1e-12:
        centre = sixths @ mesh.middles * 3 / 4 / volume
    else:  # a sheet encloses nothing: the middle of its surface stands for it
        centre = double @ mesh.middles / max(double.sum(), 1e-30)
    return Bulk(
        volume,
        float(double.sum() / 2),
        (float(centre[0]), float(centre[1]), float(centre[2])),
        (float(size[0]), float(size[1]), float(size[2])),
    )

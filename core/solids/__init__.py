"""Outlines made into closed triangle solids that remember who made each triangle.

Map
    frame    a right-handed set of axes in space; where a step acts
    body     a manifold3d solid with the sources of its triangles; add, cut, common
    mesh     the triangles of a body as arrays, each with its step and face
    linked   what hangs together, in groups
    crumbs   what booleans leave loose, dropped; pieces and the rooms in them
    stack    polygons on stations joined into a solid: prisms, chamfers, rounds, tapers
    skin     stations anywhere in space joined into a solid: turned, swept and lofted bodies
    turned   an outline turned about an axis; hollow_turned   its wall, worked out on the outline
    turned_again   the half profile of a body that is as if turned
    swept    an outline along a path, and the legs between its sharp corners
    sectioned   the section of a body in a plane, its arcs found again
    flat_face   what is left of a flat face
    knurled  grooves all round a shaft, to hold on to
    shaft    what stands round an axis: the shaft a thread or a track is laid on
    bent     a flat solid laid round a cylinder
    hollow   any body hollowed to a wall, open where asked
    hollow_sheets, hollow_blocks   its faces thickened, and what that leaves between them
    hollow_parting, hollow_slits   facets that turn over in part, parted; slits in the wall, found
    edges    where two named faces meet, as chains of mesh edges
    rolling  edges rounded with a rolling ball, or chamfered, on any body
    edge_sections, edge_runs, edge_corners, edge_fit   what rolling is made of
    finishing   named edges finished in one go, convex and concave together
    prism    an outline raised between two heights, rims and all; the usual body of a part

Solids come from manifold3d: always closed, booleans in milliseconds, and every triangle keeps
the id of the piece it was cut from, through any number of booleans.
"""

from core.solids.body import Body, Source
from core.solids.frame import Frame
from core.solids.mesh import TriangleMesh, triangle_mesh
from core.solids.prism import Prism, Rim, prism_body
from core.solids.skin import skin
from core.solids.stack import Section, stack
from core.solids.turned import turned_body

__all__ = [
    "Body",
    "Frame",
    "Prism",
    "Rim",
    "Section",
    "Source",
    "TriangleMesh",
    "prism_body",
    "skin",
    "stack",
    "triangle_mesh",
    "turned_body",
]

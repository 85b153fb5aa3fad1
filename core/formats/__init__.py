"""Files in and out: the only place in the core that touches bytes of a format.

Map
    meshes      STL, OBJ, PLY and GLB through trimesh
    reading     STL, 3MF, OBJ, PLY and GLB read in, with limits
    tracing     SVG and DXF drawings read into outlines
    svg         an outline with its arcs as true arcs
    drawings    outlines as DXF, their arcs as bulges
    threemf     3MF with names, units and colours through lib3mf
    tables      rows as comma-separated values
    binary      the compact mesh a screen draws: positions, triangles, faces
"""

from core.formats.binary import pack_marks, pack_mesh, unpack_mesh

__all__ = ["pack_marks", "pack_mesh", "unpack_mesh"]

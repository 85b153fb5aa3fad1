"""The rules and the computation of Fair Hinge: pure Python, no Django, no HTTP.

Map
    limits      how large a design may be
    halting     work given up while it is under way
    fingerprint which program it is: part of every key
    errors      one family of exceptions; each says what happened, where, and what would work
    measures/   expressions, units, dimension checking, dependency order, working
    outlines/   closed 2D profiles with true arcs; offsetting; flattening to polygons
    solids/     outlines to closed triangle solids whose triangles know their step and face
    steps/      the lines of a build sheet, one module per kind; each registers itself
    process/    printers, materials, the error model of a process, forecasts of a gap
    fits/       relations between two parts, one module per kind; each registers itself
    proof/      checks on finished solids, one module per check
    project/    the document: schema, solve, cache, demo projects
    report/     a solved and proved project as plain data for a screen
    formats/    mesh and document files; the only place that touches files

What may import what: measures <- outlines <- solids <- steps, fits <- project; proof and
process stand beside them and know nothing of documents. Lengths are millimetres, angles
degrees, masses grams.
"""

"""The rules and the computation of Fair Hinge: pure Python, no Django, no HTTP.

Map
    limits      how large a design may be
    halting     work given up while it is under way
    fingerprint which program it is: part of every key
    libigl      distances to meshes: a library read in when it is first asked for
    errors      one family of exceptions; each says what happened, where, and what would work
    measures/   expressions, units, dimension checking, dependency order, working
    outlines/   closed 2D profiles with true arcs; offsetting; flattening to polygons
    solids/     outlines to closed triangle solids whose triangles know their step and face
    steps/      the lines of a build sheet, one module per kind; each registers itself
    process/    printers, materials, the error model of a process, forecasts of a gap
    threads/    standard and printed threads: profiles, helices, strength
    hardware/   bought things: bearings, nuts, screws, boards
    fits/       relations between two parts, one module per kind; each registers itself
    proof/      measurements on finished solids, one module each
    views/      what a screen or a script is shown: plain data
    project/    the document: schema, solve, cache, sentences, demo projects
    checks/     what the measurements are judged by, one class a check
    printing/   standing, laying out, slicing; printers simulated
    report/     a solved and proved project put into views
    formats/    mesh and drawing files; the only place that touches their bytes
    export/     parts as files

What may import what: measures, outlines <- solids <- steps <- fits <- project <- checks <-
report, printing <- export; proof and process stand beside them and know nothing of documents.
`tests/core/test_layering.py` has the whole table. Lengths are millimetres, angles
degrees, masses grams.
"""

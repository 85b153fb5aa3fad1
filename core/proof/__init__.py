"""Measurements on finished solids, one module each. Nothing here knows what was intended:
checks judge them in `core.checks`.

Map
    setting     Setting: what the checks go by, taken from a process
    closed      is it closed; shells and hidden voids
    mass        volume, area, centre of mass, mass
    bed         does it fit the bed, turned about the vertical
    rays        rays through a mesh, on Embree
    walls       thickness by rays along the inward normal
    narrows     where two patches of a surface come nearest to each other
    slots       the narrowest air gap inside a part
    filling     holes of a mesh closed, loop by loop
    mending     what is wrong with a mesh from elsewhere, and mending it
    sound       what a mesh from elsewhere bounds, room counted once
    between     distance, angle, wall and axes between two things; radius, length, area of one
    small_part  the small-parts cylinder
    stances     resting positions, ranked
    motion      one solid moved in another
    overhang    faces steeper than the limit
    layers      what each layer hangs over the one below; islands
    keels       edges the surface rises from on both sides, flatter than the limit
    carried     bridges, cantilevers and islands, with their spans
    relief      steps between flat faces too shallow to show
    slender     pins that stand across their layers
    edges       sharp edges and points
    marks       where on a surface the checks found something
    bed_layout  several pieces on as few beds as they need
    splitting   where to cut what is too large
    gaps        smallest distance and overlap between two solids or named faces of them
    section     what a plane cuts out of solids, and gaps along a line in it

Arrays of points are (n, 3), of triangle corners (n, 3, 3), in mm.
"""

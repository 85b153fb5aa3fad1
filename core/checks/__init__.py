"""Checks: one class each, which says what it measures, its limits, its words and its remedies.

Adding one is adding a module that registers an instance of it, and its name below, in the order
they are told. docs/checks.md is generated from the classes.

Map
    check         Check and what one can look at: a Piece, a Joint, a whole Solution
    finding       one result: a value, its limit, a place, words, a remedy
    pressed       what is pressed on the stage, measured on the finished solids
    measuring     everything a solution is measured for, with a helper beside
    part_measures, fit_measures   what is measured on finished parts and on fits
    kept          something measured, kept by what it follows from
    moving        a fit set in motion
    judge         every check asked
    limits        limits that several checks go by
    can_be_built  what could not be worked out or built; what steps say of themselves
    closed        a closed solid, in one piece, with nothing shut in
    bed, wall, slot, fine_detail, hanging, expected_mass    can it be printed
    land          what finished edges leave beside them
    vessel        does a hollow hold to its rim
    meeting       how the two parts of a fit meet
    equal, typed_twice, doubtful, undecided, keep_out, checklist    what makers overlook
    axes, held_twice    do fits that hold the same parts want them in one place
    bought        have the screws that hold parts together their room, seats and hold
    loops         how far apart what several fits hold comes to stand, moved as they let it
    small_part, sharp, hinge_line, caution, drawn_in    what can hurt someone
"""

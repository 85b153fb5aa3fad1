"""The project document and what follows from it.

Map
    schema        the JSON document, version 2, as pydantic models
    upgrading     documents of older versions brought up, one version at a time
    document      reading and writing documents, with the path of whatever is wrong
    resolve       every typed expression of a document with its value, working or error
    graph         what has to be worked out before what: measures, steps, fits
    solve         document -> Solution: values, parts, fits; a pure function, cached step by step
    placing       a face and distances across it -> where a step acts
    sentences     steps and fits read aloud: text, and pieces that can be edited in place
    options       what a field may be set to where it stands
    faces         what is left of each face, how much room is on it, which place lies in it
    beginning     documents with a step or a part more, sized to where it stands
    beginning_fits   documents with a fit more, or with one made another kind
    beginning_sizes  what is typed in what begins: sizes that fit the face and read well
    outline_again    an outline put in place of another, as large as that
    outlining     outlines at a path: laid out to be drawn on, taken apart, brought in
    cannot        what there is none of, and the nearest thing
    starters      whole things to begin with, told by what must meet
    parting       the pieces a split left made parts of their own, each with its fits
    assembly      where every part sits in the finished thing
    renaming      a measure renamed in every expression
    results       what a solve gives back
    cache         results keyed by the hash of everything they were made from
    helper        a second process that takes part of the work while a core is free
    print_groups  what comes off the printer as one: a part, or parts printed assembled
    gauges        small test prints, made as projects
    teaching      results of gauges and prints -> the process as known now, and what follows
    demo          the shipped projects
"""

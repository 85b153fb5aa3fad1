"""The project document and what follows from it.

Map
    schema      the JSON document, version 1, as pydantic models
    document    reading and writing documents, with the path of whatever is wrong
    resolve     every typed expression of a document with its value, working or error
    graph       what has to be worked out before what: measures, steps, fits
    solve       document -> Solution: values, parts, fits; a pure function, cached step by step
    renaming    a measure renamed in every expression
    results     what a solve gives back
    cache       results keyed by the hash of everything they were made from
    printed     what comes off the printer as one: a part, or parts printed assembled
    gauges      small test prints, made as projects
    teaching    results of gauges and prints -> the process as known now, and what follows
    demo        the shipped projects
"""

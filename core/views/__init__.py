"""What the screen and the scripts are shown: plain data, apart from what it is a view of.

Map
    report    what a report holds: parts, steps, fields, fits, findings, readings
    printing  the same of stances, beds, layers, hatching and materials

Pydantic models that hold no rule: lengths in mm, angles in degrees, masses in grams. The API's
description, and with it the screen's types, is written from them.
"""

"""Printing, worked out and simulated: how parts stand and lie, what a print comes to layer by
layer, and what a printer with errors of its own would have made of it.

Map
    ranked_stances  the ways a part can stand, ranked
    beds            everything laid out on beds, and where to cut what fits none
    estimate        walls, skins and infill of every layer: time, mass and length of filament
    slicing         a part as sliced, one layer at a time
    comparing       materials side by side, and when a lasting thing beats a throwaway
    as_printed      a solid as a printer with errors would leave it
    stand_in        a printer and a caliper that are not there, with a hidden true error
    trial           parts printed by the stand-in, read and tried by hand
    to_buy          what a project takes: filament, screws, inserts, nuts, bearings
"""

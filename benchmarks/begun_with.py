"""What benchmarks of many edits begin with."""

STARTERS = (
    "lidded_box",
    "jar",
    "wheel",
    "knob",
    "clip_box",
    "basket",
    "bolt_and_nut",
    "hinged_leaves",
)

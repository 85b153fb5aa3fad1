"""Slip lid: a lid that goes straight on, made from the base's own outline by offset.

Two schools. *Lip*: a lip stands on the base's rim inside the lid's skirt, and the lid is flush
with the base. *Cap*: the lid's skirt goes over the outside of the base. Both follow any outline.
"""

from __future__ import annotations

from collections.abc import Mapping

from core.fits.registry import FitInput, FitKind, Meeting, Motion, Pair, register
from core.fits.slip_lid_fields import SlipLidFields
from core.fits.slip_lid_held import air_grooves, bead, bead_groove, held_bends, held_working
from core.fits.slip_lid_sizes import headroom, lid_sizes
from core.fits.slip_lid_solids import cavity, lip, neck_chamfer, neck_cutter
from core.fits.slip_lid_told import cautions, inner_faces, section, walls_left, working
from core.measures.units import Quantity, length
from core.outlines import offset_outline
from core.solids import Frame, Prism, prism_body
from core.steps.extrude import prism_feature
from core.steps.field import Field
from core.steps.registry import Start
from core.steps.state import Feature, PartState


@register
class SlipLid(FitKind):
    """A lid that slips on and off."""

    sits = True
    kind = "slip lid"
    title = "Slip lid"
    also = ("lip", "cap", "cover", "box lid", "tin")
    starts = (
        Start("Slip lid over a lip", ("lid", "box lid", "tin", "lip"), {"school": "lip"}),
        Start("Slip lid over the outside", ("cover", "cap lid", "slip lid"), {"school": "cap"}),
    )
    stance_b = "top"
    roles = ("base", "lid")
    fields = (
        Field("school", "choice", "made as", "lip", ("lip", "cap")),
        Field("engagement", "length", "engagement", "6 mm", hint="how far base and lid overlap"),
        Field(
            "seam",
            "length",
            "seam, in from the outside",
            "rim_wall / 2",
            when=(("school", ("lip",)),),
        ),
        Field("plate", "length", "plate", "rim_wall"),
        Field("skirt", "length", "skirt", "rim_wall", when=(("school", ("cap",)),)),
        Field("headroom", "length", "headroom", "0.4 mm"),
        Field("lead_in", "length", "lead-in", "0.6 mm"),
        Field(
            "air",
            "count",
            "air grooves",
            "0",
            clause=", {air} air grooves",
            hint="a close lid needs a way for the air",
        ),
        Field("bead", "length", "bead that holds it", "0", clause=", held by a bead {bead} high"),
        Field(
            "rim",
            "step",
            "lies on the rim of",
            "",
            among="rim",
            empty="the latest rim",
            clause=", on the rim of {rim}",
        ),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        its = SlipLidFields.typed(words)
        if its.school == "lip":
            return (
                "As a {school} {engagement} high, seam {seam} in from the outside, "
                "plate {plate}, headroom {headroom}, lead-in {lead_in}"
            )
        return (
            "As a {school} {engagement} deep over the outside, skirt {skirt}, "
            "plate {plate}, headroom {headroom}, lead-in {lead_in}"
        )

    def names(self, a: PartState, words: Mapping[str, str]) -> dict[str, Quantity]:
        _, mouth = a.mouth(words.get("rim", ""))
        return {
            "rim_wall": length(mouth.wall),
            "rim_depth": length(mouth.depth),
            "rim_width": length(mouth.outer.size[0]),
        }

    # -- geometry -----------------------------------------------------------------------

    def build_a(self, given: FitInput) -> PartState:
        its = given.read(SlipLidFields)
        _, mouth = given.a.mouth(its.rim)
        sizes = lid_sizes(given, mouth)
        body = given.a.solid()
        if its.school == "lip":
            body = body + lip(given, mouth, sizes)
        elif sizes.lip > 0:
            body = body - neck_cutter(given, mouth, sizes)
            body = body - neck_chamfer(given, mouth, sizes)
        else:
            body = body - neck_chamfer(given, mouth, sizes)
        if its.bead_mm > 0:
            body = body + bead(given, mouth, sizes)
        top = sizes.ceiling - headroom(given)
        frame = mouth.frame.lifted(top if its.school == "lip" else 0.0)
        quantities = {
            "gap": length(given.gap_mm),
            "engagement": length(its.engagement_mm),
        }
        return given.a.made(body, Feature(given.fit, {"lip top": frame}, quantities))

    def build_b(self, given: FitInput) -> PartState:
        its = given.read(SlipLidFields)
        _, mouth = given.a.mouth(its.rim)
        sizes = lid_sizes(given, mouth)
        outline = offset_outline(mouth.outer, -sizes.lid)
        height = sizes.top - sizes.low
        prism = Prism(Frame(), outline, 0.0, height)
        shell = prism_body(prism, given.fit) - cavity(given, mouth, sizes)
        if its.bead_mm > 0:
            shell = shell - bead_groove(given, mouth, sizes)
        for groove in air_grooves(given, mouth, sizes):
            shell = shell - groove
        body = shell if given.b.body is None else given.b.body + shell
        feature = prism_feature(given.fit, prism)
        places = {**feature.places, "ceiling": Frame().lifted(sizes.ceiling - sizes.low)}
        quantities = {
            **feature.quantities,
            "gap": length(given.gap_mm),
            "bore": length(offset_outline(mouth.outer, -sizes.skirt).size[0]),
        }
        return given.b.made(body, Feature(given.fit, places, quantities, prism))

    # -- what it says -------------------------------------------------------------------

    def meeting(self, given: FitInput) -> Meeting:
        its = given.read(SlipLidFields)
        _, mouth = given.a.mouth(its.rim)
        sizes = lid_sizes(given, mouth)
        lip_school = its.school == "lip"
        inner = inner_faces(given, mouth, sizes)
        pairs = [Pair("side", inner, (given.fit, frozenset({"skirt inside"})), given.gap_mm)]
        if lip_school:
            pairs.append(
                Pair(
                    "headroom",
                    (given.fit, frozenset({"lip top"})),
                    (given.fit, frozenset({"ceiling"})),
                    headroom(given),
                )
            )
        return Meeting(
            mouth.frame.lifted(sizes.low),
            tuple(pairs),
            section(given, mouth, sizes),
            (*working(given, mouth, sizes), *held_working(given, mouth, sizes)),
            tuple(walls_left(given, mouth, sizes)),
            tuple(cautions(given, mouth, sizes)),
            # a bead bends the skirt on its way: no rigid motion
            None
            if its.bead_mm > 0
            else Motion(
                "slide", mouth.frame, 0.0, sizes.ceiling - sizes.low + 2.0, words="lifted off"
            ),
            touching=True,
            bends=held_bends(given, mouth, sizes),
        )

"""Captive pieces printed in place: ring on a post, ball in a cage, link through an eye, chain."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import lru_cache

from core.fits.captive_ball import ball_in_cage
from core.fits.captive_chain import chain
from core.fits.captive_fields import CaptiveFields
from core.fits.captive_link import link_through_eye
from core.fits.captive_made import Made
from core.fits.captive_ring import ring_on_post
from core.fits.pieces import finished, positive, seated
from core.fits.registry import FitInput, FitKind, Held, Meeting, Motion, Pair, register
from core.outlines.facet_fineness import chord_error_mm
from core.steps.field import Field
from core.steps.registry import Cures
from core.steps.state import PartState

FORMS = ("a ring on a post", "a ball in a cage", "a link through an eye", "links of a chain")
CHAIN = (("form", ("links of a chain",)),)


@register
class Captive(FitKind):
    """A piece that moves but cannot get out."""

    kind = "captive"
    bears_load = True
    title = "Captive ring, ball or link"
    also = ("captive", "print in place", "loose ring", "chain", "link", "ball in cage", "rattle")
    roles = ("holder", "captive")
    inner = "b"
    feel = "print-in-place"
    on_a = True
    fields = (
        Field("form", "choice", "form", "a ring on a post", FORMS),
        Field(
            "size",
            "length",
            "post, ball, thickness of the eye's plate, or length of a link",
            "8 mm",
        ),
        Field(
            "tall", "length", "height of the neck", "7 mm", when=(("form", ("a ring on a post",)),)
        ),
        Field(
            "head",
            "length",
            "head over the post, cage, link across, or width of the chain",
            "18 mm",
        ),
        Field("thick", "length", "thickness of the ring or wire", "4 mm"),
        Field("bars", "count", "bars of the cage", "4", when=(("form", ("a ball in a cage",)),)),
        Field("links", "count", "links in all", "7", when=CHAIN, least=2, most=60),
    )

    def sentence(self, words: Mapping[str, str]) -> str:
        its = CaptiveFields.typed(words)
        return {
            "a ring on a post": (
                "Captive: {form} {size} across, {tall} of neck under a head {head} across, the ring"
                " {thick} wide"
            ),
            "a ball in a cage": (
                "Captive: {form}, the ball {size} across, cage {head} across of {bars} bars {thick}"
                " thick"
            ),
            "a link through an eye": (
                "Captive: {form} in a plate {size} thick, the link {head} across of wire {thick}"
            ),
            "links of a chain": (
                "Captive: {links} {form}, each {size} long and {head} wide of wire {thick}, every"
                " other one a part's"
            ),
        }[its.form]

    def build_a(self, given: FitInput) -> PartState:
        positive(given, size="size", tall="height", head="outer size", thick="thickness")
        made = _made(given)
        return finished(given, given.a, add=made.holder_add, cut=made.holder_cut)

    def build_b(self, given: FitInput) -> PartState:
        made = _made(given)
        return finished(given, given.b, add=made.captive)

    def meeting(self, given: FitInput) -> Meeting:
        made = _made(given)
        gap, layer = given.gap_mm, given.process.layer_mm
        cautions: list[tuple[str, str] | tuple[str, str, Cures]] = []
        if gap < layer:
            cautions.append(
                (
                    "warning",
                    (
                        f"the gap of {gap:.2f} mm is under one layer of {layer:g} mm: it will fuse"
                        " where it lies level"
                    ),
                    (("gap", "", "the proposed gap"),),
                )
            )
        cautions.append(
            (
                "note",
                (
                    "small parts: check the captive piece against the cylinder of 16 CFR 1501.4 if"
                    " a child may play with it"
                ),
            )
        )
        fit = given.fit
        return Meeting(
            seated(made.seat, given.frame_b),
            (
                Pair(
                    "all round",
                    (fit, made.holder_faces),
                    (fit, made.captive_faces),
                    made.apart_mm or gap,
                ),
            ),
            made.section,
            made.working,
            (),
            tuple(cautions),
            Motion("turn", given.frame_a, 0.0, 360.0, words="turned round") if made.spins else None,
            in_place=True,
            held=Held(made.what, given.frame_a.z_axis, made.far_mm, made.cures),
            pieces=(made.pieces, len(made.captive)),
        )


@dataclass(frozen=True)
class _Asked:
    """What the pieces of a captive follow from: those asked for alike are the same."""

    follows_from: tuple[object, ...]
    given: FitInput = field(compare=False)


def _made(given: FitInput) -> Made:
    """The pieces of a captive, worked out once for both parts and for how they meet."""
    alone = (given.a.body is None, given.b.body is None)
    its = given.read(CaptiveFields)
    frames = (given.frame_a, given.frame_b)
    key = (its, given.gap_mm, given.fit, *frames, *alone, repr(given.process), chord_error_mm())
    return _made_of(_Asked(key, given))


@lru_cache(maxsize=4)
def _made_of(asked: _Asked) -> Made:
    return _MAKERS[asked.given.read(CaptiveFields).form](asked.given)


_MAKERS = {
    "a ring on a post": ring_on_post,
    "a ball in a cage": ball_in_cage,
    "a link through an eye": link_through_eye,
    "links of a chain": chain,
}

"""How steps, parts and fits begin: on a face that is there, of a size that fits it."""

from __future__ import annotations

import math

import pytest
from manifold3d import Manifold

from core.errors import BuildError, CoreError
from core.fits import FITS
from core.project.beginning import begin_copy, begin_part, begin_step, place_step
from core.project.beginning_fits import become_kind, begin_fit
from core.project.beginning_sizes import round_size
from core.project.faces import free_face, room_on
from core.project.outline_again import outline_again
from core.project.solve import solve
from core.report import report_on
from core.solids import triangle_mesh
from core.solids.flat_face import left_of_face
from core.steps import OUTLINES, STEPS
from tests.core.building import block, circle, document, part, rectangle, solved, step
from tests.covering import pairs, spread

HOLLOW = step("hollow", "shell", wall="2", floor="2")
EXTRUDE = ("raise", "cut", "through", "keep")


def begun(project, kind: str, way: int = 0, outline: str = "", **where: str):
    outline = outline or (STEPS[kind].outline_first if STEPS[kind].has_outline else "")
    made, name = begin_step(solve(project), "p", kind, way, outline, **where)
    return solve(made), name


def empty(**more):
    return document(part("p"), version=2, **more)


def test_what_hollows_a_raised_body_hollows_a_part_that_has_none() -> None:
    """A maker who asks for a hollow need not know which of two steps does it."""
    cup = {**step("cup", "loft", circle("40")), "stations": [
        {"outline": {"kind": "circle", "fields": {"diameter": "60"}}, "up": "50"}]}  # fmt: skip
    made, name = begun(document(part("p", cup), version=2), "shell")
    assert not made.errors
    begun_step = made.project.parts[0].steps[-1]
    assert (begun_step.kind, name, begun_step.fields["open"]) == ("hollow", "hollow", "cup.top")
    block_ = step("body", "extrude", rectangle("30", "20"), height="10")
    raised, name = begun(document(part("p", block_), version=2), "shell")
    assert raised.project.parts[0].steps[-1].kind == "shell"
    # written by hand all the same, it says what would do
    told = solve(document(part("p", cup, step("s", "shell")))).errors
    assert "hollow the whole part instead" in told[0].one_line()


@pytest.mark.parametrize(
    ("across", "thread"),
    [("12", "M12"), ("24", "M24"), ("40", "print 40x4"), ("41.5", "print 41.5x4")],
)
def test_a_thread_begins_as_that_of_its_shaft(across: str, thread: str) -> None:
    rod = step("rod", "extrude", circle(across), height="60")
    made, _ = begun(document(part("p", rod), version=2), "thread", 0)
    assert not made.errors
    assert made.project.parts[0].steps[-1].fields["designation"] == thread


def test_a_thread_begins_on_the_highest_shaft_not_inside_a_vessel() -> None:
    """The roomiest face that looks up is the floor of a jar; its thread goes round its neck."""
    jar = step("jar", "extrude", circle("50"), height="60")
    made, _ = begun(document(part("p", jar, HOLLOW), version=2), "thread", 0)
    assert not made.errors
    thread = made.project.parts[0].steps[-1]
    assert thread.place is not None and thread.place.on in ("jar.top", "hollow.rim")
    assert thread.fields["designation"] == "print 50x4"
    neck = step("neck", "extrude", circle("30"), on="jar.top", height="20")
    made, _ = begun(document(part("p", jar, neck), version=2), "thread", 0)
    thread = made.project.parts[0].steps[-1]
    assert thread.place is not None and thread.place.on == "neck.top" and not made.errors


@pytest.mark.parametrize("units", ["mm", "in"])
def test_a_split_begins_half_way_up(units: str) -> None:
    wide, tall = ("40", "30") if units == "mm" else ("1.5", "1 1/4")
    block_ = step("body", "extrude", rectangle(wide, wide), height=tall)
    before = solved(part("p", block_), version=2, units=units)
    made, _ = begun(before.project, "split")
    assert not made.errors
    assert made.parts["p"].state.solid().volume_mm3 == pytest.approx(
        before.parts["p"].state.solid().volume_mm3 / 2
    )


def test_edges_begin_with_those_there_are() -> None:
    block_ = step("body", "extrude", rectangle("40", "30"), height="20")
    made, _ = begun(document(part("p", block_), version=2), "blend")
    assert not made.errors and made.project.parts[0].steps[-1].fields["where"] == "outside"
    boss = step("boss", "boss", on="body.top", diameter="10", height="8")
    made, _ = begun(document(part("p", block_, boss), version=2), "blend")
    assert not made.errors and "where" not in made.project.parts[0].steps[-1].fields
    # of what is not raised from an outline no rim is known by name: edges are pressed
    cup = {**step("cup", "loft", circle("40")), "stations": [
        {"outline": {"kind": "circle", "fields": {"diameter": "60"}}, "up": "50"}]}  # fmt: skip
    for kind in ("fillet", "chamfer"):
        made, _ = begun(document(part("p", cup), version=2), kind)
        assert "press one on the stage" in made.errors[0].one_line()


CIRCLE = {"kind": "circle", "fields": {"diameter": "60"}}
BODIES = {
    "block": [step("body", "extrude", rectangle("40", "30"), height="20")],
    "rod": [step("body", "extrude", circle("24"), height="50")],
    "can": [step("body", "revolve", {"kind": "moves", "moves": "right 20, up 50, left 20, close"})],
    "cup": [{**step("body", "loft", circle("40")), "stations": [{"outline": CIRCLE, "up": "50"}]}],
    "pipe": [step("body", "sweep", circle("12"), path="right 40, turn left 90 radius 20, up 20")],
}  # fmt: skip
# what a step may want first: something to be chosen, or another part or body than this
WANTS = (
    "no edge is chosen yet", "no face to bridge to is chosen", "no drawing is chosen",
    "no part is named", "has no open rim", "is no shaft", "no shaft round this axis",
    "nothing here is a cylinder", "there is no raised body here",
    "no face of the part here to fill", "nothing round stands there", "not as wide all along",
    "the shaft is 57 mm across",  # of the cup, which is a cone
)  # fmt: skip


@pytest.mark.parametrize("body", BODIES)
def test_every_step_begins_so_that_it_can_be_built_or_says_what_it_wants(body: str) -> None:
    """Whatever is taken from the list of all there is, on whatever body."""
    end = "body.end" if body == "pipe" else "body.top"
    hole = step("drilled", "hole", on=end, diameter="3")
    solution = solved(part("p", *BODIES[body], hole), version=2)
    offered = [one for one in STEPS.items() if one[1].offered]
    for kind, spec in spread(offered, first=list(BODIES).index(body) % 2):
        for way, start in enumerate(spec.ways()):
            outline = spec.outline_first if spec.has_outline else ""
            made, _ = begin_step(solution, "p", kind, way, outline)
            told = [one.one_line() for one in solve(made).errors]
            assert not told or any(words in told[0] for words in WANTS), (kind, start.title, told)
            assert all(" - " in one for one in told), told  # with what would work


@pytest.mark.parametrize("body", ["can", "rod"])
def test_what_slivers_a_union_leaves_do_not_stop_what_comes_next(body: str) -> None:
    """A round body repeated about its own axis lies on itself, facet over facet: of its flat ends
    slivers are left whose corners lie on others' edges."""
    made, _ = begun(document(part("p", *BODIES[body]), version=2), "round", 0)
    whole = made.parts["p"].state.solid()
    mesh = triangle_mesh(whole)
    name = "body.side 3" if body == "can" else "body.top"
    feature, frame = made.parts["p"].state.place(name)
    left = left_of_face(mesh, feature.step, name.partition(".")[2], frame)
    assert left is not None
    level = whole.solid.slice(frame.origin[2] - 0.01)
    assert left.area == pytest.approx(level.area(), rel=1e-3)
    for kind in ("extrude", "hole", "text"):
        assert not begun(made.project, kind, 0)[0].errors, kind
    for one in begun(made.project, "hollow", 0)[0].errors:  # of the can
        assert "a wall of 2 mm does not close behind these faces - another" in one.one_line()


def test_rounding_what_was_rounded_says_that_none_takes_it() -> None:
    """A row of bent pipes through each other: what is left is slivers between parallel faces, of
    which one lies on both faces and still does not close."""
    made, _ = begun(document(part("p", *BODIES["pipe"]), version=2), "grid", 0)
    made, _ = begun(made.project, "blend", 0)
    assert not made.errors
    made, _ = begun(made.project, "blend", 0)
    (told,) = made.errors
    assert "no inside edge takes a radius of 2 mm" in told.one_line()


def test_a_field_begins_on_the_face_of_the_piece_it_repeats() -> None:
    drum = step("drum", "extrude", circle("30"), height="20")
    hole = step("h", "hole", on="drum.side", diameter="4")
    made, _ = begun(document(part("p", drum, HOLLOW, hole), version=2), "fill")
    assert not made.errors
    place = made.project.parts[0].steps[-1].place
    assert place is not None and place.on == "drum.side"
    # a face that was pressed goes before it
    made, _ = begun(
        document(part("p", drum, HOLLOW, hole), version=2), "fill", on="hollow.inner floor"
    )
    place = made.project.parts[0].steps[-1].place
    assert place is not None and place.on == "hollow.inner floor"


def test_a_pocket_from_an_empty_page_is_cut_not_added() -> None:
    first, _ = begun(empty(), "extrude", EXTRUDE.index("raise"), "rectangle")
    second, name = begun(first.project, "extrude", EXTRUDE.index("cut"), "rectangle")
    assert not second.errors
    before, after = (s.parts["p"].state.solid() for s in (first, second))
    assert after.volume_mm3 < before.volume_mm3 and after.solid.genus() == 0
    made = second.project.parts[0].steps[-1]
    assert made.place is not None and made.place.on == "body.top"
    # a pocket goes half-way in at most
    floor = second.parts["p"].state.features[name].recess
    assert floor is not None and floor.depth <= 5


def test_a_new_step_never_stands_on_a_rim_or_a_mouth() -> None:
    box = solved(part("p", block(), HOLLOW))
    room = free_face(box.parts["p"].state)
    assert room is not None and room.place == "hollow.inner floor"
    assert room.radius == pytest.approx(18, abs=0.1) and room.deep == pytest.approx(2)
    post, _ = begun(box.project, "boss")
    assert post.project.parts[0].steps[-1].place.on == "hollow.inner floor"
    # the top is a rim 2 wide: what is asked for there is small
    narrow = room_on(box.parts["p"].state, "body.top")
    assert narrow is not None and narrow.radius == pytest.approx(1, abs=0.2)


def test_where_the_middle_is_taken_a_step_begins_beside_it() -> None:
    well = step("well", "hole", on="body.top", diameter="30", reach="to depth", depth="15")
    box = solved(part("p", block(), well))
    bored, name = begun(box.project, "hole", on="body.top")
    assert not bored.errors
    drilled = bored.parts["p"].state.features[name].axis
    assert drilled is not None and max(abs(v) for v in drilled.origin[:2]) > 12
    # what goes round an axis keeps to the middle
    turned, _ = begun(box.project, "round", on="body.top")
    assert turned.project.parts[0].steps[-1].place.x == ""


@pytest.mark.parametrize(
    ("kind", "size", "units"),
    pairs([k for k, v in STEPS.items() if v.offered], [0.3, 1.0, 20.0], ["mm", "in"]),
)
def test_everything_offered_begins_on_a_block_of_any_size(kind: str, size: float, units) -> None:
    """No failure of our own; what is refused waits for a choice that only the maker can make."""
    width, tall = (f"{v * size}mm" for v in (40, 16))
    body = step("body", "extrude", rectangle(width, width), height=tall)
    project = document(part("p", body), part("q", block()), units=units, version=2)
    for way in range(len(STEPS[kind].ways())):
        found, name = begun(project, kind, way)
        line = next(s for s in found.parts["p"].steps if s.step.id == name)
        assert line.step.kind == kind
        if line.error is not None:
            assert line.error.remedy or line.error.position is not None or "thread" in kind, (
                line.error
            )
        if units == "in":
            texts = [
                *line.step.fields.values(),
                *(line.step.outline.fields.values() if line.step.outline else ()),
            ]
            assert not [text for text in texts if " mm" in text], texts


@pytest.mark.parametrize("outline", [k for k in OUTLINES if k not in ("followed", "traced")])
@pytest.mark.parametrize("way", [0, 1, 2])
def test_an_outline_is_sized_to_the_face_it_is_used_on(outline: str, way: int) -> None:
    small = step("body", "extrude", circle("12"), height="4")
    found, name = begun(document(part("p", small), version=2), "extrude", way, outline)
    assert not found.errors, found.errors[0].one_line()
    low_x, low_y, _, high_x, high_y, _ = found.parts["p"].state.solid().bounds
    assert max(high_x - low_x, high_y - low_y) <= 14.01
    assert name in found.parts["p"].state.features


def test_what_is_pressed_is_where_it_stands_and_after_which_step() -> None:
    project = solved(part("p", block(), HOLLOW)).project
    made, name = begun(project, "hole", on="body.front", after="body")
    ids = [one.id for one in made.project.parts[0].steps]
    assert ids == ["body", name, "hollow"]
    assert made.project.parts[0].steps[1].place.on == "body.front"
    # a face that is not there yet at that step is not taken
    other, _ = begun(project, "hole", on="hollow.inner floor", after="body")
    assert other.project.parts[0].steps[1].place.on == "body.top"


def test_an_edge_that_was_pressed_is_the_one_that_is_rounded() -> None:
    chosen = next(i for i, way in enumerate(STEPS["fillet"].ways()) if way.at_edge)
    made, _ = begun(
        solved(part("p", block())).project, "fillet", chosen, edge="body.top | body.left"
    )
    assert made.project.parts[0].steps[-1].fields["edges"] == "body.top | body.left"
    assert not made.errors


def test_round_sizes_read_well_and_are_never_larger() -> None:
    assert [round_size(v, "mm") for v in (0.17, 4.9, 17.3, 99)] == [
        "0.15 mm",
        "4 mm",
        "15 mm",
        "80 mm",
    ]
    assert [round_size(v, "in") for v in (1.0, 12.7, 26, 80)] == [
        "1/16in",
        "1/2in",
        "1in",
        "3 1/8in",
    ]


def test_parts_begin_apart_and_copies_leave_their_fits() -> None:
    project, first = begin_part(empty())
    project, second = begin_part(project, "Paddle")
    assert (first, second) == ("part", "part_2")
    assert project.part(second).label == "Paddle"
    assert len({project.part(n).colour for n in (first, second)}) == 2
    box = solved(part("p", block(), HOLLOW)).project
    with_lid, _ = begin_fit(solve(box), "slip lid", 0, ("p", ""))
    again, name = begin_copy(with_lid, "p")
    assert [s.kind for s in again.part(name).steps] == ["extrude", "shell"]
    assert [p.name for p in again.parts][:2] == ["p", name]
    with pytest.raises(BuildError):
        begin_copy(box, "nobody")


@pytest.mark.parametrize("kind", FITS)
def test_every_fit_begins_with_what_it_declares(kind: str) -> None:
    spec = FITS[kind]
    project = solved(part("p", block(), HOLLOW), part("q", block())).project
    for way in range(len(spec.ways())):
        second = "" if spec.makes_b else "q"
        made, name = begin_fit(solve(project), kind, way, ("p", second))
        fit = next(one for one in made.fits if one.name == name)
        assert fit.kind == kind and fit.feel == spec.feel
        assert (fit.place_a is not None) == spec.on_a
        partner = made.part(fit.parts[1])
        if spec.makes_b:
            assert partner.bought == spec.bought_b and partner.stance == spec.stance_b
        assert report_on(solve(made), proof=False).fits[0].name == name
    if not spec.makes_b:
        with pytest.raises(BuildError, match="both have a body"):
            begin_fit(solve(project), kind, 0, ("p", ""))


def test_a_fit_becomes_another_kind_and_keeps_what_both_have() -> None:
    project = solved(part("p", block(), HOLLOW), part("q", block())).project
    made, name = begin_fit(solve(project), "plug", 0, ("p", "q"))
    fields = {"across": "7", "lead_in": "0.9", "form": "hexagon"}
    fits = [made.fits[0].model_copy(update={"fields": fields, "feel": "snug"})]
    axle = become_kind(made.model_copy(update={"fits": fits}), name, "axle").fits[0]
    assert axle.kind == "axle" and axle.feel == "snug" and axle.parts == ("p", "q")
    assert axle.fields == {"lead_in": "0.9"}


def test_the_giving_part_is_named_rightly_where_the_second_is_the_inner_one() -> None:
    project = document(part("p", block(), label="Hub"), part("q", block(), label="Spindle"))
    for kind in ("plug", "ball hinge"):
        made, _ = begin_fit(solve(project), kind, 0, ("p", "q"))
        givers = {o.value: o.words for o in report_on(solve(made), proof=False).fits[0].givers}
        outer, inner = ("Hub", "Spindle") if FITS[kind].inner == "b" else ("Spindle", "Hub")
        assert givers["outer"] == f"the outer part, {outer},"
        assert givers["inner"] == f"the inner part, {inner},"


def test_an_outline_becomes_another_kind_and_more_are_joined() -> None:
    project = document(part("p", block()), version=2)
    round_one = outline_again(solve(project), "p", "body", "outline", "circle")
    assert round_one.parts[0].steps[0].outline.kind == "circle"
    across = solve(round_one).parts["p"].state.solid().bounds
    assert 20 <= across[3] - across[0] <= 40
    joined = outline_again(solve(round_one), "p", "body", "outline.more.0.outline", "slot")
    assert joined.parts[0].steps[0].outline.more[0].outline.kind == "slot"
    # what is joined stays when the first becomes another kind
    kept = (
        outline_again(solve(joined), "p", "body", "outline", "rectangle").parts[0].steps[0].outline
    )
    assert kept.kind == "rectangle" and len(kept.more) == 1
    loft, _ = begin_step(solve(project), "p", "loft", 0, "circle")
    taller = outline_again(solve(loft), "p", "loft", "stations.1.outline", "polygon")
    assert [s.outline.kind for s in taller.parts[0].steps[-1].stations] == ["circle", "polygon"]
    for path in ("outline.more.7.outline", "nothing", "outline.more.x.outline"):
        with pytest.raises(BuildError):
            outline_again(solve(project), "p", "body", path, "circle")


def test_a_whole_part_is_hollowed_from_its_roomiest_face_or_the_one_pressed() -> None:
    high = step("c", "extrude", rectangle("20", "20"), on="body.top", height="10")
    project = document(part("p", block(), high), version=2)
    found, name = begun(project, "hollow")
    assert found.project.parts[0].steps[-1].fields["open"] == "c.top"  # 10 mm all round
    pressed, name = begun(project, "hollow", on="c.right")
    assert pressed.project.parts[0].steps[-1].fields["open"] == "c.right"
    assert not pressed.errors and name in pressed.parts["p"].state.features


@pytest.mark.parametrize("kind", ["moves", "wall", "hull"])
def test_moves_begin_in_inches_as_they_do_in_millimetres(kind: str) -> None:
    # a hull 30 mm long begins with 1 1/8 in, which is one value and not two
    empty = document(part("p"), units="in")
    made, _ = begin_step(solve(empty), "p", "extrude", 0, kind)
    assert not solve(made).errors


def test_what_cannot_be_made_leads_to_what_can() -> None:
    """Every nearest thing is found by its word among the steps and fits there are."""
    from core.fits import FITS
    from core.project.cannot import CANNOT
    from core.steps import STEPS

    words = {word for kind in STEPS.values() for way in kind.ways() for word in way.also}
    words |= {word for kind in FITS.values() for way in kind.ways() for word in way.also}
    for one in CANNOT:
        assert set(one.nearest) <= words, one.title
        assert not set(one.also) & words, one.title


@pytest.mark.parametrize("of", ["a", "pinion"])
def test_a_step_on_a_part_that_only_a_fit_makes_follows_the_fit(of: str) -> None:
    made, fit = begin_fit(solve(document(part("a"))), "gears", 0, ("a", ""))
    solution = solve(made)
    blank = solution.parts[of].state.solid().volume_mm3
    thick = 8
    drilled, name = begin_step(solution, of, "hole", 0, "")
    assert [one.kind for one in drilled.part(of).steps] == ["fit", "hole"]
    after = solve(drilled)
    assert not after.errors
    across = after.parts[of].state.features[name].quantities["diameter"].value
    bored = blank - after.parts[of].state.solid().volume_mm3
    assert bored == pytest.approx(math.pi * across**2 / 4 * thick, rel=1e-3)
    # and so does what is begun on a face that the fit made, or after its share
    stood, _ = begin_step(solution, of, "extrude", 0, "circle", on=f"{fit}.top")
    assert not solve(stood).errors and stood.part(of).steps[0].kind == "fit"
    told, _ = begin_step(solution, of, "hole", 0, "", after=fit)
    assert [one.kind for one in told.part(of).steps] == ["fit", "hole"]


def test_a_step_on_what_was_there_before_a_fit_stays_before_it() -> None:
    block = step("body", "extrude", rectangle("40", "40"), height="20")
    made, fit = begin_fit(solve(document(part("a", block))), "plug", 0, ("a", ""))
    drilled, _ = begin_step(solve(made), "a", "hole", 0, "", on="body.front")
    assert [one.kind for one in drilled.part("a").steps] == ["extrude", "hole"]
    floor, _ = begin_step(solve(made), "a", "hole", 0, "", on=f"{fit}.floor")
    assert [one.kind for one in floor.part("a").steps] == ["extrude", "fit", "hole"]


POSTS = [
    step("b", "extrude", rectangle("80", "30"), height="8"),
    step("post", "boss", on={"on": "b.top", "x": "-30"}, diameter="9", height="6", foot="0"),
    step("r", "row", count="4", spacing="20.25"),
]


@pytest.mark.parametrize("kind", ["hole", "extrude", "screw hole"])
@pytest.mark.parametrize("post", [0, 1, 2, 3])
def test_on_a_row_of_posts_a_step_begins_on_the_one_that_was_pressed(kind: str, post: int) -> None:
    """Their tops are one named face; pressed at shares of the box, 80 mm long."""
    solution = solved(part("p", *POSTS))
    off = 20.25 * post
    near = ((40 - 30 + off + 2) / 80, 0.55, 1.0)
    outline = "circle" if kind == "extrude" else ""
    project, name = begin_step(solution, "p", kind, 0, outline, on="post.top", near=near)
    (made,) = (one for one in project.part("p").steps if one.id == name)
    assert made.place.on == "post.top" and made.place.y == ""
    assert made.place.x == (f"{off:g} mm" if post else "")
    assert not solve(project).errors


@pytest.mark.parametrize(("units", "mm"), [("mm", 1.0), ("in", 25.4)])
def test_a_step_moves_to_the_post_that_was_pressed(units: str, mm: float) -> None:
    hole = step("h", "hole", on={"on": "post.top", "x": "1", "turn": "30"}, diameter="3")
    solution = solved(part("p", *POSTS, hole), units=units)
    pin = Manifold.cylinder(1.0, 1.0)
    inside = [pin.translate((-30 + 20.25 * n, 0.0, 12.0)).scale((mm,) * 3) for n in range(4)]
    for post in (2, 0, 3):
        project, name = place_step(
            solution, "p", "h", "post.top", ((40 - 30 + 20.25 * post + 3) / 80, 0.4, 1.0)
        )
        (moved,) = (one for one in project.part("p").steps if one.id == name == "h")
        assert (moved.place.turn, moved.place.y) == ("30", "")
        after = solve(project)
        assert not after.errors
        solid = after.parts["p"].state.solid().solid
        bored = [n for n in range(4) if (solid ^ inside[n]).volume() < 1e-6]
        assert bored == [post]
        solution = after


def test_a_step_moves_to_another_face_of_one_piece() -> None:
    hole = step("h", "hole", on={"on": "b.top", "x": "9", "x_from": "b.left"}, diameter="3")
    solution = solved(part("p", POSTS[0], hole))
    project, _ = place_step(solution, "p", "h", "b.front", (0.3, 0.0, 0.4))
    place = project.part("p").steps[1].place
    assert (place.on, place.x, place.x_from, place.y) == ("b.front", "", "", "")


@pytest.mark.parametrize(
    ("which", "on", "words"),
    [
        ("nothing", "b.top", "no such step"),
        ("r", "b.top", "no such step to place"),
        ("h", "h.side", "no place 'h.side' here"),  # its own bore is not there before it
    ],
)
def test_a_step_that_cannot_move_there_says_so(which: str, on: str, words: str) -> None:
    hole = step("h", "hole", on={"on": "b.top"}, diameter="3")
    solution = solved(part("p", POSTS[0], hole))
    with pytest.raises(CoreError, match=words):
        place_step(solution, "p", which, on, (0.5, 0.5, 1.0))


def test_a_face_in_one_piece_is_begun_on_as_without_a_press() -> None:
    solution = solved(part("p", POSTS[0]))
    for near in (None, (0.1, 0.1, 1.0), (0.9, 0.5, 1.0)):
        project, name = begin_step(solution, "p", "extrude", 0, "circle", on="b.top", near=near)
        (made,) = (one for one in project.part("p").steps if one.id == name)
        assert (made.place.on, made.place.x, made.place.y) == ("b.top", "", "")

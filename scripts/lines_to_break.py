"""Important lines of core, workshop and screens, what each becomes when it is broken, and the tests
nearest to it: `scripts/break_lines.py` breaks them.
"""

from __future__ import annotations

from dataclasses import dataclass

FITS, GOOD, THREADS = (
    "tests/core/test_fits.py",
    "tests/core/test_never_a_false_good.py",
    "tests/core/test_threads.py",
)
PROOF, MESHES, CHECKS = (
    "tests/core/test_proof.py",
    "tests/core/test_meshes.py",
    "tests/core/test_checks.py",
)
ROUNDED, EDGES = "tests/core/test_hollow_rounded.py", "tests/core/test_chosen_edges.py"
LEARNING, REPORT = "tests/core/test_learning.py", "tests/core/test_report.py"
ACCEPTING, SOLVING, API = (
    "tests/core/test_accepting.py",
    "tests/core/test_solving.py",
    "tests/workshop",
)


@dataclass(frozen=True)
class Break:
    """One line, what it becomes, and the tests that should notice."""

    file: str
    line: str
    broken: str
    tests: tuple[str, ...]
    only: str = ""  # which of them, as pytest's -k takes it; empty: all


def _of(file: str, tests: tuple[str, ...], *breaks: tuple[str, ...]) -> list[Break]:
    return [Break(file, one[0], one[1], tests, *one[2:]) for one in breaks]


BREAKS: list[Break] = [
    # threads and screws
    *_of(
        "core/threads/strength.py",
        (THREADS, GOOD),
        (
            "return bolt.crest - nut.root",
            "return bolt.crest - nut.crest",
            "largest_gap or stripping",
        ),
        (
            "bolt_mm2 = 2 * math.pi * nut.root",
            "bolt_mm2 = 2 * math.pi * nut.crest",
            "shear_areas or stripping",
        ),
        ("max(1 - 2 * half_width_mm(nut, bolt.crest) / thread.pitch, 0.0)", "0.5", "shear_areas"),
        ("HALF = 0.5", "HALF = 0.3", "largest_gap or coarser"),
    ),
    *_of(
        "core/threads/profile.py",
        (THREADS, GOOD, FITS),
        (
            "crest = thread.major / 2 - gap_mm",
            "crest = thread.major / 2",
            "clear_each_other or free_nut",
        ),
        (
            "axial = sign * thread.axial_of_normal(gap_mm)",
            "axial = -sign * thread.axial_of_normal(gap_mm)",
            "largest_gap or free_nut or every_gap",
        ),
        (
            "root = max(thread.minor_internal / 2, bolt_root + gap_mm + other_mm)",
            "root = thread.minor_internal / 2",
            "clear_each_other",
        ),
    ),
    *_of(
        "core/fits/screw.py",
        (GOOD, FITS),
        (
            'return most_gap_mm(thread, {"inner": 1.0, "outer": 0.0}.get(gives_way, 0.5))',
            "return None",
            "free_nut",
        ),
        ("marks_only=not modelled(given),", "marks_only=False,", "marked"),
    ),
    *_of(
        "core/project/proposing.py",
        (GOOD, FITS),
        (
            "min(wanted, math.floor(most * 100 + 1e-6) / 100)",
            "max(wanted, math.floor(most * 100 + 1e-6) / 100)",
            "free_nut",
        ),
    ),
    # fits
    *_of(
        "core/fits/clip_strength.py",
        (FITS, GOOD),
        (
            "strain = y * thick / (FACTOR[taper] * length**2)",
            "strain = y * thick / (FACTOR[taper] * length)",
            "strain or worked or clip or ball_hinge",
        ),
        (
            "under = 1 - friction * slope",
            "under = 1 + friction * slope",
            "ramp or worked or clip or push",
        ),
    ),
    *_of(
        "core/fits/ball_hinge.py",
        (GOOD, FITS),
        (
            "bent = bend(spread, edge, 2 * radius",
            "bent = bend(spread, edge + radius, 2 * radius",
            "ball_hinge",
        ),
        (
            "return max(its.barrel_mm / 2 + given.gap_mm, its.reach_mm)",
            "return its.barrel_mm / 2 + given.gap_mm",
            "ball_hinge",
        ),
    ),
    *_of(
        "core/fits/captive_made.py",
        (GOOD, FITS),
        ("return 0.0 if given.a.body is None else given.gap_mm", "return given.gap_mm", "captives"),
    ),
    *_of(
        "core/fits/gears.py",
        ("tests/core/test_gears.py",),
        ("-one.count / other.count", "one.count / other.count", ""),
        ("aside = math.pi * its.module_mm / 2", "aside = 0.0", ""),
    ),
    *_of(
        "core/outlines/toothed.py",
        ("tests/core/test_gears.py",),
        (
            "thick = math.pi / (2 * self.count) - self.thinned_mm / self.base_mm",
            "thick = math.pi / (2 * self.count) - self.thinned_mm / self.pitch_mm",
            "calipers",
        ),
        (
            "shift = foot.below_mm * np.tan(lean) - foot.aside_mm",
            "shift = foot.below_mm * np.tan(lean)",
            "rack_leaves",
        ),
    ),
    *_of(
        "core/proof/keels.py",
        ("tests/core/test_hanging_everywhere.py",),
        ("(up * up < flattest * square)", "(up * up < 0.5 * flattest * square)", ""),
        ("twin = twin[sinks[twin] + sinks[twin + 1] < 0]", "twin = twin[:0]", ""),
    ),
    *_of(
        "core/fits/dovetail.py",
        (GOOD, FITS),
        ("far = max(open_to, half)", "far = half", "dovetail"),
        ("2 * _half_top(_tail(given, -given.shares[0], -ROOT_MM))", "2 * wide", "dovetail"),
    ),
    *_of(
        "core/fits/clip.py",
        (GOOD, FITS),
        ("gap * (1 - math.sin(lean)) / math.cos(lean)", "gap", "return_ramp"),
    ),
    *_of(
        "core/fits/strap.py",
        (GOOD, FITS),
        ("turns = its.cover_mm / pitch", "turns = its.cover_mm / 0.7", "strap"),
    ),
    *_of(
        "core/fits/pieces.py",
        (GOOD, FITS),
        (
            "deep = _below(cut, within) if within is not None else None",
            "deep = None",
            "leaves_no or leaves_none",
        ),
    ),
    # measuring
    *_of(
        "core/checks/fit_measures.py",
        (GOOD, FITS, REPORT),
        ("if share < KEPT * whole", "if share < 0", "leaves_no or leaves_none"),
        (
            "for wall in meeting.walls_left",
            "for wall in meeting.walls_left[:0]",
            "leaves_no or leaves_none or wall",
        ),
    ),
    *_of(
        "core/checks/loops.py",
        ("tests/core/test_held_twice.py",),
        ("((True,) if round_too else ())", "()"),
        ("() if self._sits else (along,)", "(along,)"),
        ("pose if self.forward else np.linalg.inv(pose)", "pose"),
        ("start[free] = quarters", ""),
    ),
    *_of(
        "core/fits/screwed_sizes.py",
        ("tests/core/test_screwed.py",),
        ("frames_at(given.frame_b, [(-x, y)", "frames_at(given.frame_b, [(x, y)"),
        ("if one - max(self.over) >= self.wanted - 1e-9", "if one - max(self.over) >= 0"),
    ),
    *_of(
        "core/fits/screwed_solids.py",
        ("tests/core/test_screwed.py",),
        ("if box[5] > -TOP_MM:", "if True:"),
        ("key = round(size, 6)", "key = 0.0"),
    ),
    *_of(
        "core/proof/faces.py",
        ("tests/core/test_to_buy.py",),
        ("if not deep_mm or ends[1] - ends[0] <= deep_mm + ROUND_MM:", "if True:"),
        ("told[face, round(size, 2)] += 1", "told[face, round(size, 2)] += 99"),
    ),
    *_of(
        "core/proof/faces.py",
        ("tests/core/test_mesh_edges.py",),
        ("about[3] < ALL_ROUND", "about[3] < 0.1"),
        ("cx, cy = (su * vv - sv * uv) / width, (sv * uu - su * uv) / width", "cx, cy = 0.0, 0.0"),
        ("return x * (mean_u + cx) + y * (mean_v + cy), radius, share", "return x, radius, share"),
        ("for at in (*same, *against):", "for at in same:"),
    ),
    *_of(
        "core/solids/mesh.py",
        ("tests/core/test_mesh_edges.py",),
        ("and bool((forward[::2] != forward[1::2]).all())", "and True"),
        ("len(along) % 2 == 0", "True"),
        ("beyond[one], beyond[other] = owner[other], owner[one]", "beyond[one] = owner[other]"),
        ("if not paired:", "if False:"),
    ),
    *_of(
        "core/printing/to_buy.py",
        ("tests/core/test_to_buy.py",),
        ("line.many += many", "line.many += 1"),
        ("if other and other in solution.parts and other not in looked:", "if False:"),
    ),
    *_of(
        "core/checks/pressed.py",
        ("tests/core/test_measuring.py",),
        ("own = chosen[0] if near is None else _piece(mesh, chosen[0], near)", "own = chosen[0]"),
        ("return reading.edge(placed(min(runs, key=lambda run: off_run(run, near))))", "pass"),
    ),
    *_of(
        "core/project/beginning.py",
        ("tests/core/test_beginning.py",),
        ("if pressed and math.dist(pressed.at, room.at) > pressed.radius:", "if False:"),
    ),
    *_of(
        "core/fits/screwed_sizes.py",
        ("tests/core/test_screwed.py",),
        ("return math.tan(math.radians(head.cone_deg / 2))", "return 1.0"),
    ),
    *_of(
        "core/checks/bought.py",
        ("tests/core/test_screwed.py",),
        ("if shared > TOUCHING_MM3 * len(bought.screws):", "if False:"),
        ("if share < SEAT:", "if share <= 0:"),
        ("if shut:", "if False:"),
    ),
    *_of(
        "core/proof/engagement.py",
        (GOOD,),
        (
            "float(reach.min())",
            "float(np.max(reach, where=np.isfinite(reach), initial=-9))",
            "nut or engag or bolt",
        ),
    ),
    *_of(
        "core/proof/escape.py",
        (GOOD,),
        (
            "heappush(easiest, (depth, minus - 1, number))",
            "heappush(easiest, (0.0, minus - 1, number))",
            "ball_is_held",
        ),
        (
            "deeper = np.isfinite(reached) & (facing > 0) & (reached > least[group])",
            "deeper = np.isfinite(reached) & (facing < 0) & (reached > least[group])",
            "ball_is_held",
        ),
    ),
    *_of(
        "core/proof/escape.py",
        ("tests/core/test_gaps_and_ways.py",),
        ("most = np.minimum(inside - self._low, self._high - inside).min(axis=1)", "most = 0.1"),
        ("at, many = at + many, 2 * many", "return least"),
        ("free = free[: int(np.argmax(touch))] if touch.any() else free", "pass"),
    ),
    *_of(
        "core/report/flexing.py",
        ("tests/core/test_flexing.py",),
        ('return _worse(check.worst, worst.severity if worst else "note")', "return True"),
        ("if worst and (not fine or worst.severity == ORDER[0]):", "if worst:"),
        ("if worst is None or _worse(one.severity, worst.severity):", "if worst is None:"),
    ),
    # proof
    *_of(
        "core/proof/layers.py",
        (PROOF, GOOD),
        ('span += 2 * reach_mm if kind == "bridge" else reach_mm', "span += 0.0", "bridge"),
        (
            "for index in np.array_split(np.union1d(borne, begins), shares)[number]:",
            "for index in np.array_split(np.union1d(borne, begins)[5:], shares)[number]:",
            "bridge or layer or island or mushroom",
        ),
        ("if index in begins else []", "if False else []", "tip"),
    ),
    *_of(
        "core/proof/capacity.py",
        (GOOD, REPORT),
        (
            "if x0 > low_x - 0.5 and top > level - 1e-6:",
            "if top > level - 1e-6:",
            "cup_holds or capacity",
        ),
    ),
    *_of(
        "core/proof/small_part.py",
        (GOOD,),
        (
            "bound = ((MIDDLE_MM + SLOPE * x - depth)",
            "bound = ((DEEP_MM + SLOPE * x - depth)",
            "small_parts",
        ),
    ),
    *_of("core/proof/slender.py", (PROOF, GOOD), ("key=_area)", "key=len)", "pin")),
    *_of(
        "core/proof/sound.py",
        (GOOD, MESHES),
        ("    once = _without_doubles(mesh)", "    once = mesh", "counted_once"),
    ),
    *_of("core/proof/gaps.py", (PROOF, FITS), ("rise) < -1e-9", "rise) > 1e-9", "gap or distance")),
    # judging
    *_of(
        "core/checks/meeting.py",
        (GOOD, FITS, REPORT),
        (
            "good = abs(gap.distance_mm - pair.asked_mm) <= pair.tolerance_mm",
            "good = True",
            "rail or ramp or gap",
        ),
        ("if held < HELD_MM:", "if False:", "ball_is_held"),
        ("if found is None or found.overlap_mm <= 0:", "if False:", "opened_past"),
        ("if low > joint.process.layer_mm + 1e-6:", "if False:", "captives"),
    ),
    *_of(
        "core/report/accepting.py",
        (ACCEPTING, CHECKS),
        ("SLACK = 1.05", "SLACK = 9.0"),
    ),
    *_of(
        "core/checks/judge.py",
        (CHECKS, ACCEPTING),
        ("(check is None or check.acceptable)", "True"),
    ),
    *_of(
        "core/checks/trying.py",
        (CHECKS,),
        (
            'if _new("stop", before, after) or (',
            "if False and (",
        ),
    ),
    *_of(
        "core/report/readings.py",
        (CHECKS, REPORT),
        ("severity=state,", 'severity="good",', "readings"),
    ),
    *_of(
        "core/steps/patterns.py",
        (GOOD,),
        ('if mode == "common":', "if False:", "mirrored_common"),
    ),
    # learning
    # what is rounded and hollowed
    *_of(
        "core/solids/crumbs.py",
        ("core/solids/crumbs.py", ROUNDED),
        ("solid = solid - _room_in(skin)", "pass"),
        ("held[around[-1]] += float(skin.volume())", "pass"),
    ),
    *_of(
        "core/solids/hollow_sheets.py",
        (ROUNDED,),
        ("turned = (left <= FOLDED * whole) | (spread < 0)", "turned = left <= FOLDED * whole"),
        ("            self._corners_without(over)", "            pass"),
    ),
    *_of(
        "core/solids/hollow_blocks.py",
        (ROUNDED, "tests/core/test_hollow_turned.py"),
        ("return np.asarray(ends + rest[:, None] * normal)", "return np.zeros((0, 3))"),
        ("np.linalg.norm(between, axis=1) < TIGHT", "np.linalg.norm(between, axis=1) < 9 * TIGHT"),
    ),
    *_of(
        "core/solids/swept.py",
        ("tests/core/test_sweep_folds.py",),
        ("folded = np.flatnonzero(gained <= lost)", "folded = np.flatnonzero(gained <= 0)"),
        ("np.maximum(sizes**2 - 1, 0.0)", "np.maximum(sizes - 1, 0.0)"),
    ),
    *_of(
        "core/proof/walls.py",
        ("tests/core/test_walls_everywhere.py",),
        ("short = (got < EACH_PATCH)", "short = (got < 0)"),
        ("evenly = self.thickness_mm[: self.even]", "evenly = self.thickness_mm"),
    ),
    *_of(
        "core/proof/narrows.py",
        ("tests/core/test_walls_everywhere.py",),
        ("(facing > ASLANT_COS)", "(facing > 0.9)"),
        (
            "corners = mesh.corners if through_air else mesh.corners[:, ::-1]",
            "corners = mesh.corners",
        ),
        ("(way.facing * sign > -OPPOSITE)", "True"),
    ),
    *_of(
        "core/solids/hollow.py",
        (ROUNDED,),
        ("far = squared > (FURTHEST * wall_mm[face]) ** 2", "far = squared > 0"),
        ("ended = _up_to_mouths(walls, asked.mesh, asked.opened)", "ended = walls"),
    ),
    *_of(
        "core/solids/hollow_parting.py",
        ("tests/core/test_hollow_parted.py",),
        ("before = LEAST * narrow / max(", "before = 0 * narrow / max("),
        ("at[side] = min(at.get(side, 1.0), share)", "at[side] = share / 2"),
    ),
    *_of(
        "core/solids/hollow_slits.py",
        ("tests/core/test_hollow_parted.py", "tests/core/test_hollowing.py"),
        ("return self.share <= MOST_NEAR", "return True", "finely or twisted"),
    ),
    *_of(
        "core/formats/meshes.py",
        ("tests/core/test_formats.py",),
        ("axis=1) < SHORT_MM", "axis=1) < 0"),
        ("return np.asarray(mesh[np.bincount(twin)[twin] != 2])", "return mesh"),
    ),
    *_of(
        "core/solids/edge_corners.py",
        (ROUNDED, EDGES),
        ("ways, facets, _ = ball(min(out, float(most.min())))", "pass"),
        ("inner, most = inner[most > 1.0], most[most > 1.0]", "most = most + 1"),
        ("turns = normals @ normals.T", "turns = np.eye(3)"),
    ),
    *_of(
        "core/solids/edge_sections.py",
        (ROUNDED, EDGES),
        (
            "return np.asarray(feet - (off / np.maximum(rate, STEEP))[:, None] * slide)",
            "return np.asarray(feet)",
        ),
    ),
    *_of(
        "core/solids/edge_runs.py",
        (ROUNDED, EDGES),
        ("links[own, end] = met", "pass"),
        ("return np.asarray(found[::-1][:, [0, *range(size - 1, 0, -1)]])", "return found[::-1]"),
    ),
    *_of(
        "core/process/learning.py",
        (LEARNING, "tests/core/test_gauges.py"),
        (
            "mean = np.array([[one.gap_mm + errors.inner - errors.outer]])",
            "mean = np.array([[one.gap_mm - errors.inner + errors.outer]])",
            "slips or wrong or doubt",
        ),
        (
            "both = both + (0.0 if inner is None else inner[None])",
            "both = both - (0.0 if inner is None else inner[None])",
            "which_print",
        ),
        (
            "together=float(covariance[0, 1]),",
            "together=-float(covariance[0, 1]),",
            "tie_outer or nothing_of",
        ),
        (
            "blur = sigma * math.sqrt(share / 2) / STEP_MM",
            "blur = 0.0",
            "more_entries or closed_form",
        ),
        ("if len(bare) >= REPEATS_FROM and bare in known:", "if False:", "entered_twice"),
        (
            "self.low, self.high = edges[step], edges[step + 1]",
            "self.low, self.high = edges[step] + 0.05, edges[step + 1] + 0.05",
            "edges_of_the_bands",
        ),
    ),
    *_of(
        "core/solids/finishing.py",
        ("tests/core/test_chosen_edges.py",),
        ("[min(chains, key=lambda chain: off_run(chain.run, point))]", "chains[:1]"),
        ("point = low + np.array(edge.near) * (high - low)", "point = np.array(edge.near)"),
    ),
    *_of(
        "core/project/beginning.py",
        ("tests/core/test_beginning.py",),
        ('"out": was.out, "turn": was.turn', '"out": was.out'),
        (
            "_place(room, project.units, aside=True, exact=True)",
            "_place(room, project.units, False, True)",
        ),
    ),
    # solving and saving
    *_of(
        "core/project/solve.py",
        (SOLVING, GOOD),
        ("                [state.key for state in others.values()],", "                [],"),
    ),
    *_of(
        "workshop/builders.py",
        ("tests/workshop/test_listening.py",),
        ("_OVERTAKES = {BUILDS: (BUILDS, TRIES, AHEAD)}", "_OVERTAKES = {}"),
        ("self.newest == AHEAD and pool.starved > 0", "False"),
        ("if me.ahead and not pool.leisure(me.of) and turn.stands_back():", "if False:"),
        ("if not self._over and newest != self.newest:", "if False:"),
    ),
    *_of(
        "workshop/builder.py",
        ("tests/workshop/test_builders.py",),
        ("os.nice(YIELDS if aside else BUILDS)", "os.nice(0)"),
    ),
    *_of(
        "workshop/pool.py",
        ("tests/workshop/test_pool.py",),
        ("(known if known == BUILDS else line, time.monotonic())", "(line, time.monotonic())"),
        ("while len(self.knows) > KNOWS:", "while False:"),
        ("PATIENCE_S.get(self.turn.newest, SHORT_S)", "0.0"),
        ("knowing.of == self.of and waits", "knowing.of == self.of"),
        ("knowing.of == self.of and waits", "waits"),
        ("return self.since - KNOWN_S * known", "return self.since"),
        ("- SKETCH_S * sketch", ""),
        ("+ AHEAD_S * self.ahead", ""),
        ("return knowing if knowing in mine else min", "return min"),
        ("key=lambda pair: pair[0])[1] is me", "key=lambda pair: pair[0])[1]"),
    ),
    *_of(
        "workshop/reports.py",
        ("tests/workshop/test_builders.py",),
        ("if report is None and proof:", "if False:"),
    ),
    *_of(
        "workshop/listening.py",
        ("tests/workshop/test_listening.py",),
        ("line = self.turn.newest if newest == AHEAD else newest", "line = self.turn.newest"),
        ("first = len(self._came) - 1 if self._ended else 0", "first = 0"),
        ("all(gone() for gone in asked)", "any(gone() for gone in asked)"),
        ("if left:  # nobody hears what comes", "if False:"),
        ("if self._why is not None or self.turn.newest != AHEAD:", "if self.turn.newest != AHEAD:"),
    ),
    *_of(
        "workshop/keeping.py",
        (API,),
        (
            "taken = Project.objects.filter(id=project_id, version=version)",
            "taken = Project.objects.filter(id=project_id)",
        ),
        ("parent=project.current,", "parent=None,"),
        ("number=newest + 1,", "number=newest + 2,"),
    ),
    # screens
    *_of(
        "web/src/project/project.svelte.ts",
        ("src/project",),
        ("if (this.document !== base) continue;", ""),
        ("if (!newer) this.#pending = null;", "this.#pending = null;"),
        ("this.#unsend();", ""),
        ("if (this.meeting) return;", ""),
    ),
    *_of(
        "web/src/outline/moves.ts",
        ("src/outline",),
        ("one.given?.plain && one.given.value !== null", "one.given"),
        ("const cross = one.dx * other.dy - one.dy * other.dx;", "const cross = 1;"),
    ),
    *_of(
        "web/src/stage/chains.ts",
        ("src/stage",),
        ("&& sharp(positions, triangles, other, triangle)", ""),
        ("> TANGENT_COS", "> 2"),
    ),
    *_of(
        "web/src/api/asking.ts",
        ("src/api",),
        ('rest = lines.pop() ?? "";', 'lines.pop(); rest = "";'),
        ("if (request.signal.aborted) throw cause;", ""),
    ),
    *_of(
        "web/src/ui/action.svelte.ts",
        ("src/ui",),
        ("if (!waiting || mine !== this.#asked) return;", "if (!waiting) return;"),
    ),
]

/** What the finder finds besides steps and fits: this project's own things, pages, and what to do. */
import { server, type ReadingView, type Report } from "../api/client";
import type { Entry, Group } from "../finder/entries";
import { takePartAway, toggleHidden } from "../project/edits";
import { partOf } from "../project/paths";
import type { Project } from "../project/project.svelte";
import { address } from "../route/route.svelte";

export interface Around {
  project: Project;
  part: string;
  select: (part: string) => void;
  place: (part: string, place: string) => void;
  read: (reading: ReadingView) => void;
  findings: () => void;
  measure: () => void;
  meet: () => void;
}

/** Puts the cursor where something is said or set, once it is drawn. */
function to(css: string, press = false): void {
  requestAnimationFrame(() => {
    const target = document.querySelector<HTMLElement>(css);
    target?.scrollIntoView({ block: "nearest" });
    target?.focus();
    if (press) target?.click();
  });
}

const spaced = (name: string) => name.replace(/^(.*)\.(.*)$/, "$2 of $1").replaceAll("_", " ");

export function ownEntries(report: Report, around: Around): Entry[] {
  const label = (name: string) => report.parts.find((one) => one.name === name)?.label ?? name;
  const made = (
    group: Group,
    key: string,
    title: string,
    about: string,
    also: string[],
    act: () => void,
  ): Entry => ({ key: `${group}.${key}`, group, title, about, also: [also], picture: "", act });
  return [
    ...report.parts.map((one) =>
      made("part", one.name, one.label, `${one.steps.length} steps`, ["part"], () =>
        around.select(one.name),
      ),
    ),
    ...report.parts
      .filter((one) => one.name === around.part)
      .flatMap((one) =>
        one.places
          .filter((place) => one.faces.some((face) => face.place === place))
          .map((place) =>
            made(
              "place",
              `${one.name}.${place}`,
              spaced(place),
              `a face of ${one.label}`,
              ["face"],
              () => around.place(one.name, place),
            ),
          ),
      ),
    ...report.measures.map((one) =>
      made(
        "measure",
        one.path,
        one.name.replaceAll("_", " "),
        `${one.text} = ${one.shown}`,
        [one.name],
        () => {
          if (one.part) around.select(one.part);
          to(`[data-path="${CSS.escape(one.path)}"]`);
        },
      ),
    ),
    ...report.fits.map((one) =>
      made(
        "page",
        `fit.${one.name}`,
        `Fit desk: ${one.label || one.title}`,
        `${label(one.parts[0])} and ${label(one.parts[1])}, its gap and how it feels`,
        ["tolerance", "clearance", "allowance", "gap", "fit", "fit desk"],
        () => address.go(`/p/${around.project.id}/fit/${one.name}`),
      ),
    ),
    ...report.readings.map((one) =>
      made(
        "check",
        one.name,
        `Reading: ${one.name}`,
        `${one.value} ${one.unit}, ${one.word}`,
        READ[one.name] ?? [],
        () => around.read(one),
      ),
    ),
  ];
}

/** Words that find a reading besides its name. */
const READ: Record<string, string[]> = {
  volume: ["volume"],
  "mass, solid": ["weight", "mass", "how heavy", "heavy"],
  "thinnest wall": ["wall thickness", "thin"],
  "tightest gap": ["tightest"],
};

export function doable(around: Around): Entry[] {
  const { project } = around;
  const spec = partOf(project.document, around.part);
  const label = spec?.label || around.part;
  const act = (title: string, about: string, also: string[], act: () => void): Entry => ({
    key: `act.${title}`,
    group: "act",
    title,
    about,
    also: [also],
    picture: "",
    act,
  });
  const page = (title: string, about: string, also: string[], path: string): Entry => ({
    ...act(title, about, also, () => address.go(path)),
    key: `page.${title}`,
    group: "page",
  });
  const home = `/p/${project.id}`;
  return [
    act(
      "Measure on the stage",
      "press two faces, edges or corners",
      ["measure", "distance", "caliper", "how far", "ruler", "angle between"],
      around.measure,
    ),
    act(
      "A new part",
      "empty, beside the others",
      ["component", "new part", "body", "another part"],
      () => {
        void project
          .begin("added a part", (document) => server.beginPart(document))
          .then(around.select);
      },
    ),
    act(
      "What must meet this part",
      "a lid, a thread, a hinge, a clip: a gap and how it feels",
      ["what must meet", "tolerance", "clearance", "allowance", "gap", "fit"],
      around.meet,
    ),
    act(
      "Take away",
      "stl, 3mf, obj, ply, glb, or the project itself",
      ["export", "save as", "download", "3mf", "stl", "obj", "save"],
      () => to("[data-take-away]", true),
    ),
    act(
      `Material of ${label}`,
      spec?.material || "as the project",
      ["material", "plastic", "density", "filament kind"],
      () => to(`button[aria-label^="material of"]`, true),
    ),
    act(
      "Units of the project",
      project.document.units ?? "mm",
      ["units", "inch", "millimetre", "inches", "millimetres", "unit"],
      () => to(`button[aria-label^="units of bare numbers"]`, true),
    ),
    act(`Rename ${label}`, "its name on the rail", ["rename", "name", "call"], () =>
      to(`[aria-label="name of this part"]`),
    ),
    act(`Colour of ${label}`, "as it is drawn", ["colour", "color", "paint"], () =>
      to(`button[aria-label^="colour of the"]`, true),
    ),
    act(
      spec?.shown === "hidden" ? `Show ${label}` : `Hide ${label}`,
      "a view of it, not a change of the part",
      ["hide", "show", "invisible", "visibility"],
      () =>
        project.change(`${label}: ${spec?.shown === "hidden" ? "shown" : "hidden"}`, (document) =>
          toggleHidden(document, around.part),
        ),
    ),
    act(
      `${label} once more`,
      "without its fits",
      ["duplicate", "duplicate part", "copy part"],
      () => {
        void project
          .begin(`${label} once more`, (document) => server.beginCopy(document, around.part))
          .then(around.select);
      },
    ),
    act(
      `Take ${label} and its fits away`,
      "undo brings it back",
      ["delete", "delete part", "throw away"],
      () => {
        let next = "";
        project.change(`took the part ${label} away`, (document) => {
          next = takePartAway(document, around.part);
        });
        around.select(next);
      },
    ),
    act(
      "All findings",
      "what to look at, and notes",
      ["warnings", "problems", "errors", "check", "findings"],
      around.findings,
    ),
    page(
      "History",
      "every version kept, and the way back",
      ["undo", "history", "version", "go back", "redo", "revision"],
      `${home}/history`,
    ),
    page(
      "Ways to stand on the bed",
      "overhang, height and area of every way up",
      ["overhang", "support", "which way up", "orient", "stand", "lay flat"],
      `${home}/print`,
    ),
    page(
      "On the bed",
      "layers, time, filament, cost; print planned and written down",
      ["print", "slice", "bed", "time", "filament", "cost", "layers", "price"],
      `${home}/print`,
    ),
    page(
      "Compare",
      "materials and versions side by side",
      ["compare", "variants", "materials"],
      `${home}/compare`,
    ),
    page(
      "Bench",
      "printers, materials, gauges and what they taught",
      ["bench", "printer", "calibrate", "gauge", "process"],
      "/bench",
    ),
    page(
      "Pages to read",
      "every step, fit and check, from its own declaration",
      ["help", "manual", "docs", "read", "what is"],
      "/read",
    ),
    page("Logbook", "prints and how they turned out", ["logbook", "prints", "record"], "/logbook"),
    page(
      "Shelf",
      "every project; begin another, bring one in",
      ["projects", "open", "new project", "start"],
      "/",
    ),
    page(
      "A mesh from a file",
      "on the shelf: STL, 3MF, OBJ, PLY or GLB, proved as a project of its own",
      ["import", "mesh", "scan", "bought part", "import stl"],
      "/",
    ),
  ];
}

/** The server, typed from its own OpenAPI description (schema.ts is generated). */
import type { components, paths } from "./schema";

type Schemas = components["schemas"];
export type Document = Schemas["Opened"]["document"];
export type Report = Schemas["Report"];
export type Opened = Schemas["Opened"];
export type Preview = Schemas["Preview"];
export type ShelfItem = Schemas["ShelfItem"];
export type Catalogue = Schemas["Catalogue"];
export type EntryInfo = Schemas["EntryInfo"];
export type FitInfo = Schemas["FitInfo"];
export type OptionView = Schemas["OptionView"];
export type HeldView = Schemas["HeldView"];
export type Begun = Schemas["Begun"];
export type Difference = Schemas["Difference"];
export type PartView = Schemas["PartView"];
export type StepView = Schemas["StepView"];
export type FieldView = Schemas["FieldView"];
export type MeasureView = Schemas["MeasureView"];
export type FitView = Schemas["FitView"];
export type FindingView = Schemas["FindingView"];
export type ReadingView = Schemas["ReadingView"];
export type SectionPicture = Schemas["SectionPicture"];
export type Consequence = Schemas["Consequence"];
export type Piece = Schemas["Piece"];
export type RemedyEdit = Schemas["RemedyEdit"];
export type Accepted = Schemas["Accepted"];
export type LayerView = Schemas["LayerView"];
export type SlicedView = Schemas["SlicedView"];
export type SettingView = Schemas["SettingView"];
export type TrackView = Schemas["TrackView"];
export type StanceView = Schemas["StanceView"];
export type MeshAnswer = Schemas["MeshAnswer"];
export type MarksView = Schemas["MarksView"];
export type BedsView = Schemas["BedsView"];
export type JobView = Schemas["JobView"];
export type ErrorsView = Schemas["ErrorsView"];
export type ProcessView = Schemas["ProcessView"];
export type ProcessIn = Schemas["ProcessIn"];
export type GaugeView = Schemas["GaugeView"];
export type GaugeEntryIn = Schemas["Entry"];
export type Teaching = Schemas["Teaching"];
export type FollowView = Schemas["FollowView"];
export type RevisionView = Schemas["RevisionView"];
export type Compared = Schemas["Compared"];
export type Variant = Schemas["Variant"];
export type CompareView = Schemas["CompareView"];
export type BreakEven = Schemas["BreakEven"];
export type PrintView = Schemas["PrintView"];
export type Outcome = Schemas["Outcome"];
export type SizeRead = Schemas["SizeRead"];
export type TrialOut = Schemas["TrialOut"];
export type PlanView = Schemas["PlanView"];
export type MotionReport = Schemas["MotionReport"];
export type PushedView = Schemas["PushedView"];
export type OutlineDeskView = Schemas["OutlineDeskView"];
export type MoveInfo = Schemas["MoveInfo"];
export type ReadView = Schemas["ReadView"];
export type Kept = Schemas["Kept"];
export type Checked = Schemas["Checked"];
export type Stage = Schemas["Solids"] | Checked | Schemas["Proof"];
export type PageName = Schemas["PageName"];
export type PageView = Schemas["PageView"];
export type SketchView = Schemas["SketchView"];
export type Severity = FindingView["severity"];
export type CopiesView = Schemas["CopiesView"];
export type RestoredView = Schemas["RestoredView"];
export type ThrownView = Schemas["ThrownView"];
export type Merged = Schemas["Merged"];
export type Maker = Schemas["Maker"];
export type Sharing = Schemas["Sharing"];
export type Side = "mine" | "theirs";
export type BinKind = ThrownView["kind"];

/** The server answered, and said no. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly remedy: string | null,
    readonly version: number | null,
    /** The field it is about, where there is one. */
    readonly where: string | null = null,
  ) {
    super(message);
  }
}

/** Django's own guard against forged requests: what the page was given, sent back with a change. */
const token = () => /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";

/** This page among all that are open: what it asks for anew makes its older asking pointless. */
const PAGE = `${Date.now().toString(36)}-${Math.random().toString(36).slice(2, 10)}`;

/** The server did not answer at all. */
export class Unreachable extends Error {}

let signedOut: () => void = () => {};
/** What is done when the server asks to sign in first. */
export function whenSignedOut(then: () => void): void {
  signedOut = then;
}

async function ask<T>(
  method: string,
  path: string,
  body?: unknown,
  signal?: AbortSignal,
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      signal,
      headers: {
        "X-Page": PAGE,
        ...(method === "GET" ? {} : { "X-CSRFToken": token() }),
        ...(body === undefined || body instanceof FormData
          ? {}
          : { "Content-Type": "application/json" }),
      },
      body: body === undefined || body instanceof FormData ? body : JSON.stringify(body),
    });
  } catch (cause) {
    if (signal?.aborted) throw cause;
    throw new Unreachable("the workshop does not answer");
  }
  if (response.status === 204) return undefined as T;
  const text = await response.text();
  let data: unknown = null;
  try {
    data = JSON.parse(text);
  } catch {
    if (response.ok) throw new Unreachable("the workshop's answer was cut short");
  }
  if (response.status === 401 && !path.endsWith("/sign-in")) signedOut();
  if (!response.ok) {
    const refusal = (data ?? {}) as Partial<Schemas["Refusal"]> & { detail?: unknown };
    throw new Refused(
      response.status,
      refusal.message ?? `the workshop could not do this (${response.status})`,
      refusal.remedy ?? null,
      refusal.version ?? null,
      refusal.where ?? null,
    );
  }
  return data as T;
}

/** Lines of JSON as they come. */
async function* comes<T>(path: string, signal: AbortSignal): AsyncGenerator<T> {
  let response: Response;
  try {
    response = await fetch(path, { signal, headers: { "X-Page": PAGE } });
  } catch (cause) {
    if (signal.aborted) throw cause;
    throw new Unreachable("the workshop does not answer");
  }
  if (!response.ok || !response.body)
    throw new Refused(response.status, `not built (${response.status})`, null, null);
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = "";
  for (;;) {
    const { done, value } = await reader.read().catch((cause: unknown) => {
      if (signal.aborted) throw cause;
      throw new Unreachable("the workshop's answer was cut short");
    });
    const lines = (rest + (value ?? "")).split("\n");
    rest = lines.pop() ?? "";
    for (const line of lines) yield JSON.parse(line) as T;
    if (done) return;
  }
}

type Path = keyof paths;
const at = (path: Path, values: Record<string, string | number>) =>
  path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(String(values[name])));

let catalogue: Promise<Catalogue> | null = null;

export const server = {
  shelf: () => ask<ShelfItem[]>("GET", at("/api/projects", {})),
  /** What there is to begin with: the same as long as this page is open. */
  catalogue: () => {
    catalogue ??= ask<Catalogue>("GET", at("/api/catalogue", {})).catch((problem: unknown) => {
      catalogue = null;
      throw problem;
    });
    return catalogue;
  },
  pages: () => ask<PageName[]>("GET", at("/api/pages", {})),
  page: (room: string, kind: string) =>
    ask<PageView>("GET", at("/api/pages/{room}/{kind}", { room, kind })),
  bin: () => ask<ShelfItem[]>("GET", at("/api/bin", {})),
  playSet: () => ask<Schemas["PlaySet"]>("GET", at("/api/play-set", {})),
  putPlaySet: (away: boolean) => ask<Schemas["PlaySet"]>("POST", at("/api/play-set", {}), { away }),
  setOnShelf: (id: number, given: { title?: string; folder?: string }) =>
    ask<ShelfItem>("PATCH", at("/api/projects/{project_id}", { project_id: id }), given),
  copyProject: (id: number) =>
    ask<ShelfItem>("POST", at("/api/projects/{project_id}/copy", { project_id: id })),
  bringBack: (id: number) =>
    ask<ShelfItem>("POST", at("/api/projects/{project_id}/back", { project_id: id })),
  create: (
    starter: string,
    units: "mm" | "in" = "mm",
    answers: Record<string, string> = {},
    feel = "",
  ) => ask<Opened>("POST", at("/api/projects", {}), { starter, units, answers, feel }),
  previewStarter: (
    starter: string,
    units: "mm" | "in",
    answers: Record<string, string>,
    feel: string,
    signal: AbortSignal,
  ) =>
    ask<Report>("POST", at("/api/starters/preview", {}), { starter, units, answers, feel }, signal),
  bringIn: (document: unknown) => ask<Opened>("POST", at("/api/projects", {}), { document }),
  open: (id: number) => ask<Opened>("GET", at("/api/projects/{project_id}", { project_id: id })),
  remove: (id: number) => ask<void>("DELETE", at("/api/projects/{project_id}", { project_id: id })),
  save: (id: number, version: number, document: Document, words: string) =>
    ask<Kept>("PUT", at("/api/projects/{project_id}", { project_id: id }), {
      version,
      document,
      words,
    }),
  /** What a version comes to, stage by stage; a refusal where it met a limit. */
  built: (id: number, version: number, since: number, signal: AbortSignal) =>
    comes<Stage | Schemas["Refusal"]>(
      at("/api/projects/{project_id}/built", { project_id: id }) +
        `?version=${version}&since=${since}`,
      signal,
    ),
  tried: (id: number, version: number, signal: AbortSignal) =>
    ask<FindingView[] | undefined>(
      "GET",
      at("/api/projects/{project_id}/tried", { project_id: id }) + `?version=${version}`,
      undefined,
      signal,
    ),
  stopBuilding: (id: number) =>
    ask<void>("DELETE", at("/api/projects/{project_id}/built", { project_id: id })),
  beginStep: (document: Document, given: Omit<Schemas["StepIn"], "document">) =>
    ask<Begun>("POST", at("/api/begin/step", {}), { document, ...given }),
  beginPart: (document: Document) => ask<Begun>("POST", at("/api/begin/part", {}), { document }),
  beginCopy: (document: Document, part: string) =>
    ask<Begun>("POST", at("/api/begin/copy", {}), { document, part }),
  beginFit: (document: Document, given: Omit<Schemas["FitIn"], "document">) =>
    ask<Begun>("POST", at("/api/begin/fit", {}), { document, ...given }),
  beginPieces: (document: Document, part: string, step: string) =>
    ask<Begun>("POST", at("/api/begin/pieces", {}), { document, part, step }),
  becomeKind: (document: Document, fit: string, kind: string) =>
    ask<Begun>("POST", at("/api/begin/kind", {}), { document, fit, kind }),
  beginOutline: (document: Document, given: Omit<Schemas["OutlineIn"], "document">) =>
    ask<Begun>("POST", at("/api/begin/outline", {}), { document, ...given }),
  measure: (document: Document, of: string[]) =>
    ask<ReadView[]>("POST", at("/api/measure", {}), { document, of }),
  outlineDesk: (document: Document, path: string, text: string | null, signal: AbortSignal) =>
    ask<OutlineDeskView>("POST", at("/api/outlines/desk", {}), { document, path, text }, signal),
  outlineApart: (document: Document, given: Omit<Schemas["ApartIn"], "document">) =>
    ask<Begun>("POST", at("/api/outlines/apart", {}), { document, ...given }),
  outlineIn: (document: Document, given: Omit<Schemas["BroughtIn"], "document">) =>
    ask<Begun>("POST", at("/api/outlines/in", {}), { document, ...given }),
  differences: (before: Document, after: Document) =>
    ask<Difference[]>("POST", at("/api/differences", {}), { before, after }),
  sketch: (document: Document, signal: AbortSignal) =>
    ask<SketchView | undefined>("POST", at("/api/sketch", {}), { document }, signal),
  rename: (document: Document, old: string, name: string) =>
    ask<Schemas["Renamed"]>("POST", at("/api/rename", {}), { document, old, new: name }),
  undo: (id: number, version: number) =>
    ask<Kept>("POST", at("/api/projects/{project_id}/undo", { project_id: id }), { version }),
  redo: (id: number, version: number) =>
    ask<Kept>("POST", at("/api/projects/{project_id}/redo", { project_id: id }), { version }),
  push: (id: number, path: string, signal: AbortSignal) =>
    ask<PushedView>(
      "GET",
      at("/api/projects/{project_id}/pushed/{path}", { project_id: id, path }),
      undefined,
      signal,
    ),
  motion: (id: number, fit: string, signal?: AbortSignal) =>
    ask<MotionReport>(
      "GET",
      at("/api/projects/{project_id}/fits/{name}/motion", { project_id: id, name: fit }),
      undefined,
      signal,
    ),
  maze: (id: number, fit: string, turns: number, seed: number) =>
    ask<Schemas["MazeAnswer"]>(
      "POST",
      at("/api/projects/{project_id}/fits/{name}/maze", { project_id: id, name: fit }),
      { turns, seed },
    ),
  marks: (id: number) =>
    ask<MarksView>("GET", at("/api/projects/{project_id}/marks", { project_id: id })),
  stances: (id: number, part: string) =>
    ask<StanceView[]>(
      "GET",
      at("/api/projects/{project_id}/parts/{name}/stances", { project_id: id, name: part }),
    ),
  tipped: (id: number, part: string, forward: number, right: number) =>
    ask<StanceView>(
      "GET",
      at("/api/projects/{project_id}/parts/{name}/tipped", { project_id: id, name: part }) +
        `?forward=${forward}&right=${right}`,
    ),
  faced: (id: number, part: string, [x, y, z]: [number, number, number]) =>
    ask<StanceView>(
      "GET",
      at("/api/projects/{project_id}/parts/{name}/faced", { project_id: id, name: part }) +
        `?x=${x}&y=${y}&z=${z}`,
    ),
  beds: (id: number) =>
    ask<BedsView>("GET", at("/api/projects/{project_id}/beds", { project_id: id })),
  sliced: (id: number, part: string) =>
    ask<SlicedView>(
      "GET",
      at("/api/projects/{project_id}/parts/{name}/sliced", { project_id: id, name: part }),
    ),
  layer: (id: number, part: string, index: number) =>
    ask<LayerView>(
      "GET",
      at("/api/projects/{project_id}/parts/{name}/sliced/{index}", {
        project_id: id,
        name: part,
        index,
      }),
    ),
  bringMesh: async (file: File, units: string, mend: boolean) => {
    const form = new FormData();
    form.append("file", file);
    form.append("units", units);
    form.append("mend", String(mend));
    return ask<MeshAnswer>("POST", at("/api/meshes", {}), form);
  },
  bench: () => ask<ProcessView[]>("GET", at("/api/bench", {})),
  newProcess: (given: Schemas["NewProcessIn"]) =>
    ask<ProcessView>("POST", at("/api/bench", {}), given),
  changeProcess: (id: number, given: ProcessIn) =>
    ask<ProcessView>("PUT", at("/api/bench/{process_id}", { process_id: id }), given),
  makeGauge: (id: number, kind: string) =>
    ask<Opened>("POST", at("/api/bench/{process_id}/gauges/{kind}", { process_id: id, kind })),
  standIn: (id: number, kind: string) =>
    ask<Schemas["StandInOut"]>(
      "POST",
      at("/api/bench/{process_id}/stand-in/{kind}", { process_id: id, kind }),
    ),
  enterResult: (
    id: number,
    gauge: string,
    entries: GaugeEntryIn[],
    keep: boolean,
    made_up: boolean,
  ) =>
    ask<Teaching>("POST", at("/api/bench/{process_id}/results", { process_id: id }), {
      gauge,
      entries,
      keep,
      made_up,
    }),
  strikeResult: (id: number) =>
    ask<void>("DELETE", at("/api/bench/results/{result_id}", { result_id: id })),
  follows: (id: number) =>
    ask<FollowView[]>("GET", at("/api/bench/{process_id}/follows", { process_id: id })),
  takeLearnt: (id: number, projects: number[]) =>
    ask<Schemas["Taken"]>("POST", at("/api/bench/{process_id}/take", { process_id: id }), {
      projects,
    }),
  chooseProcess: (id: number, version: number, process: number) =>
    ask<Kept>("POST", at("/api/projects/{project_id}/process", { project_id: id }), {
      version,
      process,
    }),
  history: (id: number) =>
    ask<RevisionView[]>("GET", at("/api/projects/{project_id}/history", { project_id: id })),
  nameVersion: (id: number, number: number, name: string) =>
    ask<RevisionView[]>(
      "POST",
      at("/api/projects/{project_id}/history/{number}/name", { project_id: id, number }),
      { name },
    ),
  compareVersions: (id: number, a: number, b: number) =>
    ask<Compared>(
      "GET",
      at("/api/projects/{project_id}/history/compare", { project_id: id }) + `?a=${a}&b=${b}`,
    ),
  goBack: (id: number, number: number, version: number) =>
    ask<Kept>(
      "POST",
      at("/api/projects/{project_id}/history/{number}/back", { project_id: id, number }),
      { version },
    ),
  materials: (id: number) =>
    ask<CompareView>("GET", at("/api/projects/{project_id}/compare", { project_id: id })),
  variants: (id: number, versions: number[], others: number[]) => {
    const asked = new URLSearchParams();
    for (const one of versions) asked.append("version", String(one));
    for (const one of others) asked.append("other", String(one));
    const path = at("/api/projects/{project_id}/variants", { project_id: id });
    return ask<Variant[]>("GET", `${path}?${asked}`);
  },
  breakEven: (lasting: number, throwaway: number, each_use: number) =>
    ask<BreakEven>("POST", at("/api/break-even", {}), { lasting, throwaway, each_use }),
  logbook: (words: string, project = 0) =>
    ask<PrintView[]>(
      "GET",
      at("/api/logbook", {}) + `?q=${encodeURIComponent(words)}&project=${project}`,
    ),
  writePrint: (id: number, given: Schemas["PrintIn"]) =>
    ask<PrintView>("POST", at("/api/projects/{project_id}/prints", { project_id: id }), given),
  plan: () => ask<PlanView[]>("GET", at("/api/plan", {})),
  sizes: (id: number) =>
    ask<SizeRead[]>("GET", at("/api/projects/{project_id}/sizes", { project_id: id })),
  trial: (id: number, parts: string[]) =>
    ask<TrialOut>("POST", at("/api/projects/{project_id}/trial", { project_id: id }), { parts }),
  planPrint: (id: number, parts: string[]) =>
    ask<PlanView[]>("POST", at("/api/projects/{project_id}/plan", { project_id: id }), { parts }),
  unplan: (id: number) =>
    ask<PlanView[]>("DELETE", at("/api/plan/{planned_id}", { planned_id: id })),
  setSpool: (id: number, grams: number | null) =>
    ask<PlanView[]>("PUT", at("/api/plan/spool/{process_id}", { process_id: id }), { grams }),
  addPhoto: (id: number, file: File) => {
    const form = new FormData();
    form.append("file", file);
    return ask<PrintView>("POST", at("/api/logbook/{print_id}/photo", { print_id: id }), form);
  },
  bringPhotoBack: (id: number) =>
    ask<PrintView>("POST", at("/api/logbook/{print_id}/photo/back", { print_id: id })),
  strikePrint: (id: number) => ask<void>("DELETE", at("/api/logbook/{print_id}", { print_id: id })),
  me: () => ask<Maker>("GET", at("/api/me", {})),
  signIn: (name: string, password: string) =>
    ask<Maker>("POST", at("/api/sign-in", {}), { name, password }),
  signOut: () => ask<Maker>("POST", at("/api/sign-out", {})),
  join: (token: string, name: string, password: string) =>
    ask<Maker>("POST", at("/api/join", {}), { token, name, password }),
  invite: () => ask<Schemas["Invited"]>("POST", at("/api/invitations", {})),
  sharing: (id: number) =>
    ask<Sharing>("GET", at("/api/projects/{project_id}/shares", { project_id: id })),
  share: (id: number, maker: string, how: "read" | "edit" | "") =>
    ask<Sharing>("PUT", at("/api/projects/{project_id}/shares", { project_id: id }), {
      maker,
      how,
    }),
  newest: (id: number) =>
    ask<Schemas["Newest"]>("GET", at("/api/projects/{project_id}/version", { project_id: id })),
  kept: (id: number) => ask<Kept>("GET", at("/api/projects/{project_id}/kept", { project_id: id })),
  merge: (id: number, revision: number, document: Document, choices: Record<string, Side>) =>
    ask<Merged>("POST", at("/api/projects/{project_id}/merge", { project_id: id }), {
      revision,
      document,
      choices,
    }),
  copies: () => ask<CopiesView>("GET", at("/api/copies", {})),
  makeCopy: () => ask<CopiesView>("POST", at("/api/copies", {})),
  restore: (file: File) => {
    const form = new FormData();
    form.append("file", file);
    return ask<RestoredView>("POST", at("/api/restore", {}), form);
  },
  bringWhole: (file: File) => {
    const form = new FormData();
    form.append("file", file);
    return ask<Opened>("POST", at("/api/whole", {}), form);
  },
  restOfBin: () => ask<ThrownView[]>("GET", at("/api/bin/rest", {})),
  backFromBin: (kind: BinKind, number: number) =>
    ask<void>("POST", at("/api/bin/{kind}/{number}/back", { kind, number })),
  outForGood: (kind: BinKind, number: number) =>
    ask<void>("DELETE", at("/api/bin/{kind}/{number}", { kind, number })),
  takeOffBench: (id: number) =>
    ask<void>("DELETE", at("/api/bench/{process_id}", { process_id: id })),
  jobs: () => ask<JobView[]>("GET", at("/api/jobs", {})),
  cancelJob: (id: number) => ask<JobView>("POST", at("/api/jobs/{job_id}/cancel", { job_id: id })),
  mendJob: (id: number) => ask<JobView>("POST", at("/api/jobs/{job_id}/mend", { job_id: id })),
  putJobAway: (id: number) => ask<void>("DELETE", at("/api/jobs/{job_id}", { job_id: id })),
  trace: async (file: File) => {
    const form = new FormData();
    form.append("file", file);
    return ask<Schemas["Traced"]>("POST", at("/api/trace", {}), form);
  },
  preview: (
    document: Document,
    edits: RemedyEdit[],
    against: Document | null,
    signal?: AbortSignal,
  ) => ask<Preview>("POST", at("/api/preview", {}), { document, edits, against }, signal),
};

export const address = {
  mesh: (id: number, key: string) =>
    at("/api/projects/{project_id}/mesh/{key}", { project_id: id, key }),
  marks: (id: number, key: string) =>
    at("/api/projects/{project_id}/marks/{key}", { project_id: id, key }),
  export: (id: number, part: string, kind: string) =>
    at("/api/projects/{project_id}/export/{part}/{kind}", { project_id: id, part, kind }),
  outline: (id: number, path: string, kind: string) =>
    at("/api/projects/{project_id}/outlines/{path}.{kind}", { project_id: id, path, kind }),
  picture: (id: number, version: number) =>
    `${at("/api/projects/{project_id}/picture", { project_id: id })}?v=${version}`,
  exportAll: (id: number) => at("/api/projects/{project_id}/export/all", { project_id: id }),
  photo: (id: number) => at("/api/logbook/{print_id}/photo", { print_id: id }),
  logbookTable: () => at("/api/logbook.csv", {}),
  whole: (id: number) => at("/api/projects/{project_id}/whole", { project_id: id }),
  copy: (name: string) => at("/api/copies/{name}", { name }),
  document: (id: number) => at("/api/projects/{project_id}/document", { project_id: id }),
};

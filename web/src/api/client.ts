/** Everything that is asked of the server, typed from its own OpenAPI description (schema.ts). */
import { answer, api, comes, form } from "./asking";
import type { paths } from "./schema";
import type {
  BinKind,
  Catalogue,
  Document,
  GaugeEntryIn,
  ProcessIn,
  RemedyEdit,
  Schemas,
  Side,
} from "./types";

export type * from "./types";
export { Refused, Unreachable, whenSignedOut } from "./asking";

let catalogue: Promise<Catalogue> | null = null;

export const server = {
  shelf: () => answer(api.GET("/api/projects")),
  /** What there is to begin with: the same as long as this page is open. */
  catalogue: () => {
    catalogue ??= answer(api.GET("/api/catalogue")).catch((problem: unknown) => {
      catalogue = null;
      throw problem;
    });
    return catalogue;
  },
  pages: () => answer(api.GET("/api/pages")),
  page: (room: string, kind: string) =>
    answer(api.GET("/api/pages/{room}/{kind}", { params: { path: { room, kind } } })),
  bin: () => answer(api.GET("/api/bin")),
  playSet: () => answer(api.GET("/api/play-set")),
  putPlaySet: (away: boolean) => answer(api.POST("/api/play-set", { body: { away } })),
  setOnShelf: (id: number, given: { title?: string; folder?: string }) =>
    answer(
      api.PATCH("/api/projects/{project_id}", {
        params: { path: { project_id: id } },
        body: given,
      }),
    ),
  copyProject: (id: number) =>
    answer(api.POST("/api/projects/{project_id}/copy", { params: { path: { project_id: id } } })),
  bringBack: (id: number) =>
    answer(api.POST("/api/projects/{project_id}/back", { params: { path: { project_id: id } } })),
  create: (
    starter: string,
    units: "mm" | "in" = "mm",
    answers: Record<string, string> = {},
    feel = "",
  ) => answer(api.POST("/api/projects", { body: { starter, units, answers, feel } })),
  previewStarter: (
    starter: string,
    units: "mm" | "in",
    answers: Record<string, string>,
    feel: string,
    signal: AbortSignal,
  ) =>
    answer(api.POST("/api/starters/preview", { body: { starter, units, answers, feel }, signal })),
  bringIn: (document: Record<string, unknown>) =>
    answer(
      api.POST("/api/projects", {
        body: { document, starter: "", units: "mm", answers: {}, feel: "" },
      }),
    ),
  open: (id: number) =>
    answer(api.GET("/api/projects/{project_id}", { params: { path: { project_id: id } } })),
  remove: (id: number) =>
    answer(api.DELETE("/api/projects/{project_id}", { params: { path: { project_id: id } } })),
  save: (id: number, version: number, document: Document, words: string) =>
    answer(
      api.PUT("/api/projects/{project_id}", {
        params: { path: { project_id: id } },
        body: {
          version,
          document,
          words,
        },
      }),
    ),
  /** What a version comes to, stage by stage; a refusal where it met a limit. */
  built: (id: number, version: number, since: number, signal: AbortSignal) =>
    comes(
      api.GET("/api/projects/{project_id}/built", {
        params: { path: { project_id: id }, query: { version, since } },
        parseAs: "stream",
        signal,
      }),
      signal,
    ),
  /** Has what may be kept next built; answered when that has ended, or was given up. */
  ahead: (id: number, document: Document, since: number, signal: AbortSignal) =>
    answer(
      api.POST("/api/projects/{project_id}/ahead", {
        params: { path: { project_id: id } },
        body: { document, since },
        signal,
      }),
    ),
  tried: (id: number, version: number, signal: AbortSignal) =>
    answer(
      api.GET("/api/projects/{project_id}/tried", {
        params: { path: { project_id: id }, query: { version } },
        signal,
      }),
    ),
  stopBuilding: (id: number) =>
    answer(
      api.DELETE("/api/projects/{project_id}/built", { params: { path: { project_id: id } } }),
    ),
  beginStep: (document: Document, given: Omit<Schemas["StepIn"], "document">) =>
    answer(api.POST("/api/begin/step", { body: { document, ...given } })),
  beginPlace: (document: Document, given: Omit<Schemas["PlaceIn"], "document">) =>
    answer(api.POST("/api/begin/place", { body: { document, ...given } })),
  beginPart: (document: Document) =>
    answer(api.POST("/api/begin/part", { body: { document, label: "" } })),
  beginCopy: (document: Document, part: string) =>
    answer(api.POST("/api/begin/copy", { body: { document, part } })),
  beginFit: (document: Document, given: Omit<Schemas["FitIn"], "document">) =>
    answer(api.POST("/api/begin/fit", { body: { document, ...given } })),
  beginPieces: (document: Document, part: string, step: string) =>
    answer(api.POST("/api/begin/pieces", { body: { document, part, step } })),
  becomeKind: (document: Document, fit: string, kind: string) =>
    answer(api.POST("/api/begin/kind", { body: { document, fit, kind } })),
  beginOutline: (document: Document, given: Omit<Schemas["OutlineIn"], "document">) =>
    answer(api.POST("/api/begin/outline", { body: { document, ...given } })),
  measure: (document: Document, of: string[]) =>
    answer(api.POST("/api/measure", { body: { document, of } })),
  outlineDesk: (document: Document, path: string, text: string | null, signal: AbortSignal) =>
    answer(api.POST("/api/outlines/desk", { body: { document, path, text }, signal })),
  outlineApart: (document: Document, given: Omit<Schemas["ApartIn"], "document">) =>
    answer(api.POST("/api/outlines/apart", { body: { document, ...given } })),
  outlineIn: (document: Document, given: Omit<Schemas["BroughtIn"], "document">) =>
    answer(api.POST("/api/outlines/in", { body: { document, ...given } })),
  differences: (before: Document, after: Document) =>
    answer(api.POST("/api/differences", { body: { before, after } })),
  sketch: (document: Document, signal: AbortSignal) =>
    answer(api.POST("/api/sketch", { body: { document }, signal })),
  options: (document: Document, path: string) =>
    answer(api.POST("/api/options", { body: { document, path } })),
  rename: (document: Document, old: string, name: string) =>
    answer(api.POST("/api/rename", { body: { document, old, new: name } })),
  undo: (id: number, version: number) =>
    answer(
      api.POST("/api/projects/{project_id}/undo", {
        params: { path: { project_id: id } },
        body: { version },
      }),
    ),
  redo: (id: number, version: number) =>
    answer(
      api.POST("/api/projects/{project_id}/redo", {
        params: { path: { project_id: id } },
        body: { version },
      }),
    ),
  push: (id: number, path: string, signal: AbortSignal) =>
    answer(
      api.GET("/api/projects/{project_id}/pushed/{path}", {
        params: { path: { project_id: id, path } },
        signal,
      }),
    ),
  motion: (id: number, fit: string, signal?: AbortSignal) =>
    answer(
      api.GET("/api/projects/{project_id}/fits/{name}/motion", {
        params: { path: { project_id: id, name: fit } },
        signal,
      }),
    ),
  maze: (id: number, fit: string, turns: number, seed: number) =>
    answer(
      api.POST("/api/projects/{project_id}/fits/{name}/maze", {
        params: { path: { project_id: id, name: fit } },
        body: { turns, seed },
      }),
    ),
  marks: (id: number) =>
    answer(api.GET("/api/projects/{project_id}/marks", { params: { path: { project_id: id } } })),
  stances: (id: number, part: string) =>
    answer(
      api.GET("/api/projects/{project_id}/parts/{name}/stances", {
        params: { path: { project_id: id, name: part } },
      }),
    ),
  tipped: (id: number, part: string, forward: number, right: number) =>
    answer(
      api.GET("/api/projects/{project_id}/parts/{name}/tipped", {
        params: { path: { project_id: id, name: part }, query: { forward, right } },
      }),
    ),
  faced: (id: number, part: string, [x, y, z]: [number, number, number]) =>
    answer(
      api.GET("/api/projects/{project_id}/parts/{name}/faced", {
        params: { path: { project_id: id, name: part }, query: { x, y, z } },
      }),
    ),
  beds: (id: number) =>
    answer(api.GET("/api/projects/{project_id}/beds", { params: { path: { project_id: id } } })),
  toBuy: (id: number) =>
    answer(api.GET("/api/projects/{project_id}/to-buy", { params: { path: { project_id: id } } })),
  sliced: (id: number, part: string) =>
    answer(
      api.GET("/api/projects/{project_id}/parts/{name}/sliced", {
        params: { path: { project_id: id, name: part } },
      }),
    ),
  layer: (id: number, part: string, index: number) =>
    answer(
      api.GET("/api/projects/{project_id}/parts/{name}/sliced/{index}", {
        params: {
          path: {
            project_id: id,
            name: part,
            index,
          },
        },
      }),
    ),
  bringMesh: (file: File, units: string, mend: boolean) =>
    answer(api.POST("/api/meshes", { body: { file, units, mend }, bodySerializer: form })),
  bench: () => answer(api.GET("/api/bench")),
  newProcess: (given: Schemas["NewProcessIn"]) => answer(api.POST("/api/bench", { body: given })),
  changeProcess: (id: number, given: ProcessIn) =>
    answer(
      api.PUT("/api/bench/{process_id}", { params: { path: { process_id: id } }, body: given }),
    ),
  makeGauge: (id: number, kind: string) =>
    answer(
      api.POST("/api/bench/{process_id}/gauges/{kind}", {
        params: { path: { process_id: id, kind } },
      }),
    ),
  standIn: (id: number, kind: string) =>
    answer(
      api.POST("/api/bench/{process_id}/stand-in/{kind}", {
        params: { path: { process_id: id, kind } },
      }),
    ),
  enterResult: (
    id: number,
    gauge: string,
    entries: GaugeEntryIn[],
    keep: boolean,
    made_up: boolean,
  ) =>
    answer(
      api.POST("/api/bench/{process_id}/results", {
        params: { path: { process_id: id } },
        body: {
          gauge,
          entries,
          keep,
          made_up,
        },
      }),
    ),
  strikeResult: (id: number) =>
    answer(api.DELETE("/api/bench/results/{result_id}", { params: { path: { result_id: id } } })),
  follows: (id: number) =>
    answer(api.GET("/api/bench/{process_id}/follows", { params: { path: { process_id: id } } })),
  takeLearnt: (id: number, projects: number[]) =>
    answer(
      api.POST("/api/bench/{process_id}/take", {
        params: { path: { process_id: id } },
        body: {
          projects,
        },
      }),
    ),
  chooseProcess: (id: number, version: number, process: number) =>
    answer(
      api.POST("/api/projects/{project_id}/process", {
        params: { path: { project_id: id } },
        body: {
          version,
          process,
        },
      }),
    ),
  history: (id: number) =>
    answer(api.GET("/api/projects/{project_id}/history", { params: { path: { project_id: id } } })),
  nameVersion: (id: number, number: number, name: string) =>
    answer(
      api.POST("/api/projects/{project_id}/history/{number}/name", {
        params: { path: { project_id: id, number } },
        body: { name },
      }),
    ),
  compareVersions: (id: number, a: number, b: number) =>
    answer(
      api.GET("/api/projects/{project_id}/history/compare", {
        params: { path: { project_id: id }, query: { a, b } },
      }),
    ),
  goBack: (id: number, number: number, version: number) =>
    answer(
      api.POST("/api/projects/{project_id}/history/{number}/back", {
        params: { path: { project_id: id, number } },
        body: { version },
      }),
    ),
  materials: (id: number) =>
    answer(api.GET("/api/projects/{project_id}/compare", { params: { path: { project_id: id } } })),
  variants: (id: number, version: number[], other: number[]) =>
    answer(
      api.GET("/api/projects/{project_id}/variants", {
        params: { path: { project_id: id }, query: { version, other } },
      }),
    ),
  breakEven: (lasting: number, throwaway: number, each_use: number) =>
    answer(api.POST("/api/break-even", { body: { lasting, throwaway, each_use } })),
  logbook: (words: string, project = 0) =>
    answer(api.GET("/api/logbook", { params: { query: { q: words, project } } })),
  writePrint: (id: number, given: Schemas["PrintIn"]) =>
    answer(
      api.POST("/api/projects/{project_id}/prints", {
        params: { path: { project_id: id } },
        body: given,
      }),
    ),
  plan: () => answer(api.GET("/api/plan")),
  sizes: (id: number) =>
    answer(api.GET("/api/projects/{project_id}/sizes", { params: { path: { project_id: id } } })),
  trial: (id: number, parts: string[]) =>
    answer(
      api.POST("/api/projects/{project_id}/trial", {
        params: { path: { project_id: id } },
        body: { parts },
      }),
    ),
  planPrint: (id: number, parts: string[]) =>
    answer(
      api.POST("/api/projects/{project_id}/plan", {
        params: { path: { project_id: id } },
        body: { parts },
      }),
    ),
  unplan: (id: number) =>
    answer(api.DELETE("/api/plan/{planned_id}", { params: { path: { planned_id: id } } })),
  setSpool: (id: number, grams: number | null) =>
    answer(
      api.PUT("/api/plan/spool/{process_id}", {
        params: { path: { process_id: id } },
        body: { grams },
      }),
    ),
  addPhoto: (id: number, file: File) =>
    answer(
      api.POST("/api/logbook/{print_id}/photo", {
        params: { path: { print_id: id } },
        body: { file },
        bodySerializer: form,
      }),
    ),
  bringPhotoBack: (id: number) =>
    answer(api.POST("/api/logbook/{print_id}/photo/back", { params: { path: { print_id: id } } })),
  strikePrint: (id: number) =>
    answer(api.DELETE("/api/logbook/{print_id}", { params: { path: { print_id: id } } })),
  me: () => answer(api.GET("/api/me")),
  signIn: (name: string, password: string) =>
    answer(api.POST("/api/sign-in", { body: { name, password } })),
  signOut: () => answer(api.POST("/api/sign-out")),
  join: (token: string, name: string, password: string) =>
    answer(api.POST("/api/join", { body: { token, name, password } })),
  invite: () => answer(api.POST("/api/invitations")),
  makers: () => answer(api.GET("/api/makers")),
  letWork: (maker: string, works: boolean) =>
    answer(api.PUT("/api/makers/{maker}", { params: { path: { maker } }, body: { works } })),
  newPassword: (maker: string) =>
    answer(api.POST("/api/makers/{maker}/again", { params: { path: { maker } } })),
  sharing: (id: number) =>
    answer(api.GET("/api/projects/{project_id}/shares", { params: { path: { project_id: id } } })),
  share: (id: number, maker: string, how: "read" | "edit" | "") =>
    answer(
      api.PUT("/api/projects/{project_id}/shares", {
        params: { path: { project_id: id } },
        body: {
          maker,
          how,
        },
      }),
    ),
  newest: (id: number) =>
    answer(api.GET("/api/projects/{project_id}/version", { params: { path: { project_id: id } } })),
  kept: (id: number) =>
    answer(api.GET("/api/projects/{project_id}/kept", { params: { path: { project_id: id } } })),
  merge: (id: number, revision: number, document: Document, choices: Record<string, Side>) =>
    answer(
      api.POST("/api/projects/{project_id}/merge", {
        params: { path: { project_id: id } },
        body: {
          revision,
          document,
          choices,
        },
      }),
    ),
  copies: () => answer(api.GET("/api/copies")),
  makeCopy: () => answer(api.POST("/api/copies")),
  restore: (file: File) =>
    answer(api.POST("/api/restore", { body: { file }, bodySerializer: form })),
  bringWhole: (file: File) =>
    answer(api.POST("/api/whole", { body: { file }, bodySerializer: form })),
  restOfBin: () => answer(api.GET("/api/bin/rest")),
  backFromBin: (kind: BinKind, number: number) =>
    answer(api.POST("/api/bin/{kind}/{number}/back", { params: { path: { kind, number } } })),
  outForGood: (kind: BinKind, number: number) =>
    answer(api.DELETE("/api/bin/{kind}/{number}", { params: { path: { kind, number } } })),
  takeOffBench: (id: number) =>
    answer(api.DELETE("/api/bench/{process_id}", { params: { path: { process_id: id } } })),
  jobs: () => answer(api.GET("/api/jobs")),
  cancelJob: (id: number) =>
    answer(api.POST("/api/jobs/{job_id}/cancel", { params: { path: { job_id: id } } })),
  mendJob: (id: number) =>
    answer(api.POST("/api/jobs/{job_id}/mend", { params: { path: { job_id: id } } })),
  putJobAway: (id: number) =>
    answer(api.DELETE("/api/jobs/{job_id}", { params: { path: { job_id: id } } })),
  trace: (file: File) => answer(api.POST("/api/trace", { body: { file }, bodySerializer: form })),
  preview: (
    document: Document,
    edits: RemedyEdit[],
    against: Document | null,
    signal?: AbortSignal,
  ) => answer(api.POST("/api/preview", { body: { document, edits, against }, signal })),
};

type Path = keyof paths;
const at = (path: Path, values: Record<string, string | number> = {}) =>
  path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(String(values[name])));

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
  logbookTable: () => at("/api/logbook.csv"),
  toBuy: (id: number) => at("/api/projects/{project_id}/to-buy.csv", { project_id: id }),
  whole: (id: number) => at("/api/projects/{project_id}/whole", { project_id: id }),
  copy: (name: string) => at("/api/copies/{name}", { name }),
  document: (id: number) => at("/api/projects/{project_id}/document", { project_id: id }),
};

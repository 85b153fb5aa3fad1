/**
 * What the newest version comes to, as it comes: its solids, what each check finds, its proof, and
 * then, tried aside, what would cure what was found.
 */
import { Unreachable, server } from "../api/client";
import type { Checked, Consequence, FindingView, ReadingView, Report } from "../api/client";

/** What comes sooner is shown in one go: nothing flickers. */
const SOON_MS = 400;
/** Remedies are tried when nothing more was changed for a while, or when findings are read. */
const QUIET_MS = 1200;
const ORDER = ["stop", "warning", "note", "good"];

interface Heard {
  solids: (report: Report) => void;
  proved: (report: Report, consequences: Consequence[]) => void;
  cured: (findings: FindingView[]) => void;
  unheard: () => void;
}

export class Build {
  /** Being built and proved, so many seconds. */
  on = $state(false);
  /** Of what is on, the solids have come: the rest is proof. */
  solid = $state(false);
  seconds = $state(0);
  /** Why the newest version has no report: it met a limit, or was stopped. */
  unbuilt = $state("");
  /** What would cure what was found is not known yet. */
  trying = $state(false);
  /** Checks that have ended, and what they found, while others have not. */
  ended = $state.raw<Checked[]>([]);

  #abort: AbortController | null = null;
  #clock = 0;
  #soon = 0;
  #quiet = 0;
  #try: (() => void) | null = null;
  #wanted = false;

  /** Readings that have not come yet, while others have. */
  waits(reading: ReadingView): boolean {
    return this.ended.length > 0 && !this.ended.some((one) => this.#tells(one, reading.name));
  }

  /** A report on an older version with what is known of the newest. */
  onto(report: Report): Report {
    if (!this.ended.length) return report;
    const checks = new Set(this.ended.map((one) => one.check));
    const findings = [
      ...this.ended.flatMap((one) => one.findings),
      ...report.findings.filter((one) => !checks.has(one.check)),
    ].sort((a, b) => ORDER.indexOf(a.severity) - ORDER.indexOf(b.severity));
    const news = this.ended.flatMap((one) => one.readings);
    const told = report.readings.map((one) => news.find((two) => two.name === one.name) ?? one);
    const more = news.filter((one) => !report.readings.some((two) => two.name === one.name));
    const readings = [...told, ...more].sort((a, b) => (a.place ?? 0) - (b.place ?? 0));
    return { ...report, findings, readings };
  }

  #tells(one: Checked, reading: string): boolean {
    return one.readings.some((told) => told.name === reading);
  }

  async run(project: number, version: number, since: number, heard: Heard): Promise<void> {
    this.drop();
    const abort = (this.#abort = new AbortController());
    const began = Date.now();
    const came: Checked[] = [];
    const show = () => {
      this.#soon = 0;
      this.ended = [...came];
    };
    this.unbuilt = "";
    this.on = true;
    this.solid = false;
    this.#clock = window.setInterval(
      () => (this.seconds = Math.floor((Date.now() - began) / 1000)),
      500,
    );
    try {
      let whole = false;
      for await (const stage of server.built(project, version, since, abort.signal)) {
        if (abort.signal.aborted) return;
        if (!("stage" in stage)) {
          this.unbuilt = [stage.message, stage.remedy].filter(Boolean).join("; ");
          whole = true;
        } else if (stage.stage === "solids") {
          heard.solids(stage.report);
          this.solid = true;
        } else if (stage.stage === "check") {
          came.push(stage);
          const left = SOON_MS - (Date.now() - began);
          this.#soon ||= window.setTimeout(show, Math.max(left, 50));
        } else {
          whole = true;
          this.#rest();
          heard.proved(stage.report, stage.consequences ?? []);
          if (stage.report.findings.some((one) => one.severity !== "good"))
            this.#cure(project, version, abort, heard.cured);
        }
      }
      if (!whole) this.unbuilt = "building was stopped";
    } catch (problem) {
      if (abort.signal.aborted) return;
      if (problem instanceof Unreachable) heard.unheard();
      else this.unbuilt = problem instanceof Error ? problem.message : String(problem);
    } finally {
      if (this.#abort === abort) this.#rest();
    }
  }

  /** Of what was proved already, when it was opened: only what would cure it is tried. */
  cure(project: number, version: number, found: FindingView[], cured: Heard["cured"]): void {
    if (!found.some((one) => one.severity !== "good")) return;
    this.drop();
    this.#cure(project, version, (this.#abort = new AbortController()), cured);
  }

  /** Tries remedies of what was found once it is quiet. */
  #cure(project: number, version: number, abort: AbortController, cured: Heard["cured"]): void {
    this.trying = true;
    const ask = async () => {
      clearTimeout(this.#quiet);
      this.#try = null;
      try {
        const found = await server.tried(project, version, abort.signal);
        if (found && !abort.signal.aborted) cured(found);
      } catch {
        // what was found stands as it is; nothing is offered
      } finally {
        if (this.#abort === abort) this.trying = false;
      }
    };
    this.#try = () => void ask();
    if (this.#wanted) void ask();
    else this.#quiet = window.setTimeout(() => void ask(), QUIET_MS);
  }

  /** Findings are being read, or no longer: then it is not waited until it is quiet. */
  want(wanted: boolean): void {
    this.#wanted = wanted;
    if (wanted) this.#try?.();
  }

  /** Nobody here waits any more: something newer is on its way. */
  drop(): void {
    this.#abort?.abort();
    this.#abort = null;
    clearTimeout(this.#quiet);
    this.#try = null;
    this.trying = false;
    this.#rest();
  }

  /** Gives up what is being built; what is kept stays kept. */
  stop(project: number): void {
    void server.stopBuilding(project).catch(() => {});
  }

  #rest(): void {
    clearInterval(this.#clock);
    clearTimeout(this.#soon);
    this.#soon = 0;
    this.on = false;
    this.seconds = 0;
    this.ended = [];
  }
}

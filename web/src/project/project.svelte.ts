/**
 * One open project: its document, the report on it, and how safely it is kept.
 *
 * Every change is applied to the document here at once, kept in the browser, then saved. What
 * the server has not yet taken stays in the browser and is sent again when it answers.
 */
import {
  type FindingView,
  Refused,
  Unreachable,
  server,
  type Begun,
  type Consequence,
  type Document,
  type Kept,
  type Merged,
  type Opened,
  type RemedyEdit,
  type Report,
  type Side,
  type StanceView,
} from "../api/client";
import { Ahead, worthBuilding } from "./ahead";
import { Build } from "./build.svelte";
import { Elsewhere } from "./elsewhere.svelte";
import { Sketch } from "./sketch.svelte";
import { Unsent, inTurn, type Pending } from "./unsent";
import { stand } from "./edits";
import { copy, setPath, textAt } from "./paths";

/** `troubled`: the workshop answers that it cannot keep anything now, as on a full disk. */
export type Keeping = "saved" | "saving" | "offline" | "troubled" | "stale" | "refused" | "gone";

const RETRY_MS = 2000;

export class Project {
  document = $state.raw<Document>()!;
  report = $state.raw<Report>()!;
  version = $state(0);
  revision = $state(0);
  undoWords = $state<string | null>(null);
  redoWords = $state<string | null>(null);
  keeping = $state<Keeping>("saved");
  trouble = $state("");
  followed = $state.raw<{ words: string; list: Consequence[] } | null>(null);
  /** What was changed here and is not taken yet, while it waits for the maker to choose. */
  waiting = $state.raw<Document | null>(null);
  /** That put together with what was kept elsewhere, where something must be chosen. */
  meeting = $state.raw<Merged | null>(null);
  /** What was changed elsewhere and is taken in here, in words. */
  elsewhere = $state("");
  /** Parts that are not drawn, and parts that are seen through. */
  hidden = $derived(this.#drawnAs("hidden"));
  faint = $derived(this.#drawnAs("seen through"));
  /** A report on something not kept yet, shown instead while a dial is being moved. */
  trial = $state.raw<Report | null>(null);
  busy = $state(false);
  /** The newest version, being built and proved: until then the report is of an older one. */
  readonly build = new Build();
  /** The report is a proof, of the newest version or an older one; else only what is built. */
  proved = $state(false);
  /** What is read: of what is tried out, of what is proved so far, of the last that was proved. */
  shown = $derived(this.trial ?? this.build.onto(this.report));

  #pending: Pending | null = null;
  #sending = false;
  #sent: Pending | null = null;
  #turns: Promise<void> = Promise.resolve();
  #trialAbort: AbortController | null = null;
  /** The revision the report is about. */
  #told = 0;
  #retry = 0;
  #mustMeet = false;
  readonly #others: Elsewhere;
  readonly #unsent: Unsent;
  readonly #ahead: Ahead;
  readonly #sketched = new Sketch(
    () => this,
    (document, signal) => this.#ahead.sketch(document, signal),
  );

  constructor(
    readonly id: number,
    opened: Opened,
  ) {
    this.#others = new Elsewhere(
      id,
      () => this.version,
      () => void this.#takeNewest(),
    );
    this.#unsent = new Unsent(id);
    this.#ahead = new Ahead(id);
    this.#open(opened);
    const pending = this.#unsent.left();
    if (!pending) return;
    if (pending.version === opened.version) {
      this.document = pending.document;
      this.#pending = pending;
      void this.#send();
    } else {
      this.#pending = pending;
      this.waiting = pending.document;
      this.keeping = "stale";
      this.trouble = "changes typed here earlier were made on an older version";
      void this.#meet();
    }
  }

  /** The page is left. */
  close(): void {
    this.#others.end();
    this.#ahead.drop();
  }

  static async open(id: number): Promise<Project> {
    return new Project(id, await server.open(id));
  }

  /** What is drawn of the newest change until its report is there. */
  get sketch(): Report | null {
    return this.#sketched.drawn;
  }

  /** Changes the document and saves it. `words` say what was done, for the history. */
  change(words: string, edit: (document: Document) => void): void {
    const next = copy(this.document);
    edit(next);
    this.put(next, words);
  }

  set(path: string, text: string, words: string): void {
    this.change(words, (document) => setPath(document, path, text));
  }

  /**
   * Puts what the workshop begins (a step, a part, a fit) into the document. Answers its name.
   * What is typed meanwhile is not lost: it is begun again on the newer document.
   */
  async begin(words: string, ask: (document: Document) => Promise<Begun>): Promise<string> {
    for (;;) {
      const base = this.document;
      const begun = await ask(base);
      if (this.document !== base) continue;
      this.put(begun.document, words);
      return begun.name;
    }
  }

  put(document: Document, words: string): void {
    this.document = document;
    const waiting = this.#pending && this.#pending !== this.#sent ? this.#pending.words : "";
    const said = inTurn(waiting, words);
    this.#pending = { version: this.version, revision: this.revision, document, words: said };
    this.#keep();
    this.build.drop();
    void this.#sketched.draw(document);
    if (this.keeping === "stale") this.waiting = document;
    else if (this.keeping !== "gone") void this.#send();
  }

  /** Something is being typed and may be meant: it is built, nothing of it is shown. */
  typed(path: string, text: string): void {
    if (this.keeping !== "saved" && this.keeping !== "saving") return;
    if (!worthBuilding(textAt(this.document, path), text)) return this.#ahead.drop();
    const next = copy(this.document);
    try {
      setPath(next, path, text.trim());
    } catch {
      return; // it is typed for something else than the document
    }
    this.#ahead.begin(next, this.#told);
  }

  /** What was typed is not meant. */
  untyped(): void {
    this.#ahead.drop();
  }

  /** Shows what a change would come to without keeping it. The newest call wins. */
  async tryOut(edit: (document: Document) => void): Promise<void> {
    const next = copy(this.document);
    edit(next);
    this.#trialAbort?.abort();
    const abort = (this.#trialAbort = new AbortController());
    try {
      const preview = await server.preview(next, [], null, abort.signal);
      if (!abort.signal.aborted) this.trial = preview.report;
    } catch (problem) {
      if (!abort.signal.aborted && !(problem instanceof Unreachable)) this.trial = null;
    }
  }

  endTrial(): void {
    this.#trialAbort?.abort();
    this.trial = null;
  }

  #drawnAs(how: string): ReadonlySet<string> {
    return new Set(
      (this.document?.parts ?? []).filter((one) => one.shown === how).map((one) => one.name),
    );
  }

  /** Stands a part, and what is printed together with it, another way. */
  stand(stance: StanceView, words: string): void {
    this.change(words, (document) => stand(document, stance.stances));
  }

  /** What a remedy would change. */
  remedy(edits: RemedyEdit[]) {
    return server.preview(this.document, edits, null);
  }

  /** Takes the last change back. Pressed again and again, each press takes one more back. */
  undo(): Promise<void> {
    // what was refused was never kept: taking it back is all there is to undo
    if (this.keeping === "refused") return this.takeTheirs();
    return this.#inTurn(
      "undone",
      () => this.undoWords,
      () => server.undo(this.id, this.version),
    );
  }

  redo(): Promise<void> {
    return this.#inTurn(
      "redone",
      () => this.redoWords,
      () => server.redo(this.id, this.version),
    );
  }

  /** Makes an older version the newest. */
  goBack(number: number, words: string): Promise<void> {
    return this.#inTurn(
      "back to",
      () => words,
      () => server.goBack(this.id, number, this.version),
    );
  }

  /** Makes the project meant for a process of the bench. */
  meantFor(process: number, words: string): Promise<void> {
    return this.#inTurn(
      "meant for",
      () => words,
      () => server.chooseProcess(this.id, this.version, process),
    );
  }

  /** Takes the server's newest document, giving up what could not be saved. */
  async takeTheirs(): Promise<void> {
    const newest = await server.open(this.id);
    this.#pending = null;
    this.waiting = this.meeting = null;
    this.#keep();
    this.#open(newest);
  }

  /** Keeps what is here as a project of its own; answers its id. */
  async keepAsNew(): Promise<number> {
    const mine = this.#pending?.document ?? this.document;
    const made = await server.bringIn(mine);
    this.#pending = null;
    this.#keep();
    return made.id;
  }

  /** Saves what was typed here on top of the server's newest version. */
  async putMine(): Promise<void> {
    const mine = this.#pending;
    const newest = await server.open(this.id);
    this.version = newest.version;
    this.revision = newest.revision;
    this.keeping = "saving";
    this.waiting = this.meeting = null;
    if (mine) {
      this.document = mine.document;
      this.#pending = { ...mine, version: newest.version, revision: newest.revision };
      this.#keep();
      await this.#send();
    } else this.#open(newest);
  }

  /** Puts what was typed here together with what was kept elsewhere, as it was chosen. */
  settle(choices: Record<string, Side>): Promise<void> {
    return this.#meet(choices);
  }

  /**
   * What is typed here grew from an older revision: where the two changes do not touch, both are
   * kept; where they do, it waits for the maker to choose.
   */
  async #meet(choices: Record<string, Side> = {}): Promise<void> {
    for (;;) {
      const mine = this.#pending;
      if (!mine?.revision) return;
      let found: Merged;
      try {
        found = await server.merge(this.id, mine.revision, mine.document, choices);
      } catch (problem) {
        if (problem instanceof Unreachable) this.#fail(problem);
        else this.trouble = problem instanceof Error ? problem.message : String(problem);
        return;
      }
      if (this.#pending !== mine) continue; // something more was typed meanwhile
      this.waiting = mine.document;
      this.meeting = found.conflicts.length ? found : null;
      if (this.meeting) return;
      this.waiting = null;
      this.version = found.version;
      this.revision = found.revision;
      this.document = found.document;
      this.#pending = {
        version: found.version,
        revision: found.revision,
        document: found.document,
        words: mine.words,
      };
      this.#keep();
      this.elsewhere = found.elsewhere
        .slice(0, 3)
        .map((one) => `${one.what} ${one.before} → ${one.after}`)
        .join("; ");
      this.keeping = "saving";
      return this.#send();
    }
  }

  /** What was kept elsewhere is shown here, where nothing waits to be kept. */
  async #takeNewest(): Promise<void> {
    if (this.#sending || this.#pending || this.keeping === "gone") return;
    const kept = await server.kept(this.id).catch(() => null);
    if (!kept?.document || this.#sending || this.#pending || kept.version <= this.version) return;
    this.build.drop();
    this.document = kept.document;
    this.#taken(kept);
    const words = kept.undo ?? kept.redo ?? "changed";
    this.elsewhere = words;
    void this.#sketched.draw(this.document);
    void this.#build(`elsewhere: ${words}`);
  }

  tryAgain(): void {
    void this.#send();
  }

  /** Runs an undo or redo once everything before it is kept. */
  #inTurn(word: string, words: () => string | null, step: () => Promise<Kept>): Promise<void> {
    this.#turns = this.#turns.then(async () => {
      while (this.#sending || (this.#pending && this.keeping === "saving")) {
        await new Promise((done) => setTimeout(done, 15));
      }
      const said = words();
      if (said === null || this.#pending) return;
      this.#sending = true;
      this.keeping = "saving";
      try {
        const kept = await step();
        this.#others.kept(kept.version);
        this.document = kept.document ?? this.document;
        this.#taken(kept);
        void this.#sketched.draw(this.document);
        void this.#build(`${word}: ${said}`);
      } catch (problem) {
        this.#fail(problem);
      } finally {
        this.#sending = false;
      }
    });
    return this.#turns;
  }

  async #send(): Promise<void> {
    if (this.#sending || !this.#pending) return;
    clearTimeout(this.#retry);
    this.#sending = true;
    this.busy = true;
    if (this.keeping !== "offline" && this.keeping !== "troubled") this.keeping = "saving";
    const sent = (this.#sent = this.#pending);
    try {
      if (!sent) return;
      const kept = await server.save(this.id, this.version, sent.document, sent.words);
      const newer = this.#pending !== null && this.#pending !== sent;
      if (!newer) this.#pending = null;
      this.#taken(kept);
      this.#others.kept(kept.version);
      if (newer)
        this.#pending = { ...this.#pending!, version: kept.version, revision: kept.revision };
      else void this.#build(sent.words);
      this.#keep();
    } catch (problem) {
      this.#fail(problem);
    } finally {
      this.#sending = false;
      this.busy = false;
    }
    if (this.#mustMeet) {
      this.#mustMeet = false;
      return this.#meet();
    }
    // what came meanwhile may well be taken where its forerunner was not
    if (this.#pending && this.#pending !== sent && !this.#waits) void this.#send();
  }

  /** Nothing is sent before a maker has chosen. */
  get #waits(): boolean {
    return this.keeping === "stale" || this.keeping === "gone";
  }

  /** Nothing typed is given up: what could not be kept stays here and in the browser. */
  #fail(problem: unknown): void {
    this.trouble = problem instanceof Error ? problem.message : String(problem);
    if (!(problem instanceof Refused) || problem.status >= 500) {
      this.#unsend();
      this.keeping = problem instanceof Refused ? "troubled" : "offline";
      if (problem instanceof Refused && problem.remedy) this.trouble += `; ${problem.remedy}`;
      clearTimeout(this.#retry);
      this.#retry = window.setTimeout(() => void this.#send(), RETRY_MS);
    } else if (problem.status === 409 && !this.#pending) {
      this.keeping = "saved";
      queueMicrotask(() => void this.#takeNewest());
    } else if (problem.status === 409) {
      this.waiting = this.#pending!.document;
      this.keeping = "stale";
      this.#mustMeet = true;
    } else if (problem.status === 404) {
      this.keeping = "gone";
    } else {
      this.keeping = "refused";
      this.trouble += problem.remedy ? `; ${problem.remedy}` : "";
    }
  }

  /** What was sent is not taken: its words go on with what was typed since. */
  #unsend(): void {
    const sent = this.#sent;
    this.#sent = null;
    if (!sent || !this.#pending || this.#pending === sent) return;
    this.#pending = { ...this.#pending, words: inTurn(sent.words, this.#pending.words) };
    this.#keep();
  }

  #cured = (findings: FindingView[]): void => {
    this.report = { ...this.report, findings };
  };

  /** Shows what was opened, and has done what is not known of it yet. */
  #open(opened: Opened): void {
    this.#take(opened);
    if (opened.proved) this.build.cure(this.id, this.version, opened.report.findings, this.#cured);
    else void this.#build("");
  }

  /** Builds and proves the newest version; what comes first is shown first. */
  async #build(words: string): Promise<void> {
    const { document, version, revision } = this;
    await this.build.run(this.id, version, this.#told, {
      solids: (report) => {
        // opened, there is nothing older to be read meanwhile
        this.#sketched.built(document, this.proved ? report : null);
        if (!this.proved) this.report = report;
      },
      proved: (report, consequences) => {
        this.report = report;
        this.proved = true;
        this.#sketched.proved(document);
        this.trial = null;
        if (words) this.followed = { words, list: consequences };
        this.#told = revision;
      },
      cured: this.#cured,
      unheard: () => {
        this.#retry = window.setTimeout(() => {
          if (this.version === version && !this.#pending) void this.#build(words);
        }, RETRY_MS);
      },
    });
  }

  /** Builds the newest version once more. */
  buildAgain(): void {
    void this.#build("built again");
  }

  #taken(kept: Kept): void {
    this.version = kept.version;
    this.revision = kept.revision;
    this.undoWords = kept.undo ?? null;
    this.redoWords = kept.redo ?? null;
    this.keeping = this.#pending ? "saving" : "saved";
    this.trouble = "";
  }

  #take(opened: Opened): void {
    this.build.drop();
    this.document = opened.document;
    this.report = opened.report;
    this.proved = opened.proved;
    this.#told = opened.revision;
    this.#sketched.forget();
    this.build.unbuilt = opened.unbuilt ?? "";
    this.trial = null;
    this.#taken(opened);
  }

  #keep(): void {
    this.#unsent.keep(this.#pending);
  }
}

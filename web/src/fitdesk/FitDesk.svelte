<script lang="ts">
  import { onMount } from "svelte";
  import { server, type FieldView, type FindingView } from "../api/client";
  import More from "../field/More.svelte";
  import Sentence from "../field/Sentence.svelte";
  import { settled } from "../field/settled.svelte";
  import { textAt } from "../project/paths";
  import type { Project } from "../project/project.svelte";
  import { fixedSize, percent, size } from "../project/units";
  import { address, inPlace } from "../route/route.svelte";
  import ErrorLine from "../sheet/ErrorLine.svelte";
  import NumberField from "../field/NumberField.svelte";
  import Remedy from "../readings/Remedy.svelte";
  import Stage from "../stage/Stage.svelte";
  import { takeFitAway } from "../project/edits";
  import { pointing } from "../stage/pointing.svelte";
  import { Action } from "../ui/action.svelte";
  import Choose from "../ui/Choose.svelte";
  import { shortcuts } from "../ui/shortcuts.svelte";
  import Trouble from "../ui/Trouble.svelte";
  import Views from "../ui/Views.svelte";
  import { INK, SHAPE, WORD } from "../ui/severity";
  import FeelDial from "./FeelDial.svelte";
  import ForecastCurve from "./ForecastCurve.svelte";
  import MotionStage from "./MotionStage.svelte";
  import SectionDrawing from "./SectionDrawing.svelte";
  import TrackDrawing from "./TrackDrawing.svelte";

  let { project, name }: { project: Project; name: string } = $props();

  const report = $derived(project.shown);
  const fit = $derived(report.fits.find((one) => one.name === name));
  const units = $derived(project.document.units ?? "mm");
  type View = "section" | "parts" | "moving" | "unrolled";
  let chosen = $state<View>("section");
  let more = $state(false);
  let moreOfPlace = $state(false);
  const asking = new Action();
  const views: { value: View; words: string }[] = $derived([
    { value: "section", words: "section" },
    { value: "parts", words: "both parts" },
    ...(fit?.motion ? [{ value: "moving" as const, words: "moving" }] : []),
    ...(fit?.unrolls ? [{ value: "unrolled" as const, words: "unrolled" }] : []),
  ]);
  /** What is to be pressed is pressed on the parts themselves. */
  const view = $derived(pointing.asked ? "parts" : chosen);
  const words = $derived(fit ? fit.label || fit.title : "");
  /** A place's path says which of both parts it stands on. */
  const partFor = (field: FieldView) =>
    fit!.parts[field.path.startsWith(`fits.${name}.place_b.`) ? 1 : 0];
  /** Whether the gap is dimensioned in the upper half, so that the small picture goes below. */
  const dimensionHigh = $derived.by(() => {
    const one = fit?.section?.dimensions.find((dimension) => !dimension.at_end);
    if (!one || !fit?.section) return false;
    return one.start[1] > (fit.section.low[1] + fit.section.high[1]) / 2 - 0.05;
  });
  const unit = (line: { unit?: string }) =>
    !line.unit || line.unit === "mm" ? "" : ` ${line.unit}`;
  const findings = $derived(report.findings.filter((one) => one.fit === name));
  const isBad = (one: FindingView) => one.severity === "stop" || one.severity === "warning";
  const bad = $derived(findings.filter(isBad));
  /** Only the two parts of this fit. */
  const pair = $derived({
    ...report,
    parts: report.parts.filter((one) => fit?.parts.includes(one.name)),
    fits: report.fits.filter((one) => one.name === name),
  });
  const label = (part: string) => report.parts.find((one) => one.name === part)?.label ?? part;

  let told = $state<HTMLElement>();
  const aloud = settled(
    () => ({
      sentence: fit?.sentence ?? [],
      more: fit?.more ?? [],
      place: fit?.place_words ?? [],
      placeMore: fit?.place_more ?? [],
    }),
    () => told,
  );

  function rename(event: Event & { currentTarget: HTMLInputElement }) {
    const text = event.currentTarget.value.trim();
    if (text === fit?.label) return;
    project.set(`fits.${name}.label`, text, `${words} is now called ${text || fit?.title}`);
  }

  function becomes(kind: string) {
    const title = fit?.kinds.find((one) => one.value === kind)?.words ?? kind;
    void asking.run(() =>
      project.begin(`${words}: now ${title}`, (document) =>
        server.becomeKind(document, name, kind),
      ),
    );
  }

  function takeAway() {
    project.change(`took the fit ${words} away, its parts kept`, (document) =>
      takeFitAway(document, name),
    );
    address.go(`/p/${project.id}`);
  }

  onMount(() => {
    const off = shortcuts.on("Escape", () =>
      pointing.asked ? pointing.stop() : address.go(`/p/${project.id}`),
    );
    return () => {
      off();
      pointing.stop();
    };
  });
</script>

{#if fit}
  <section
    class="flex shrink-0 flex-wrap items-baseline gap-x-3 px-5 pt-2.5 pb-1"
    aria-label="which fit this is"
  >
    <h2 class="contents">
      <span class="sr-only">{words}</span>
      <input
        class="field-sizing-content min-h-6 max-w-72 min-w-16 truncate border-b border-transparent bg-transparent text-lead font-semibold hover:border-firm"
        value={fit.label}
        placeholder={fit.title}
        aria-label="name of this fit"
        maxlength="120"
        onchange={rename}
        onkeydown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
    </h2>
    <p class="text-small text-soft">
      <Choose value={fit.kind} options={fit.kinds} label="kind of fit" onset={becomes} />
      between {label(fit.parts[0])} and {label(fit.parts[1])};
      {#if fit.givers.length}
        <Choose
          value={fit.gives_way}
          options={fit.givers}
          label="which part gives way for the gap"
          onset={(giver) =>
            project.set(`fits.${name}.gives_way`, giver, `${words}: ${giver} gives way`)}
        />
      {:else}{label(fit.giver)}{/if}
      gives way
    </p>
    <Trouble of={asking} />
    <a
      class="word-button ml-auto shrink-0 text-small"
      href="/read/fits/{encodeURIComponent(fit?.kind ?? '')}"
      onclick={inPlace}>read about it</a
    >
    <button class="word-button shrink-0 text-small" onclick={takeAway}
      >take this fit away, keep the parts</button
    >
    <a class="word-button shrink-0 text-small" href="/p/{project.id}" onclick={inPlace}
      >back to the desk <span class="key">Esc</span></a
    >
  </section>
  <main
    class="grid min-h-0 flex-1 grid-cols-[1fr_26.5rem] grid-rows-[1fr_auto] max-md:block max-md:overflow-y-auto"
  >
    <div class="relative flex min-h-0 min-w-0 flex-col max-md:h-96">
      {#if views.length > 1}
        <Views
          value={view}
          options={views}
          label="how the fit is shown"
          class="shrink-0 px-5 pb-1"
          onset={(next) => {
            pointing.stop();
            chosen = next;
          }}
        />
      {/if}
      <div class="relative min-h-0 flex-1">
        {#if fit.error && !(view === "unrolled" && fit.unrolls) && view !== "parts"}
          <div class="p-8"><ErrorLine error={fit.error} /></div>
        {:else}
          {#if view === "parts"}
            <Stage
              project={project.id}
              report={pair}
              sketch={null}
              lit={null}
              part={fit.parts[0]}
              {units}
              first="apart"
            />
          {/if}
          {#if view === "parts"}{:else if view === "moving" && fit.motion}
            <MotionStage project={project.id} {fit} {report} {units} />
          {:else if view === "unrolled" && fit.unrolls}
            <div class="flex h-full flex-col">
              {#if fit.error}<div class="px-5"><ErrorLine error={fit.error} /></div>{/if}
              <div class="min-h-0 flex-1"><TrackDrawing {project} {fit} {units} /></div>
            </div>
          {:else if fit.section}
            <div class="h-full"><SectionDrawing {fit} {report} {units} /></div>
            <div class={["absolute right-3 h-44 w-52", dimensionHigh ? "bottom-2" : "top-0"]}>
              <Stage project={project.id} report={pair} lit={null} first="cut" small />
            </div>
          {/if}
        {/if}
      </div>
    </div>
    <div
      class="row-span-2 min-h-0 overflow-y-auto border-l border-rule bg-sheet px-5 py-3 max-md:border-l-0"
      bind:this={told}
      onfocusout={aloud.left}
    >
      {#if bad.length}
        <ul class="mb-3 border-b border-rule pb-2 text-small" aria-label="what is wrong with it">
          {#each bad as finding, index (index)}
            <li class="py-1">
              <span class={INK[finding.severity]} aria-hidden="true">{SHAPE[finding.severity]}</span
              >
              <span class="sr-only">{WORD[finding.severity]}:</span>
              {finding.message}
              {#if finding.remedy}<Remedy {project} {finding} />{/if}
            </li>
          {/each}
        </ul>
      {/if}
      <h3 class="text-small text-soft">It should feel</h3>
      <FeelDial {project} {fit} {report} />
      <p class="mt-2">
        Gap
        <NumberField
          field={{ ...fit.gap_field, text: textAt(project.document, fit.gap_field.path) }}
          dirty={textAt(project.document, fit.gap_field.path) !== fit.gap_text}
          {units}
          names={report.names}
          label="gap a side, empty to follow the feel"
          placeholder={fixedSize(fit.proposed_mm, units)}
          because={fit.gap_working.map(([what, how]) => `${what}: ${how}`).join("; ")}
          ahead={project}
          onset={(text) =>
            project.set(
              `fits.${name}.gap`,
              text,
              `${fit.label}: gap ${text || "as proposed"} a side`,
            )}
        />
        <span class="text-small text-soft"
          >{units} a side, {size(fit.across_mm ?? 0, units, units === "mm" ? 3 : 4)}
          {fit.doubled}{#if !fit.gap_text}, as the feel proposes{/if}</span
        >
        {#if fit.gap_text}
          <button
            class="word-button text-small"
            onclick={() => project.set(`fits.${name}.gap`, "", `${fit.label}: gap as proposed`)}
            >use the proposed {size(fit.proposed_mm, units)}</button
          >
        {/if}
      </p>
      {#if fit.gap_field.error}<ErrorLine error={fit.gap_field.error} text={fit.gap_text} />{/if}

      <div class="mt-2 leading-relaxed">
        <Sentence
          {project}
          pieces={aloud.current.sentence}
          fields={fit.fields}
          part={partFor}
          {words}
          names={[...report.names, ...fit.names]}
        /><More
          {project}
          clauses={aloud.current.more}
          fields={fit.fields}
          part={partFor}
          {words}
          open={more}
          names={[...report.names, ...fit.names]}
          onopen={(now) => (more = now)}
        />
      </div>
      {#if aloud.current.place.length}
        <div class="mt-1 leading-relaxed">
          It stands <Sentence
            {project}
            pieces={aloud.current.place}
            fields={fit.fields}
            part={partFor}
            {words}
          /><More
            {project}
            clauses={aloud.current.placeMore}
            fields={fit.fields}
            part={partFor}
            {words}
            open={moreOfPlace}
            onopen={(now) => (moreOfPlace = now)}
          />
        </div>
      {/if}
      {#each fit.fields.filter((field) => field.error) as field (field.name)}
        <ErrorLine error={field.error!} text={field.text} />
      {/each}

      <h3 class="mt-3 text-small text-soft">
        Working, mm{units === "in" ? ", what it comes to in inches too" : ""}
      </h3>
      <table class="w-full text-small">
        <tbody>
          {#each fit.gap_working as [what, how], index (index)}
            <tr
              ><td class="pr-3 align-baseline whitespace-nowrap text-soft">{what}</td><td
                class="figure text-right">{how}</td
              ></tr
            >
          {/each}
          {#each fit.working as line, index (index)}
            <tr
              ><td class="pr-3 align-baseline whitespace-nowrap text-soft">{line.label}</td><td
                class="figure text-right"
                >{line.formula} = {line.value_mm.toFixed(2)}{unit(
                  line,
                )}{#if units === "in" && line.unit === "mm"}, {size(line.value_mm, units)} in{/if}</td
              ></tr
            >
          {/each}
        </tbody>
      </table>

      <h3 class="mt-3 text-small text-soft">What follows, measured on the solids</h3>
      <ul class="text-small">
        {#each fit.pairs as pair, index (index)}
          <li>
            {pair.name} gap
            <span class="figure text-body"
              >{pair.measured_mm == null
                ? "not found"
                : size(pair.measured_mm, units, units === "mm" ? 3 : 4)}</span
            >{#if pair.measured_mm != null}<span class="unit">{units}</span>{/if}, asked {size(
              pair.asked_mm,
              units,
            )}
          </li>
        {/each}
        {#each fit.stack as one, index (index)}
          <li>
            {one.name} ± <span class="figure">{size(one.worst_mm, units)}</span> at worst, ±
            <span class="figure">{size(one.likely_mm, units)}</span> likely<span class="unit"
              >{units}</span
            >
            <span class="text-soft">({one.parts.map(([what]) => what).join(", ")})</span>
          </li>
        {/each}
        {#each findings.filter((one) => !one.shown_as_value && !isBad(one)) as finding, index (index)}
          <li>
            <span class={INK[finding.severity]} aria-hidden="true">{SHAPE[finding.severity]}</span>
            {finding.message}
          </li>
        {/each}
      </ul>
    </div>
    <div class="border-t border-ink pt-1">
      {#if fit.forecast}
        <ForecastCurve {fit} {report} {units} />
      {/if}
    </div>
  </main>
  <p class="sr-only" role="status">
    {#if bad.length}{bad[0]!.message}{:else}{fit.label}: gap {fit.gap_mm} millimetres a side,
      {percent(fit.chance ?? 0)} to be as asked{/if}
  </p>
{:else}
  <main class="grid flex-1 place-items-center">
    <p role="status">
      {#if project.document.fits.some((one) => one.name === name)}
        This fit is being built.
      {:else}
        There is no such fit in this project.
      {/if}
      <a class="text-tide underline" href="/p/{project.id}" onclick={inPlace}>Back to the desk</a>
    </p>
  </main>
{/if}

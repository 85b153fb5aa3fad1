<script lang="ts">
  import type { FieldView } from "../api/client";
  import type { Project } from "../project/project.svelte";
  import { fixedSize, percent, size } from "../project/units";
  import { address, inPlace } from "../route.svelte";
  import ErrorLine from "../sheet/ErrorLine.svelte";
  import NumberField from "../sheet/NumberField.svelte";
  import Stage from "../stage/Stage.svelte";
  import Mark from "../ui/Mark.svelte";
  import { INK, SHAPE } from "../ui/severity";
  import MovesField from "../sheet/MovesField.svelte";
  import FeelDial from "./FeelDial.svelte";
  import ForecastCurve from "./ForecastCurve.svelte";
  import MotionStage from "./MotionStage.svelte";
  import SectionDrawing from "./SectionDrawing.svelte";
  import TrackDrawing from "./TrackDrawing.svelte";

  let { project, name }: { project: Project; name: string } = $props();

  const report = $derived(project.shown);
  const fit = $derived(report.fits.find((one) => one.name === name));
  const units = $derived(project.document.units ?? "mm");
  const byName = $derived(new Map(fit?.fields.map((field) => [field.name, field])));
  let view = $state<"section" | "moving" | "unrolled">("section");
  const views = $derived([
    { view: "section" as const, word: "section" },
    ...(fit?.motion || (fit?.kind === "track" && fit.error)
      ? [{ view: "moving" as const, word: "moving" }]
      : []),
    ...(fit?.kind === "track" ? [{ view: "unrolled" as const, word: "unrolled" }] : []),
  ]);
  const places = (part: string) => report.parts.find((one) => one.name === part)?.places ?? [];
  function options(field: FieldView): string[] {
    if (field.name === "place_a.on") return places(fit!.parts[0]);
    if (field.name === "place_b.on") return ["", ...places(fit!.parts[1])];
    return field.choices ?? [];
  }
  /** Whether the gap is dimensioned in the upper half, so that the small picture goes below. */
  const dimensionHigh = $derived.by(() => {
    const one = fit?.section?.dimensions.find((dimension) => dimension.name === "side");
    if (!one || !fit?.section) return false;
    return one.start[1] > (fit.section.low[1] + fit.section.high[1]) / 2 - 0.05;
  });
  const unit = (line: { unit?: string }) =>
    !line.unit || line.unit === "mm" ? "" : ` ${line.unit}`;
  const findings = $derived(report.findings.filter((one) => one.fit === name));
  /** Only the two parts of this fit. */
  const pair = $derived({
    ...report,
    parts: report.parts.filter((one) => fit?.parts.includes(one.name)),
    fits: report.fits.filter((one) => one.name === name),
  });
  const label = (part: string) => report.parts.find((one) => one.name === part)?.label ?? part;

  function set(field: FieldView, text: string) {
    project.set(field.path, text, `${fit?.label}: ${field.label} ${field.text} → ${text}`);
  }

  function keys(event: KeyboardEvent) {
    const inField = (event.target as HTMLElement).matches("input, select");
    if (event.key === "Escape" && !inField) address.go(`/p/${project.id}`);
  }
</script>

<svelte:window onkeydown={keys} />

{#if fit}
  <section
    class="flex shrink-0 items-baseline gap-3 px-5 pt-2.5 pb-1"
    aria-label="which fit this is"
  >
    <h2 class="text-lead font-semibold">{fit.label || fit.title}</h2>
    <p class="text-small text-soft">
      {fit.kind} between {label(fit.parts[0])} and {label(fit.parts[1])};
      <select
        class="border-b border-dotted border-firm bg-transparent text-ink"
        aria-label="which part gives way for the gap"
        value={fit.gives_way}
        onchange={(event) =>
          project.set(
            `fits.${name}.gives_way`,
            event.currentTarget.value,
            `${fit.label}: ${event.currentTarget.value} gives way`,
          )}
      >
        <option value="outer">the outer part, {label(fit.parts[1])},</option>
        <option value="inner">the inner part, {label(fit.parts[0])},</option>
        <option value="half each">each, by half,</option>
      </select>
      gives way
    </p>
    <a class="word-button ml-auto text-small" href="/p/{project.id}" onclick={inPlace}
      >back to the desk <span class="key">Esc</span></a
    >
  </section>
  <main class="grid min-h-0 flex-1 grid-cols-[1fr_26.5rem] grid-rows-[1fr_auto]">
    <div class="relative min-h-0 min-w-0">
      {#if fit.error && !(view === "unrolled" && fit.kind === "track")}
        <div class="p-8"><ErrorLine error={fit.error} /></div>
      {:else}
        <div
          role="radiogroup"
          aria-label="how the fit is shown"
          class="absolute top-1 left-5 z-10 flex gap-4"
        >
          {#if views.length > 1}
            {#each views as item (item.view)}
              <button
                role="radio"
                aria-checked={view === item.view}
                class={[
                  "border-b-2 pb-0.5",
                  view === item.view
                    ? "border-ink font-semibold"
                    : "border-transparent hover:border-firm",
                ]}
                onclick={() => (view = item.view)}>{item.word}</button
              >
            {/each}
          {/if}
        </div>
        {#if view === "moving" && fit.motion}
          <MotionStage project={project.id} {fit} {report} {units} />
        {:else if view === "unrolled" && fit.kind === "track"}
          <div class="flex h-full flex-col pt-7">
            {#if fit.error}<div class="px-5"><ErrorLine error={fit.error} /></div>{/if}
            <div class="min-h-0 flex-1"><TrackDrawing {project} {fit} {units} /></div>
          </div>
        {:else if fit.section}
          <div class="h-full pt-6"><SectionDrawing {fit} {report} {units} /></div>
          <div class={["absolute right-3 h-44 w-52", dimensionHigh ? "bottom-2" : "top-0"]}>
            <Stage project={project.id} report={pair} lit={null} first="cut" small />
          </div>
        {/if}
      {/if}
    </div>
    <div class="row-span-2 min-h-0 overflow-y-auto border-l border-rule bg-sheet px-5 py-3">
      <h3 class="text-small text-soft">It should feel</h3>
      <FeelDial {project} {fit} {report} />
      <p class="mt-2">
        Gap
        <NumberField
          field={fit.gap_field}
          {units}
          names={report.names}
          label="gap a side, empty to follow the feel"
          placeholder={fixedSize(fit.proposed_mm, units)}
          onset={(text) =>
            project.set(
              `fits.${name}.gap`,
              text,
              `${fit.label}: gap ${text || "as proposed"} a side`,
            )}
        />
        <span class="text-small text-soft"
          >{units} a side, {size(fit.across_mm ?? 0, units, units === "mm" ? 3 : 4)} on the diameter{#if !fit.gap_text},
            as the feel proposes{/if}</span
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

      <p class="mt-2 leading-relaxed">
        {#each [...fit.sentence, ...(fit.place_words.length ? [{ text: ". It stands ", field: "" }, ...fit.place_words] : [])] as piece, index (index)}
          {@const field = byName.get(piece.field ?? "")}
          {#if !piece.field}{piece.text}{:else if field && options(field).length}<select
              class="border-b border-dotted border-firm bg-transparent"
              aria-label={field.label}
              value={field.text}
              onchange={(event) => set(field, event.currentTarget.value)}
              >{#each options(field) as option, index (index)}<option value={option}
                  >{option || "its own origin"}</option
                >{/each}</select
            >{:else if field?.kind === "moves"}<MovesField
              {field}
              onset={(text) => set(field, text)}
            />{:else if field}<NumberField
              {field}
              {units}
              names={[...report.names, "rim_wall", "rim_depth", "rim_width"]}
              onset={(text) => set(field, text)}
            />{/if}
        {/each}
      </p>
      {#each fit.fields.filter((field) => field.error) as field (field.name)}
        <ErrorLine error={field.error!} text={field.text} />
      {/each}

      <h3 class="mt-3 text-small text-soft">Working, mm</h3>
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
                >{line.formula} = {line.value_mm.toFixed(2)}{unit(line)}</td
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
                ? "none"
                : size(pair.measured_mm, units, units === "mm" ? 3 : 4)}</span
            ><span class="unit">{units}</span>, asked {size(pair.asked_mm, units)}
          </li>
        {/each}
        {#each fit.left as wall, index (index)}
          <li>
            {wall.what} left
            <span class="figure text-body">{size(wall.value_mm, units)}</span><span class="unit"
              >{units}</span
            >
            <Mark severity={wall.severity} />
            {wall.lines.toFixed(1)} lines
          </li>
        {/each}
        {#each fit.stack as one, index (index)}
          <li>
            {one.name} ± <span class="figure">{one.worst_mm.toFixed(2)}</span> at worst, ±
            <span class="figure">{one.likely_mm.toFixed(2)}</span> likely<span class="unit">mm</span
            >
            <span class="text-soft">({one.parts.map(([what]) => what).join(", ")})</span>
          </li>
        {/each}
        {#if fit.overlap_mm3 !== null}
          <li>
            {#if (fit.overlap_mm3 ?? 0) > 1e-3}<span class="text-brick"
                >■ the parts lie in each other by {fit.overlap_mm3?.toFixed(2)} mm³</span
              >{:else}the parts share no room{/if}
          </li>
        {/if}
        {#each findings.filter((one) => !["gap", "wall left", "overlap"].includes(one.check)) as finding, index (index)}
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
    {fit.label}: gap {fit.gap_mm} millimetres a side, {percent(fit.chance ?? 0)} to be as asked
  </p>
{:else}
  <main class="grid flex-1 place-items-center">
    <p>
      There is no such fit in this project.
      <a class="text-tide underline" href="/p/{project.id}" onclick={inPlace}>Back to the desk</a>
    </p>
  </main>
{/if}

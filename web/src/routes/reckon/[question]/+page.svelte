<!-- The reckoner: one question at a time, each with a picture that is the input. -->
<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { api, need } from '$lib/api/client';
  import AngleQuestion from '$lib/reckon/AngleQuestion.svelte';
  import FlightQuestion from '$lib/reckon/FlightQuestion.svelte';
  import GoalQuestion from '$lib/reckon/GoalQuestion.svelte';
  import RaceQuestion from '$lib/reckon/RaceQuestion.svelte';
  import RotationQuestion from '$lib/reckon/RotationQuestion.svelte';
  import TargetQuestion from '$lib/reckon/TargetQuestion.svelte';
  import TempoQuestion from '$lib/reckon/TempoQuestion.svelte';
  import { questions, type QuestionId } from '$lib/reckon/questions';
  import { typing } from '$lib/shell/keys';
  import Load from '$lib/shell/Load.svelte';

  const views = {
    flight: FlightQuestion,
    target: TargetQuestion,
    goal: GoalQuestion,
    race: RaceQuestion,
    angle: AngleQuestion,
    rotation: RotationQuestion,
    tempo: TempoQuestion
  };
  const here = $derived(questions.find((q) => q.id === page.params.question));
  const ask = async () => {
    const [courts, games] = await Promise.all([
      need(api.GET('/api/v1/courts')),
      need(api.GET('/api/v1/games'))
    ]);
    return { courts, games };
  };
  // Each question keeps its own place while the others are looked at.
  const left: Partial<Record<QuestionId, string>> = {};
  function open(id: QuestionId) {
    if (here) left[here.id] = location.search;
    void goto(`/reckon/${id}${left[id] ?? ''}`, { noScroll: true, keepFocus: true });
  }
  // On a small screen the tape is longer than the screen: bring the question into it.
  let rule: HTMLElement;
  $effect(() => {
    void here;
    rule.querySelector('[aria-current]')?.scrollIntoView({ inline: 'center', block: 'nearest' });
  });
  function key(e: KeyboardEvent) {
    if (typing(e) || e.ctrlKey || e.metaKey || e.altKey) return;
    const q = questions[Number(e.key) - 1];
    if (q) open(q.id);
  }
</script>

<svelte:head><title>{here?.short ?? 'Reckoner'} · Reckoner · Hodometer</title></svelte:head>
<svelte:window onkeydown={key} />

<main class="mx-auto max-w-[1280px] px-6 pt-3 pb-8">
  <nav aria-label="Questions" class="rule" bind:this={rule}>
    {#each questions as q, i (q.id)}
      <a
        href="/reckon/{q.id}"
        class="mark"
        class:here={q === here}
        aria-current={q === here ? 'page' : undefined}
        onclick={(e) => (e.preventDefault(), open(q.id))}
      >
        <span class="figures text-xs">{i + 1}</span>{q.short}
      </a>
    {/each}
  </nav>
  {#if here}
    {@const View = views[here.id]}
    <Load {ask}>
      {#snippet children(known)}
        {#key here.id}<View {...known} title={here.title} />{/key}
      {/snippet}
    </Load>
  {:else}
    <div class="py-10">
      <h1 class="text-2xl">This question does not exist</h1>
      <p class="mt-2">Choose a question above.</p>
    </div>
  {/if}
</main>

<style>
  /* The questions lie along a tape, one at every mark. */
  .rule {
    display: flex;
    overflow-x: auto;
    margin-bottom: 1rem;
    background:
      repeating-linear-gradient(90deg, var(--tape-ink) 0 1px, transparent 1px 1.1rem) bottom / 100% 0.3rem
        no-repeat,
      var(--tape);
    color: var(--tape-ink);
    border-radius: 0.25rem;
  }
  .mark {
    display: flex;
    flex: 1 0 auto;
    align-items: baseline;
    justify-content: center;
    gap: 0.4rem;
    padding: 0.45rem 0.8rem 0.6rem;
    border-left: 1px solid var(--tape-ink);
    white-space: nowrap;
  }
  .mark:first-child {
    border-left: 0;
  }
  .mark:hover {
    text-decoration: underline;
  }
  .mark.here {
    background: #1c2421;
    color: #f7f4ea;
    font-weight: 650;
  }
  .mark:focus-visible {
    outline-color: #1c2421;
    outline-offset: -4px;
  }
  .mark.here:focus-visible {
    outline-color: #d7ee2a;
  }
</style>

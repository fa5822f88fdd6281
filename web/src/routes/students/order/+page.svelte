<!-- A group sorted by its games: the order and how sure it is, even pairs, uneven races, whether more are needed. -->
<script lang="ts">
  import { page } from '$app/state';
  import { api, need, type Order } from '$lib/api/client';
  import { nextHour, open } from '$lib/lesson/create';
  import Load from '$lib/shell/Load.svelte';
  import { callNames } from '$lib/people/names';
  import { today } from '$lib/units/when';

  let wrong = $state('');
  let longest = $state(11);
  const ask = async () => {
    const groups = await need(api.GET('/api/v1/groups'));
    const group = groups.find((g) => g.id === page.url.searchParams.get('group'));
    const students =
      group?.students ?? page.url.searchParams.get('students')?.split(',').filter(Boolean) ?? [];
    if (students.length < 2)
      throw new Error('A ranking needs at least two students. Put them in a group first.');
    const order = await need(api.POST('/api/v1/students/order', { body: { students, longest } }));
    return { order, title: group?.name ?? 'These students', students };
  };
  const tenths = (p: number) => `${Math.round(10 * p)} in 10`;
  async function play(students: string[], title: string) {
    wrong = '';
    try {
      await open(
        await need(
          api.POST('/api/v1/lessons/shortRound', {
            body: { students, title: `${title}: ranking by games`, date: today(), start: nextHour() }
          })
        )
      );
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  /** From the weakest that may be to the strongest, for the bars. */
  const range = (o: Order) => {
    const low = Math.min(...o.places.map((p) => p.low));
    const high = Math.max(...o.places.map((p) => p.high));
    return (v: number) => (100 * (v - low)) / Math.max(0.001, high - low);
  };
</script>

<svelte:head><title>Ranking by games · Hodometer</title></svelte:head>

<Load {ask}>
  {#snippet children({ order: o, title, students })}
    {@const names = callNames(o.names)}
    {@const name = (i: number) => names[i] ?? ''}
    {@const x = range(o)}
    <main class="mx-auto max-w-[1100px] px-6 py-5">
      <p class="text-sm"><a class="hover:underline" href="/students#groups">‹ Groups</a></p>
      <div class="flex flex-wrap items-center gap-3">
        <h1 class="text-3xl"><bdi>{title}</bdi>: ranking by games</h1>
        <button type="button" class="btn ml-auto btn-primary" onclick={() => play(students, title)}
          >Play a short round</button
        >
      </div>
      {#if wrong}<p class="font-semibold text-error" role="alert">{wrong}</p>{/if}
      <p
        class="mt-2 border-l-6 bg-base-200 px-3 py-2 {o.enough ? 'border-success' : 'border-warning'}"
        role="status"
      >
        {#if o.enough}<strong>Enough games played.</strong> More games would hardly change this order.{:else}<strong
            >Not sure yet.</strong
          >
          {#if o.next.length}The most useful next games: {o.next
              .map(([a, b]) => `${name(a ?? 0)} against ${name(b ?? 0)}`)
              .join('; ')}.{/if}{/if}
      </p>
      <ol class="mt-4" aria-label="The order, strongest first">
        {#each o.places as p, i (p.player)}
          <li
            class="grid grid-cols-[2rem_8rem_1fr] items-center gap-3 py-1 md:grid-cols-[2rem_9rem_minmax(0,28rem)_1fr]"
          >
            <span class="figures text-lg font-semibold">{i + 1}</span>
            <a
              dir="auto"
              class="truncate text-lg font-semibold hover:underline"
              href="/students/{o.ids[p.player]}">{name(p.player)}</a
            >
            <svg viewBox="0 0 100 12" preserveAspectRatio="none" class="h-5 w-full" aria-hidden="true">
              <line x1="0" x2="100" y1="6" y2="6" class="scale" />
              <rect x={x(p.low)} width={Math.max(0.5, x(p.high) - x(p.low))} y="3" height="6" class="band" />
              <rect x={x(p.strength) - 0.6} width="1.2" y="0" height="12" class="now" />
            </svg>
            {#if i < o.places.length - 1}<span
                class="col-span-2 col-start-2 text-sm md:col-span-1 md:col-start-4"
                >{tenths(p.above)} chance that <bdi>{name(p.player)}</bdi> is stronger than
                <bdi>{name(o.places[i + 1]?.player ?? 0)}</bdi></span
              >{/if}
          </li>
        {/each}
      </ol>
      <div class="mt-6 grid gap-8 md:grid-cols-2">
        <section aria-label="Even pairs">
          <h2 class="border-t border-base-content pt-2 text-lg">Even pairs</h2>
          <ul>
            {#each o.pairs as pair, i (i)}<li class="py-0.5">{pair.map(name).join(' – ')}</li>{/each}
          </ul>
        </section>
        <section aria-label="Uneven races">
          <h2 class="border-t border-base-content pt-2 text-lg">Fair handicaps</h2>
          <label class="text-sm"
            >up to <select class="select w-20 border-base-content/60 select-xs" bind:value={longest}
              >{#each [7, 10, 11, 15, 21] as n (n)}<option value={n}>{n}</option>{/each}</select
            > points</label
          >
          <ul>
            {#each o.uneven as u (`${u.strong} ${u.weak}`)}<li class="py-0.5">
                <bdi>{name(u.strong)}</bdi> to <strong class="figures">{u.targets[0]}</strong>,
                <bdi>{name(u.weak)}</bdi>
                to
                <strong class="figures">{u.targets[1]}</strong>
                <span class="text-sm">(about {tenths(u.chance)} for <bdi>{name(u.strong)}</bdi>)</span>
              </li>{:else}<li class="py-0.5">
                No handicaps needed: these students are too close in strength.
              </li>{/each}
          </ul>
        </section>
      </div>
      <p class="mt-6 max-w-2xl text-sm">
        Estimated from rallies won against each other (Bradley–Terry), starting from each student’s level. The
        bar is the 80% range of the strength: with few games it is wide and the order may still change.
      </p>
    </main>
  {/snippet}
</Load>

<style>
  .scale {
    stroke: var(--color-base-300);
    stroke-width: 1;
  }
  .band {
    fill: color-mix(in oklab, var(--doing-feeding) 45%, transparent);
  }
  .now {
    fill: var(--color-base-content);
  }
</style>

<!-- Who signs in by name: added, disabled, given a new passphrase, and whose lessons go to another. -->
<script lang="ts">
  import { api, need, type ClubCoach } from '$lib/api/client';
  import { onMount } from 'svelte';
  import { door } from './door.svelte';

  /** Others may want to know them, to connect their phones. */
  let { change }: { change?: (all: ClubCoach[]) => void } = $props();
  const LEAST = 10; // characters of a passphrase
  let coaches = $state.raw<ClubCoach[]>([]);
  let [name, words] = $state(['', '']);
  let [wrong, said] = $state(['', '']);
  /** The coach who gets a new passphrase. */
  let anew = $state('');
  let next = $state('');
  /** Where the lessons of each go. */
  let to = $state<Record<string, string>>({});

  async function act(work: Promise<ClubCoach[]>, then = '') {
    [wrong, said] = ['', ''];
    try {
      coaches = await work;
      said = then;
      change?.(coaches);
      await door.look();
      return true;
    } catch (error) {
      wrong = (error as Error).message;
      return false;
    }
  }
  onMount(() => void act(need(api.GET('/api/v1/access/coaches'))));

  async function add(e: SubmitEvent) {
    e.preventDefault();
    const body = { name, passphrase: words };
    if (await act(need(api.POST('/api/v1/access/coaches', { body })), `${name} can sign in by name.`))
      [name, words] = ['', ''];
  }
  type Change = { name?: string; passphrase?: string; disabled?: boolean };
  const put = (c: ClubCoach, body: Change, then = '') =>
    act(need(api.PUT('/api/v1/access/coaches/{coach}', { params: { path: { coach: c.id } }, body })), then);
  const handOver = (c: ClubCoach, other: ClubCoach) =>
    act(
      need(
        api.POST('/api/v1/access/coaches/{coach}/lessons', {
          params: { path: { coach: c.id } },
          body: { to: other.id }
        })
      ),
      `${other.name} now gives the upcoming lessons of ${c.name}.`
    );
  async function setAnew(e: SubmitEvent, c: ClubCoach) {
    e.preventDefault();
    if (await put(c, { passphrase: next }, `New passphrase set for ${c.name}.`)) [anew, next] = ['', ''];
  }
  const others = (c: ClubCoach) => coaches.filter((o) => o.id !== c.id && !o.disabled);
</script>

<section aria-labelledby="coaches">
  <h2 id="coaches" class="text-xl">Coaches</h2>
  <p class="text-sm">
    Each signs in by name, on any device. A lesson says who gives it: who planned it, until you change that on
    the lesson’s page.
  </p>
  {#if wrong}<p class="font-semibold text-error" role="alert">{wrong}</p>{/if}
  {#if said}<p class="text-sm" role="status">{said}</p>{/if}
  <ul class="mt-1 divide-y divide-base-300">
    {#each coaches as c (c.id)}
      <li class="flex flex-wrap items-center gap-x-3 gap-y-1 py-2">
        <input
          dir="auto"
          class="written min-w-full flex-1 font-semibold sm:min-w-40"
          aria-label="Name of this coach"
          value={c.name}
          maxlength="60"
          onchange={(e) => e.currentTarget.value.trim() && put(c, { name: e.currentTarget.value.trim() })}
        />
        <span class="text-sm"
          >{c.disabled ? 'disabled · ' : ''}{c.ahead === 1
            ? '1 upcoming lesson'
            : `${c.ahead || 'no'} upcoming lessons`}</span
        >
        {#if c.ahead && others(c).length}
          <span class="join">
            <select
              class="select join-item w-32 border-base-content/60 select-sm"
              aria-label="Who takes over from {c.name}"
              value={to[c.id] ?? others(c)[0]!.id}
              onchange={(e) => (to[c.id] = e.currentTarget.value)}
              >{#each others(c) as o (o.id)}<option value={o.id}>{o.name}</option>{/each}</select
            >
            <button
              type="button"
              class="btn join-item btn-sm"
              aria-label="Hand over the lessons of {c.name}"
              onclick={() => handOver(c, others(c).find((o) => o.id === to[c.id]) ?? others(c)[0]!)}
              >Hand over</button
            >
          </span>
        {/if}
        {#if !c.disabled}<button
            type="button"
            class="btn btn-sm"
            aria-expanded={anew === c.id}
            aria-label="New passphrase for {c.name}"
            onclick={() => (anew = anew === c.id ? '' : c.id)}>New passphrase</button
          >{/if}
        <button
          type="button"
          class="btn btn-sm"
          aria-label="{c.disabled ? 'Let in' : 'Disable'} {c.name}"
          onclick={() =>
            put(c, { disabled: !c.disabled }, c.disabled ? '' : `${c.name} is signed out everywhere.`)}
          >{c.disabled ? 'Let in again' : 'Disable'}</button
        >
        {#if anew === c.id}
          <form class="flex w-full flex-wrap items-end gap-2" onsubmit={(e) => setAnew(e, c)}>
            <label class="block text-sm"
              >New passphrase for {c.name}, {LEAST} characters or more
              <input
                class="input block w-72 max-w-full border-base-content/60"
                type="password"
                autocomplete="new-password"
                minlength={LEAST}
                required
                bind:value={next}
              /></label
            >
            <button class="btn">Set</button>
          </form>
        {/if}
      </li>
    {/each}
  </ul>
  <form class="mt-2 flex flex-wrap items-end gap-2" onsubmit={add}>
    <label class="block text-sm"
      >Name
      <input
        dir="auto"
        class="input block w-48 border-base-content/60"
        autocomplete="off"
        maxlength="60"
        required
        bind:value={name}
      /></label
    >
    <label class="block text-sm"
      >First passphrase, {LEAST} characters or more
      <input
        class="input block w-60 max-w-full border-base-content/60"
        type="password"
        autocomplete="new-password"
        minlength={LEAST}
        required
        bind:value={words}
      /></label
    >
    <button class="btn">Add coach</button>
  </form>
</section>

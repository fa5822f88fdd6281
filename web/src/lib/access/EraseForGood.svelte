<!-- A student or a lesson taken out of the club for good: what goes, what stays, and what became of it. -->
<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Erased, Erasure } from '$lib/api/client';
  import Load from '$lib/shell/Load.svelte';
  import { door } from './door.svelte';

  let {
    find,
    erase,
    before,
    after,
    again = ''
  }: {
    /** What it is called, which is typed to go on. */
    find: () => Promise<string>;
    /** Erases it, or on a dry run says what would go; `by` repeats the name, and says which sentences change. */
    erase: (dryRun: boolean, by: Erasure) => Promise<Erased>;
    /** What to consider first, of what it is called. */
    before: Snippet<[string]>;
    /** What is still to be done. */
    after: Snippet;
    /** What something is called that was erased before. */
    again?: string;
  } = $props();

  const ask = async () => {
    const [name, would] = await Promise.all([find(), erase(true, { name: '' })]);
    ticked = would.sentences.filter((s) => s.changes).map((s) => s.before);
    return { name, would };
  };
  /** The sentences out of which the name is taken. */
  let ticked = $state<string[]>([]);
  let typed = $state('');
  let working = $state(false);
  let wrong = $state('');
  let done = $state.raw<Erased>();
  async function goOn() {
    [working, wrong] = [true, ''];
    try {
      done = await erase(false, { name: typed.trim(), sentences: ticked });
    } catch (e) {
      wrong = e instanceof Error ? e.message : String(e);
    }
    working = false;
  }
  const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();
</script>

<svelte:head><title>Erase for good · Hodometer</title></svelte:head>

{#snippet list(all: Erased['goes'])}
  <ul class="mt-1 space-y-0.5">
    {#each all as one (one.what)}<li class="flex gap-3">
        <span class="figures w-14 shrink-0 text-right">{one.number}</span><span>{one.what}</span>
      </li>{/each}
  </ul>
{/snippet}

{#snippet files(all: Erased['files'], is: boolean)}
  {#if all.length}
    <h2 class="mt-5 text-xl">The club’s other files</h2>
    <ul class="mt-1 space-y-0.5">
      {#each all as f (f.name)}<li>
          <code class="figures text-sm">{f.name}</code>: {f.does === 'removed'
            ? is
              ? 'removed'
              : 'will be removed'
            : is
              ? 'written anew without it'
              : 'will be written anew without it'}
        </li>{/each}
    </ul>
  {/if}
{/snippet}

<main class="mx-auto max-w-[760px] px-6 py-6">
  {#if !door.owner}<p>Only the owner of the club can erase for good.</p>
  {:else if done}
    <h1 class="text-3xl">Erased</h1>
    <p class="mt-1" role="status">
      {done.goes.length
        ? 'It is gone from the club’s file.'
        : 'Nothing was left to erase in the club’s file.'}
    </p>
    {@render files(done.files, true)}
    <h2 class="mt-5 text-xl">What you still have to do</h2>
    {@render after()}
  {:else}
    <Load {ask}>
      {#snippet children({ name, would })}
        {#if name === again}
          <h1 class="text-3xl">This was erased</h1>
          <p class="mt-1">Erase again if a backup was put back, or if it was interrupted.</p>
        {:else}
          <h1 class="text-3xl">Erase <span dir="auto">{name}</span> for good</h1>
        {/if}
        {@render before(name)}
        <div class="grid gap-x-10 sm:grid-cols-2">
          <section>
            <h2 class="mt-5 text-xl">What goes</h2>
            {@render list(would.goes)}
          </section>
          <section>
            <h2 class="mt-5 text-xl">What stays</h2>
            {@render list(would.stays)}
            {#if !would.stays.length}<p class="mt-1">Nothing.</p>{/if}
          </section>
        </div>
        {#if would.sentences.length}
          <section aria-labelledby="sentences">
            <h2 class="mt-5 text-xl" id="sentences">Where the name stands</h2>
            <p class="mt-1">
              The full name goes everywhere. A first name or a surname alone may be somebody else’s, or just a
              word: untick what is to stay.
            </p>
            <ul class="mt-2 max-h-96 divide-y divide-base-300 overflow-auto border-y border-base-300">
              {#each would.sentences as s (s.before)}
                <li>
                  <label class="flex min-h-11 items-start gap-3 py-2">
                    <input
                      type="checkbox"
                      class="checkbox mt-0.5 shrink-0 checkbox-sm"
                      value={s.before}
                      bind:group={ticked}
                    />
                    <span class="min-w-0 break-words" dir="auto">
                      {#if ticked.includes(s.before)}<s class="text-base-content/70">{s.before}</s>
                        <br />{s.after}
                      {:else}{s.before}{/if}
                      <span class="block text-sm text-base-content/80" dir="ltr">
                        {s.theirs ? 'From a lesson with them' : 'From elsewhere'}{s.places > 1
                          ? `, in ${s.places} places`
                          : ''}{s.always && !ticked.includes(s.before) ? '. Only the full name goes' : ''}
                      </span>
                    </span>
                  </label>
                </li>
              {/each}
            </ul>
          </section>
        {/if}
        {@render files(would.files, false)}
        <form
          class="mt-6 border-t border-base-content/40 pt-4"
          onsubmit={(e) => {
            e.preventDefault();
            if (same(typed, name)) void goOn();
          }}
        >
          <label class="block" for="confirm">Type the name to go on: <strong dir="auto">{name}</strong></label
          >
          <div class="mt-1 flex flex-wrap gap-2">
            <input id="confirm" dir="auto" class="input w-72" autocomplete="off" bind:value={typed} />
            <button type="submit" class="btn btn-error" disabled={working || !same(typed, name)}
              >{working ? 'Erasing…' : 'Erase for good'}</button
            >
          </div>
          {#if wrong}<p class="mt-2 text-error" role="alert">{wrong}</p>{/if}
        </form>
        <p class="mt-5 text-sm">
          Whether somebody may ask for this, and what must be kept, is a matter of local law and the club’s
          policy.
        </p>
      {/snippet}
    </Load>
  {/if}
</main>

<!-- A student taken out of the club for good: what goes, what stays, and once it is done, what became of it. -->
<script lang="ts">
  import { page } from '$app/state';
  import { api, need, type Erased } from '$lib/api/client';
  import { door } from '$lib/access/door.svelte';
  import { forgetStudent } from '$lib/device/packs';
  import Load from '$lib/shell/Load.svelte';
  import { callName } from '$lib/people/names';

  const id = $derived(page.params.id ?? '');
  const erase = (dryRun: boolean) =>
    need(
      api.POST('/api/v1/students/{student}/erase', { params: { path: { student: id }, query: { dryRun } } })
    );
  const ask = async () => {
    const [everybody, would] = await Promise.all([need(api.GET('/api/v1/students')), erase(true)]);
    return { name: everybody.find((s) => s.id === id)?.name ?? '', would };
  };
  let typed = $state('');
  let working = $state(false);
  let wrong = $state('');
  let done = $state.raw<Erased>();
  async function goOn() {
    [working, wrong] = [true, ''];
    try {
      done = await erase(false);
      await forgetStudent(id);
    } catch (e) {
      wrong = e instanceof Error ? e.message : String(e);
    }
    working = false;
  }
  const FORMER = 'Former student';
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
              ? 'written anew without the student'
              : 'will be written anew without the student'}
        </li>{/each}
    </ul>
  {/if}
{/snippet}

<main class="mx-auto max-w-[760px] px-6 py-6">
  {#if !door.owner}<p>Only the owner of the club can erase a student.</p>
  {:else if done}
    <h1 class="text-3xl">Erased</h1>
    <p class="mt-1" role="status">
      {done.goes.length
        ? 'No file of the club says who this student was.'
        : 'Nothing was left to erase in the club’s file.'}
    </p>
    {@render files(done.files, true)}
    <h2 class="mt-5 text-xl">What you still have to do</h2>
    <ul class="mt-1 list-disc space-y-1 pl-5">
      <li>
        Backups that you copied elsewhere, files you exported and pages you printed still hold the name.
      </li>
      <li>
        A phone that ran a lesson with the student keeps that lesson for up to 30 days. Signing out on the
        phone clears it at once.
      </li>
    </ul>
    <p class="mt-6"><a class="btn btn-sm" href="/students">All students</a></p>
  {:else}
    <Load {ask}>
      {#snippet children({ name, would })}
        {#if name === FORMER}
          <h1 class="text-3xl">This student was erased</h1>
          <p class="mt-1">Erase again if a backup was put back, or if it was interrupted.</p>
        {:else}
          <h1 class="text-3xl">Erase <span dir="auto">{name}</span> for good</h1>
          <p class="mt-1">
            This cannot be undone. To take {callName(name)} out of lists and keep the counts, archive instead.
          </p>
        {/if}
        <p class="mt-3">
          <a class="btn btn-sm" href="/api/v1/students/{id}/archive" download="student.zip"
            >Export everything about {callName(name)}</a
          > <span class="text-sm">A page to read and the data, for the student or a parent.</span>
        </p>
        <div class="grid gap-x-10 sm:grid-cols-2">
          <section>
            <h2 class="mt-5 text-xl">What goes</h2>
            {@render list(would.goes)}
          </section>
          <section>
            <h2 class="mt-5 text-xl">What stays, without the name</h2>
            {@render list(would.stays)}
            {#if !would.stays.length}<p class="mt-1">Nothing.</p>{/if}
          </section>
        </div>
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

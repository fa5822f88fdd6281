<!-- Counts of lessons that this club’s file does not have: the owner takes each in, or discards it. -->
<script lang="ts">
  import { api, done, need, type Aside } from '$lib/api/client';
  import { sayDay } from '$lib/units/when';

  let all = $state.raw<Aside[]>([]);
  let wrong = $state('');
  let busy = $state(false);
  async function look() {
    all = await need(api.GET('/api/v1/aside')).catch(() => all);
  }
  void look();
  async function decide(run: string, take: boolean) {
    [busy, wrong] = [true, ''];
    try {
      await done(api.POST('/api/v1/aside/{run}', { params: { path: { run } }, body: { take } }));
    } catch (e) {
      wrong = e instanceof Error ? e.message : String(e);
    }
    await look();
    busy = false;
  }
</script>

{#if all.length || wrong}
  <section aria-labelledby="aside">
    <h2 id="aside" class="text-xl">Counts of lessons that are not here</h2>
    <p class="mt-1 text-sm">
      A phone that may only count sent these. The lesson, its day and its students are as that phone says.
    </p>
    <ul class="mt-2 divide-y divide-base-300 border-y border-base-300">
      {#each all as a (a.run)}
        <li class="py-3">
          <p>
            <strong dir="auto">{a.title}</strong>, {sayDay(a.date)}:
            {a.events === 1 ? '1 entry' : `${a.events} entries`} from
            <span dir="auto">{a.device || 'a phone'}</span>
          </p>
          {#if a.students.length}<p class="text-sm" dir="auto">{a.students.join(', ')}</p>{/if}
          <p class="mt-2 flex gap-2">
            <button type="button" class="btn btn-sm" disabled={busy} onclick={() => decide(a.run, true)}
              >Add lesson to the log</button
            >
            <button type="button" class="btn btn-sm" disabled={busy} onclick={() => decide(a.run, false)}
              >Discard</button
            >
          </p>
        </li>
      {/each}
    </ul>
    {#if wrong}<p class="mt-2 text-error" role="alert">{wrong}</p>{/if}
  </section>
{/if}

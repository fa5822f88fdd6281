<!-- How long what was written about students is kept. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { api, done, need } from '$lib/api/client';

  const choices = [
    { months: 0, name: 'keep all' },
    { months: 6, name: '6 months' },
    { months: 12, name: 'a year' },
    { months: 24, name: '2 years' },
    { months: 36, name: '3 years' }
  ];
  let months = $state<number>();
  let wanted = $state<number>();
  let wrong = $state('');
  onMount(async () => {
    months = (await need(api.GET('/api/v1/retention'))).months;
  });
  const say = (n: number) => choices.find((c) => c.months === n)?.name ?? `${n} months`;
  async function keep(n: number) {
    wrong = '';
    try {
      await done(api.PUT('/api/v1/retention', { body: { months: n } }));
      months = n;
    } catch (e) {
      wrong = e instanceof Error ? e.message : String(e);
    }
    wanted = undefined;
  }
</script>

{#if months !== undefined}
  <p class="mt-1 text-sm">
    {months === 0
      ? 'Notes and observations of lessons are kept as long as the lessons.'
      : `Notes and observations of lessons are kept for ${say(months)}. Older ones are erased; what was counted stays.`}
  </p>
  <div class="mt-2 flex flex-wrap gap-2" role="group" aria-label="Keep notes">
    {#each choices as c (c.months)}<button
        type="button"
        class="btn btn-sm"
        aria-pressed={months === c.months}
        onclick={() => (c.months === 0 ? void keep(0) : (wanted = c.months))}>{c.name}</button
      >{/each}
  </div>
  {#if wanted}<div class="mt-3 text-sm" role="alert">
      <p>
        Everything written in lessons more than {say(wanted)} ago is erased now and cannot be brought back. Backups
        keep it until they are replaced.
      </p>
      <p class="mt-2 flex flex-wrap gap-2">
        <button type="button" class="btn btn-error btn-sm" onclick={() => wanted && keep(wanted)}
          >Erase older notes</button
        >
        <button type="button" class="btn btn-sm" onclick={() => (wanted = undefined)}>Keep them</button>
      </p>
    </div>{/if}
  {#if wrong}<p class="mt-1 text-sm text-error" role="alert">{wrong}</p>{/if}
{/if}

<script lang="ts">
  import { page } from '$app/state';
  import { api, need } from '$lib/api/client';
  import LadderScreen from '$lib/ladder/LadderScreen.svelte';
  import Load from '$lib/shell/Load.svelte';

  const id = $derived(page.params.id ?? '');
  const ask = async () => {
    const [all, drills] = await Promise.all([
      need(api.GET('/api/v1/ladders')),
      need(api.GET('/api/v1/drills'))
    ]);
    const found = all.find((l) => l.ladder.id === id);
    if (!found) throw new Error('This ladder does not exist. It may have been deleted. Nothing was changed.');
    return { ladder: found, drills };
  };
</script>

{#key id}
  <Load {ask}>
    {#snippet children(data)}<LadderScreen {...data} />{/snippet}
  </Load>
{/key}

<script lang="ts">
  import { page } from '$app/state';
  import { api, need } from '$lib/api/client';
  import Courtside from '$lib/run/Courtside.svelte';
  import Load from '$lib/shell/Load.svelte';

  const ask = () => need(api.GET('/api/v1/runs/{run}', { params: { path: { run: page.params.id ?? '' } } }));
</script>

<Load {ask}>
  {#snippet children(run)}{#key run.id}<Courtside {run} />{/key}{/snippet}
</Load>

<script lang="ts">
  import { page } from '$app/state';
  import { api, need } from '$lib/api/client';
  import RunPage from '$lib/run/RunPage.svelte';
  import Load from '$lib/shell/Load.svelte';

  const ask = () => need(api.GET('/api/v1/runs/{run}', { params: { path: { run: page.params.id ?? '' } } }));
</script>

<Load {ask}>
  {#snippet children(run)}{#key run.id}<RunPage {run} />{/key}{/snippet}
</Load>

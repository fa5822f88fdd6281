<script lang="ts">
  import { page } from '$app/state';
  import { api, need } from '$lib/api/client';
  import Courtside from '$lib/run/Courtside.svelte';
  import Load from '$lib/shell/Load.svelte';

  const ask = () => {
    const params = { path: { run: page.params.id ?? '' } };
    const lesson = page.url.searchParams.get('lesson');
    return lesson
      ? need(api.PUT('/api/v1/runs/{run}', { params, body: { lesson } }))
      : need(api.GET('/api/v1/runs/{run}', { params }));
  };
</script>

<Load {ask}>
  {#snippet children(run)}{#key run.id}<Courtside {run} />{/key}{/snippet}
</Load>

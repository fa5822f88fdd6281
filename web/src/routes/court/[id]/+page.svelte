<script lang="ts">
  import { page } from '$app/state';
  import { openRun } from '$lib/device/packs';
  import Courtside from '$lib/run/Courtside.svelte';
  import Load from '$lib/shell/Load.svelte';

  const ask = () => openRun(page.params.id ?? '', page.url.searchParams.get('lesson'));
</script>

<Load {ask}>
  {#snippet children(run)}{#key run.id}<Courtside {run} />{/key}{/snippet}
</Load>

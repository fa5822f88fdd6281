<script lang="ts">
  import { page } from '$app/state';
  import { api, need } from '$lib/api/client';
  import DrillScreen from '$lib/drill/DrillScreen.svelte';
  import Load from '$lib/shell/Load.svelte';

  const id = $derived(page.params.id ?? '');
  async function ask() {
    const [drill, courts, students] = await Promise.all([
      need(api.GET('/api/v1/drills/{drill}', { params: { path: { drill: id } } })),
      need(api.GET('/api/v1/courts')),
      need(api.GET('/api/v1/students'))
    ]);
    return { drill, courts, students };
  }
</script>

<Load {ask}>
  {#snippet children(data)}<DrillScreen {...data} />{/snippet}
</Load>

<!-- Puts the drill as it stands into a lesson to come, as a block of its own. -->
<script lang="ts">
  import { api, need, type Drill, type Lesson } from '$lib/api/client';
  import UseIn from '$lib/lesson/UseIn.svelte';
  import { settings } from '$lib/units/settings.svelte';

  let { drill }: { drill: Drill } = $props();
  async function put(lesson: Lesson): Promise<Lesson> {
    const { block, at } = await need(
      api.POST('/api/v1/lessons/place', { body: { lesson, drill, units: settings.units } })
    );
    return { ...lesson, blocks: lesson.blocks.toSpliced(at, 0, block) };
  }
</script>

<UseIn label="Put in a lesson" {put} strong />

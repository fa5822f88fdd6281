<script lang="ts">
  import { page } from '$app/state';
  import { api, need } from '$lib/api/client';
  import { freshLesson } from '$lib/lesson/create';
  import { firstSelected } from '$lib/lesson/editor.svelte';
  import LessonScreen from '$lib/lesson/LessonScreen.svelte';
  import Load from '$lib/shell/Load.svelte';
  import { settings } from '$lib/units/settings.svelte';
  import { untrack } from 'svelte';

  const id = $derived(page.params.id ?? '');
  async function ask() {
    const [lesson, courts, students, summary] = await Promise.all([
      Promise.resolve(
        freshLesson(id) ?? need(api.GET('/api/v1/lessons/{lesson}', { params: { path: { lesson: id } } }))
      ),
      need(api.GET('/api/v1/courts')),
      need(api.GET('/api/v1/students')),
      api.GET('/api/v1/lessons/{lesson}/summary', { params: { path: { lesson: id } } }).then((r) => r.data)
    ]);
    const [templates, plan] = await Promise.all([
      need(api.GET('/api/v1/courts/{court}/blocks', { params: { path: { court: lesson.court } } })),
      need(
        api.POST('/api/v1/lessons/check', {
          body: { lesson, units: untrack(() => settings.units), detail: firstSelected(lesson) ?? '' }
        })
      )
    ]);
    return { lesson, plan, courts, students, templates, summary };
  }
</script>

<Load {ask}>
  {#snippet children(data)}<LessonScreen {...data} />{/snippet}
</Load>

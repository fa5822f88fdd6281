<!-- Plan a lesson: who comes, and drafts. -->
<script lang="ts">
  import { page } from '$app/state';
  import PlanLesson from '$lib/lesson/PlanLesson.svelte';

  const students = page.url.searchParams.get('students')?.split(',').filter(Boolean) ?? [];
</script>

<svelte:head><title>Plan a lesson · Hodometer</title></svelte:head>

<PlanLesson {students} />

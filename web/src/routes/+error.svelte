<!-- What stands where a screen could not be read at all. -->
<script lang="ts">
  import { page } from '$app/state';
</script>

<div class="mx-auto max-w-xl p-10" role="alert">
  <h1 class="text-2xl">{page.status === 404 ? 'This page does not exist' : 'Could not load'}</h1>
  <p class="mt-2">{page.error?.message ?? ''}</p>
  <p class="mt-4 flex gap-2">
    <button type="button" class="btn btn-primary" onclick={() => location.reload()}>Try again</button>
    <a class="btn" href="/">Go to Today</a>
  </p>
</div>

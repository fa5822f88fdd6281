<!-- A phone that read the picture arrives here, the secret after the #. -->
<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import ComeIn from '$lib/access/ComeIn.svelte';

  const secret = $derived(decodeURIComponent(page.url.hash.slice(1)));
</script>

<ComeIn {secret} done={() => void goto('/', { replaceState: true })} />

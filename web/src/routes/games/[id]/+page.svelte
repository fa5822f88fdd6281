<script lang="ts">
  import { page } from '$app/state';
  import { api, need } from '$lib/api/client';
  import GameScreen from '$lib/game/GameScreen.svelte';
  import Load from '$lib/shell/Load.svelte';

  const ask = () =>
    need(api.GET('/api/v1/games/{game}', { params: { path: { game: page.params.id ?? '' } } }));
</script>

<Load {ask}>
  {#snippet children(game)}<GameScreen {game} />{/snippet}
</Load>

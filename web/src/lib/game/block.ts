import type { Block, Game } from '$lib/api/client';
import { v7 } from 'uuid';

/** What a block holds of a game of the shelf. */
export function matchOf(game: Game & { id?: string }): NonNullable<Block['match']> {
  return {
    rules: game.rules,
    start: game.start,
    cue: game.how,
    ...(game.players[0] === game.players[1] ? { side: game.players[0] } : { sizes: game.players }),
    game: game.id,
    sides: game.sides
  };
}

/** A block of a game, to put in a lesson. */
export const blockOf = (game: Game & { id?: string }): Block => ({
  id: v7(),
  kind: 'game',
  title: game.title,
  minutes: 15,
  match: matchOf(game)
});

import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { Caller as CallerClass } from './caller.svelte';

/** Tones as the audio clock was given them: when each is to sound, when it was given, and whether it was taken back. */
let given: { at: number; when: number; stopped: boolean }[] = [];
const clock = { currentTime: 0 };

let said: string[] = [];
vi.mock('./sound', () => ({
  unlock: () => clock,
  say: (words: string) => said.push(words),
  tone: (_: unknown, at: number) => {
    const t = { at, when: clock.currentTime, stopped: false };
    given.push(t);
    return { stop: () => (t.stopped = true) };
  }
}));
vi.mock('$lib/core/core', () => ({
  callKinds: async () => [{ id: 'beat', label: 'Metronome only', places: [] }],
  calls: async (ask: { seconds: number; minutes: number }) =>
    Array.from({ length: Math.floor((60 * ask.minutes) / ask.seconds) }, (_, i) => ({
      at: i * ask.seconds,
      place: -1
    }))
}));

let caller: CallerClass;
beforeEach(async () => {
  vi.useFakeTimers();
  clock.currentTime = 0;
  given = [];
  const { Caller } = await import('./caller.svelte');
  caller = new Caller();
});
afterEach(() => {
  caller.stop();
  vi.useRealTimers();
});
/** The wall's clock and the audio clock go on; the page looks only when it is let. */
function pass(seconds: number, stuck = 0) {
  clock.currentTime += stuck;
  for (let t = 0; t < seconds; t += 0.1) {
    clock.currentTime += 0.1;
    vi.advanceTimersByTime(100);
  }
}

test('a cue is said on the beats chosen, and on no other', async () => {
  said = [];
  caller.ask = { ...caller.ask, seconds: 1, minutes: 0.5 };
  caller.cue = 'Turn';
  await caller.start();
  pass(5);
  expect(said).toEqual([]); // no beat was chosen
  caller.cueEvery = 4;
  pass(16);
  expect(said).toEqual(['Turn', 'Turn', 'Turn', 'Turn']);
});

test('beats are given to the audio clock two seconds ahead and more, whatever the page does', async () => {
  await caller.start();
  pass(10);
  pass(20, 1.9); // the page stood still for that long
  const later = given.filter((t) => t.at > 3);
  expect(later.length).toBeGreaterThan(10);
  for (const t of later) expect(t.at - t.when, `the beat at ${t.at}`).toBeGreaterThan(2);
});

test('what was given ahead is taken back when the beat stops, and what was heard is not', async () => {
  await caller.start();
  pass(10);
  const now = clock.currentTime;
  caller.stop();
  expect(given.some((t) => t.at > now)).toBe(true);
  for (const t of given) expect(t.stopped, `the beat at ${t.at}, stopped at ${now}`).toBe(t.at > now);
});

test('another tempo begins anew, with nothing left of the one before', async () => {
  await caller.start();
  pass(6);
  const now = clock.currentTime;
  caller.ask = { ...caller.ask, seconds: 0.5 };
  await caller.start();
  pass(2);
  const left = given.filter((t) => !t.stopped && t.at > now).map((t) => t.at);
  expect(left.length).toBeGreaterThan(4);
  left.slice(1).forEach((at, i) => expect(at - left[i]!).toBeCloseTo(0.5, 6));
});

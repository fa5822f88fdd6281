import { beforeEach, expect, test, vi } from 'vitest';
import type { Machine } from '$lib/api/client';
import { Feeder, type Thrown } from './feeder.svelte';

/** A machine's end of the line. */
class Line {
  readyState = 1;
  said: { kind: string; since?: number }[] = [];
  onopen?: () => void;
  onmessage?: (e: { data: string }) => void;
  onclose?: () => void;
  send(text: string) {
    this.said.push(JSON.parse(text) as { kind: string });
  }
  close() {
    this.readyState = 3;
    this.onclose?.();
  }
  tell(...messages: object[]) {
    for (const m of messages) this.onmessage?.({ data: JSON.stringify(m) });
  }
  get kinds() {
    return this.said.map((m) => m.kind).filter((k) => k !== 'beat');
  }
}

const programme = { court: 'tennis', balls: [], setting: {} } as unknown as Machine['programme'];
const ball = (n: number) => ({ kind: 'ball', n, feed: 0, setting: { perMinute: 20 }, left: 100 - n });
let lines: Line[];
let heard: number[];
const kept = new Map<string, string>();
function feeder() {
  return new Feeder({ sport: 'tennis', client: 'run 1', onball: (b: Thrown) => heard.push(b.n) }, () => {
    const line = new Line();
    lines.push(line);
    queueMicrotask(() => line.onopen?.());
    return line as unknown as WebSocket;
  });
}
beforeEach(() => {
  lines = [];
  heard = [];
  kept.clear();
  vi.useFakeTimers();
  vi.stubGlobal('WebSocket', { OPEN: 1 });
  vi.stubGlobal('localStorage', {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => kept.set(k, v)
  });
});

async function started(f: Feeder, session = 'a') {
  f.start(programme);
  await Promise.resolve();
  const line = lines.at(-1)!;
  line.tell({ kind: 'hello', session }, { kind: 'loaded' }, { kind: 'counting', countdown: 3 });
  return line;
}

test('a machine starts after a countdown, and stopping it leaves nothing running', async () => {
  const f = feeder();
  const line = await started(f);
  expect(line.kinds).toEqual(['hello', 'load', 'start']);
  expect(f.state).toBe('counting');
  line.tell({ kind: 'running' }, ball(1));
  expect(f.state).toBe('feeding');
  expect(f.left).toBe(99);
  f.stop();
  expect(line.kinds.at(-1)).toBe('bye');
  expect(f.state).toBe('idle');
  // One that was on its way is counted; after its goodbye nothing runs.
  line.tell(ball(2), { kind: 'stop' }, { kind: 'bye' });
  expect(heard).toEqual([1, 2]);
  expect(line.readyState).toBe(3);
  vi.advanceTimersByTime(1300);
  expect(vi.getTimerCount()).toBe(0);
});

test('balls thrown while the line was cut are told afterwards and counted once', async () => {
  const f = feeder();
  const first = await started(f);
  first.tell({ kind: 'running' }, ball(1), ball(2));
  first.close();
  expect(f.why).toContain('was lost');
  const again = await started(f);
  expect(again.said[0]).toMatchObject({ kind: 'hello', since: 2 });
  again.tell(ball(2), ball(3), ball(4));
  expect(heard).toEqual([1, 2, 3, 4]);
  again.close();
  // Switched off and on it counts from one again.
  const anew = await started(f, 'b');
  anew.tell({ kind: 'running' }, ball(1));
  expect(heard).toEqual([1, 2, 3, 4, 1]);
});

test('a start that waits for the machine to be free again is stopped too', async () => {
  const f = feeder();
  const first = await started(f);
  first.tell({ kind: 'running' });
  f.stop();
  f.start(programme);
  await Promise.resolve();
  lines[1]!.tell({ kind: 'refused', why: 'Another device uses this machine.' });
  expect(f.state).toBe('connecting');
  f.stop();
  expect(f.state).toBe('idle');
  vi.advanceTimersByTime(5000);
  expect(lines).toHaveLength(2); // nobody connects, and so nothing starts
});

test('a machine that says nothing any more is told to stop', async () => {
  const f = feeder();
  const line = await started(f);
  line.tell({ kind: 'running' });
  vi.advanceTimersByTime(1600);
  expect(f.state).toBe('idle');
  expect(f.why).toContain('does not answer');
  expect(line.kinds.at(-1)).toBe('bye');
});

test('an empty hopper is refilled before it starts again', async () => {
  const f = feeder();
  const line = await started(f);
  line.tell({ kind: 'running' }, ball(1), { kind: 'empty', left: 0 });
  expect(f.why).toContain('empty');
  const again = await started(f);
  expect(again.kinds).toEqual(['hello', 'refill', 'load', 'start']);
});

test('what a machine cannot do is said, and it does not start', async () => {
  const f = feeder();
  f.start(programme);
  await Promise.resolve();
  lines[0]!.tell(
    { kind: 'hello', session: 'a' },
    { kind: 'refused', why: '90 balls a minute: this machine feeds 4 to 45.' }
  );
  expect(f.state).toBe('idle');
  expect(f.why).toContain('4 to 45');
});

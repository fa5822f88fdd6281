import { expect, test } from 'vitest';
import { Latest } from './latest.svelte';

test('only the newest question is answered while one is under way', async () => {
  const asked: number[] = [];
  const answer = new Latest<number>();
  let open = () => {};
  const gate = new Promise<void>((resolve) => (open = resolve));
  const ask = (n: number) => async () => {
    asked.push(n);
    await gate;
    return { data: n };
  };
  const first = answer.ask(ask(1));
  void answer.ask(ask(2));
  void answer.ask(ask(3));
  open();
  await first;
  expect(asked).toEqual([1, 3]);
  expect(answer.value).toBe(3);
  await answer.ask(() => Promise.resolve({ error: { detail: 'the aim lies off the court' } }));
  expect(answer.error).toBe('the aim lies off the court');
  expect(answer.value, 'the last answer stays').toBe(3);
});

test('nothing that was cleared comes back', async () => {
  const answer = new Latest<number>();
  let open = () => {};
  const gate = new Promise<void>((resolve) => (open = resolve));
  const under = answer.ask(async () => {
    await gate;
    return { data: 1 };
  });
  answer.clear();
  open();
  await under;
  expect(answer.value).toBeUndefined();
  expect(answer.error).toBe('');
});

test('who takes what is offered waits for the answer to what stands now', async () => {
  const answer = new Latest('to what stood before');
  void answer.ask(() => Promise.resolve({ data: 'to what stands now' }));
  expect(await answer.newest()).toBe('to what stands now');
  void answer.ask(() => Promise.resolve({ error: { detail: 'no network' } }));
  expect(await answer.newest(), 'none came').toBeUndefined();
});

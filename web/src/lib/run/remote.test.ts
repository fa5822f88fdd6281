import { expect, test } from 'vitest';
import { BOUNCE, once, type Press } from './remote';

const press = (button: string, remote = 'Keys'): Press => ({ remote, button });

test('a bounce and a key that repeats are one press, another button is another', () => {
  const heard: Press[] = [];
  let now = 1000;
  const tell = once(
    (p) => heard.push(p),
    () => now
  );
  tell(press('a'));
  for (let i = 0; i < 50; i++) {
    now += BOUNCE - 1; // held down for nine seconds
    tell(press('a'));
  }
  expect(heard).toHaveLength(1);
  tell(press('b'));
  tell(press('a', 'Gamepad 1'));
  expect(heard).toHaveLength(3);
  now += BOUNCE;
  tell(press('a'));
  expect(heard.at(-1)).toEqual(press('a'));
  expect(heard).toHaveLength(4);
});

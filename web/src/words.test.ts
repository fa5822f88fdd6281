import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { banned, phrases } from '../scripts/plain.mjs';
import { everything, visible } from '../scripts/visible.mjs';

const all = everything('src');
const where = (v: { file: string; line: number; text: string }) => `${v.file}:${v.line} ${v.text}`;

// Units stand beside a figure; these have one letter.
const unit = /^(\d+ )?([sm]|°C)[.,]?$/;

test('every visible string is found', () => {
  expect(all.length).toBeGreaterThan(1500);
  const said = (source: string) => visible(source, 'X.svelte').map((v: { text: string }) => v.text);
  expect(said('<p>Press <b>{n}</b> now</p>')).toEqual(['Press {} now']);
  expect(said('<button aria-label={open ? "Close it" : `Open ${n}`}>x</button>')).toEqual([
    'Close it',
    'Open {}',
    'x'
  ]);
  expect(visible('const wrong = { label: "No", at: 3 };', 'x.ts').map((v) => v.text)).toEqual(['No']);
});

test('no visible string has fewer than two letters', () => {
  const short = all.filter(
    (v) => v.where !== 'id' && !v.text.includes('{}') && v.text.replace(/\P{L}/gu, '').length === 1
  );
  // Sides of a game and partners of a pair are called A and B until they have names.
  expect(short.filter((v) => !unit.test(v.text) && !/^[ABD]$|^\+ ?[AB]/.test(v.text)).map(where)).toEqual([]);
});

test('no id is shown', () => {
  expect(all.filter((v) => v.where === 'id').map(where)).toEqual([]);
  const camel = all.filter((v) => v.where !== 'script' && /(^|[^A-Za-z{}-])[a-z]+[A-Z][a-z]+/.test(v.text));
  expect(camel.map(where)).toEqual([]);
});

test('no script compares a visible word', () => {
  const said = new Set(
    all.filter((v) => /[a-z]{2} [a-z]/i.test(v.text) && !v.text.includes('{}')).map((v) => v.text)
  );
  const compared = [...new Set(all.map((v) => v.file))].flatMap((file) =>
    [
      ...readFileSync(`src/${file}`, 'utf8').matchAll(
        /(?:[!=]==? |startsWith\(|endsWith\(|includes\()'([^'\n]+)'/g
      )
    ]
      .filter((m) => said.has(m[1]!))
      .map((m) => `${file}: ${m[0]}`)
  );
  expect(compared).toEqual([]);
});

test('days and times are written by our own code', () => {
  const own = everything('src')
    .map((v) => v.file)
    .filter((file) => file !== 'lib/units/zone.ts'); // asks which place it is, not how a day is written
  const browser = [...new Set(own)].filter((file) =>
    /toLocale(Date|Time)?String|Intl\./.test(readFileSync(`src/${file}`, 'utf8'))
  );
  expect(browser).toEqual([]);
});

test('a banned phrase is found where a person reads it, and only there', () => {
  const list = phrases('# why\nbroken off -> unfinished\n');
  const lines = (source: string, file: string) => banned(list, source, file).map((b) => b.line);
  expect(lines('// broken off\nfail("It was broken " +\n\t"off")', 'x.go')).toEqual([2]);
  expect(lines('<!-- broken off -->\n<p>Game <b>broken</b> off</p>', 'X.svelte')).toEqual([2]);
  expect(lines('one\nBroken\noff', 'x.md')).toEqual([2]);
  expect(lines('# Broken\noffset', 'x.md')).toEqual([]);
});

// Rejects the phrases of docs/words.txt in whatever a person reads: screens, messages, shipped documents, docs.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { visible } from './visible.mjs';

/** The phrases of a list, one a line: "phrase -> what to write instead". */
export function phrases(list) {
  return list
    .split('\n')
    .filter((l) => l.includes(' -> ') && !l.startsWith('#'))
    .map((l) => {
      const [phrase, instead] = l.split(' -> ').map((p) => p.trim());
      const words = phrase.split(' ').map((w) => w.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'));
      const first = words[0][0];
      words[0] = `[${first.toLowerCase()}${first.toUpperCase()}]${words[0].slice(1)}`;
      return { phrase, instead, is: new RegExp(`(?<!\\w)${words.join('\\s+')}(?!\\w)`, 'g') };
    });
}

/** What is read of a file: the strings of a program, all of a document. */
export function read(source, file) {
  if (/\.(svelte|ts)$/.test(file)) return visible(source, file);
  if (!file.endsWith('.go')) return [{ line: 1, text: source }];
  const out = [];
  // A comment is skipped as a whole, so that a quote in it opens nothing; two literals that are added are one text.
  const piece = /"(?:[^"\\\n]|\\.)*"|`[^`]*`/;
  const token = new RegExp(
    `//[^\\n]*|/\\*[\\s\\S]*?\\*/|'(?:[^'\\\\]|\\\\.)+'|((?:${piece.source})(?:\\s*\\+\\s*(?:${piece.source}))*)`,
    'g'
  );
  for (const m of source.matchAll(token))
    if (m[1])
      out.push({
        line: source.slice(0, m.index).split('\n').length,
        text: m[1].replace(/["`]\s*\+\s*["`]/g, '').replace(/^["`]|["`]$/g, '')
      });
  return out;
}

/** Every banned phrase of a file, with its line. */
export function banned(list, source, file) {
  return read(source, file).flatMap(({ line, text }) =>
    list.flatMap((p) =>
      [...text.matchAll(p.is)].map((m) => ({
        line: line + text.slice(0, m.index).split('\n').length - 1,
        phrase: p.phrase,
        instead: p.instead
      }))
    )
  );
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const root = join(dirname(fileURLToPath(import.meta.url)), '../..');
  const list = phrases(readFileSync(join(root, 'docs/words.txt'), 'utf8'));
  const where = ['web/src', 'web/static', 'core', 'internal', 'cmd', 'README.md', 'CONTRIBUTING.md', 'docs'];
  const files = execFileSync(
    'git',
    ['ls-files', '--cached', '--others', '--exclude-standard', '--', ...where],
    {
      cwd: root,
      encoding: 'utf8'
    }
  )
    .split('\n')
    .filter((f) => /\.(svelte|ts|go|json|html|js|md|yaml)$/.test(f))
    // Words of an earlier version are kept to read its files; generated files follow their sources.
    .filter(
      (f) =>
        !/_test\.go$|\.test\.ts$|\.gen\.go$|\/gen\/|\.d\.ts$|testdata|wasm_exec|core\/drill\/kept\.go/.test(f)
    );
  const found = files.flatMap((file) =>
    banned(list, readFileSync(join(root, file), 'utf8'), file).map((b) => ({ file, ...b }))
  );
  for (const b of found)
    console.error(`${b.file}:${b.line}: “${b.phrase}” has to be read twice: ${b.instead}`);
  if (found.length) process.exit(1);
  console.log(`plain words: none of ${list.length} phrases in ${files.length} files`);
}

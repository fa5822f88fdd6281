import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import adapter from '@sveltejs/adapter-static';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** What the build is made of: the same sources make the same build, wherever and whenever. */
function digest() {
  const sum = createHash('sha256');
  for (const root of ['package-lock.json', 'src', 'static']) {
    const files = statSync(root).isDirectory()
      ? readdirSync(root, { recursive: true }).map((name) => join(root, String(name)))
      : [root];
    for (const file of files.filter((name) => statSync(name).isFile()).sort()) {
      sum.update(file).update(readFileSync(file));
    }
  }
  return sum.digest('hex').slice(0, 16);
}

/** @type {import('@sveltejs/kit').Config} */
export default {
  preprocess: vitePreprocess(),
  kit: { adapter: adapter({ fallback: 'index.html' }), alias: {}, version: { name: digest() } }
};

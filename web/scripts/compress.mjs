// Compresses what the build wrote, so that the server sends it as it is: brotli for who
// reads it, gzip for everybody else. The core for the browser is kept in no other form;
// compressing it takes long, so what it came to is remembered by its content.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { extname, join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

const packed = new Set(['.js', '.css', '.html', '.svg', '.json', '.webmanifest', '.wasm']);
const keep = 'node_modules/.cache/compressed';
mkdirSync(keep, { recursive: true });

function* files(dir) {
  for (const name of readdirSync(dir)) {
    const path = join(dir, name);
    if (statSync(path).isDirectory()) yield* files(path);
    else yield path;
  }
}
const ways = {
  '.br': (data) =>
    brotliCompressSync(data, {
      params: {
        [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY,
        [constants.BROTLI_PARAM_LGWIN]: 24,
        [constants.BROTLI_PARAM_SIZE_HINT]: data.length
      }
    }),
  '.gz': (data) => gzipSync(data, { level: 9 })
};
for (const path of files('build')) {
  if (!packed.has(extname(path))) continue;
  const data = readFileSync(path);
  const core = extname(path) === '.wasm';
  if (data.length < 1024 && !core) continue;
  for (const [suffix, pack] of Object.entries(ways)) {
    const kept = join(keep, createHash('sha256').update(data).digest('hex') + suffix);
    if (!existsSync(kept)) writeFileSync(kept, pack(data));
    const small = readFileSync(kept);
    writeFileSync(path + suffix, small);
    if (core) console.log(`${path}${suffix}: ${small.length} bytes of ${data.length}`);
  }
  if (core) rmSync(path);
}

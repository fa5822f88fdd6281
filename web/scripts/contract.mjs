// Writes the schema of a counts file, with all that it refers to, out of the contract: what a device takes in
// from a file is checked against it.
import { readFileSync, writeFileSync } from 'node:fs';
import { load } from 'js-yaml';

const schemas = load(readFileSync('../internal/api/openapi.yaml', 'utf8')).components.schemas;
const definitions = {};

/** A schema of OpenAPI 3.0 as one of JSON Schema, draft 7; what it refers to is noted. */
function plain(value) {
  if (Array.isArray(value)) return value.map(plain);
  if (typeof value !== 'object' || value === null) return value;
  if (value.$ref) {
    const name = value.$ref.split('/').at(-1);
    if (!(name in definitions)) {
      definitions[name] = {};
      definitions[name] = plain(schemas[name]);
    }
    return { $ref: `#/definitions/${name}` };
  }
  const out = {};
  for (const [key, v] of Object.entries(value)) {
    if (key.startsWith('x-') || ['description', 'example', 'default', 'nullable'].includes(key)) continue;
    out[key] =
      key === 'properties' ? Object.fromEntries(Object.entries(v).map(([k, p]) => [k, plain(p)])) : plain(v);
  }
  if (value.nullable && typeof out.type === 'string') out.type = [out.type, 'null'];
  return out;
}

const counts = plain(schemas.CountsFile);
writeFileSync('src/lib/api/counts.schema.json', JSON.stringify({ ...counts, definitions }) + '\n');

import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from '@jest/globals';
import { formatSchemas } from './json-schemas.ts';

const FORMATS = join(import.meta.dirname, '../../../docs/formats');

describe('the open formats', () => {
  it('are documented one by one, and by nothing else', () => {
    expect([...formatSchemas().keys()].sort()).toEqual(readdirSync(FORMATS).sort());
  });

  // `node scripts/formats.mjs` writes them anew: others read and write files by them.
  it.each([...formatSchemas()])('%s says every field and every limit as it is checked', (name, schema) => {
    expect(JSON.parse(JSON.stringify(schema))).toEqual(JSON.parse(readFileSync(join(FORMATS, name), 'utf8')));
  });
});

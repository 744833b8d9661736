import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from '@jest/globals';
import { accountOf } from './account.testing.ts';
import { REFERENCE_GADGETS } from './gadgets.testing.ts';

const ACCOUNTS = join(import.meta.dirname, 'accounts');

/** `WRITE_ACCOUNTS=1` writes them anew: what then differs is what a change does to gadgets, to be read before it is kept. */
const isWriting = process.env.WRITE_ACCOUNTS === '1';

describe('everything said of a gadget', () => {
  it.each(REFERENCE_GADGETS.map((gadget) => [gadget.id, gadget] as const))('%s: as it was when it was last read through', (id, gadget) => {
    const path = join(ACCOUNTS, `${id}.txt`);
    const account = accountOf(gadget);
    if (isWriting) writeFileSync(path, account);
    expect(account.split('\n')).toEqual(readFileSync(path, 'utf8').split('\n'));
  });
});

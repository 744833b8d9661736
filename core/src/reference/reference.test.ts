import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from '@jest/globals';
import { accountOf } from './account.testing.ts';
import { REFERENCE_GADGETS } from './gadgets.testing.ts';
import { REFERENCE_TABLES } from './tables.testing.ts';

const ACCOUNTS = join(import.meta.dirname, 'accounts');

/** `WRITE_ACCOUNTS=1` writes them anew: what then differs is what a change does to gadgets, to be read before it is kept. */
const isWriting = process.env.WRITE_ACCOUNTS === '1';

/** Thin and no-break spaces cannot be told from others in a listing. */
const plain = (text: string) => text.replaceAll(/[\u2009\u00a0\u202f]/g, ' ');

function expectAsRead(name: string, account: string) {
  const path = join(ACCOUNTS, `${name}.txt`);
  if (isWriting) writeFileSync(path, account);
  // Nobody reads 1.0e+2 % or 4.2e+4 h.
  expect(account).not.toMatch(/\de\+\d/);
  expect(account.split('\n')).toEqual(readFileSync(path, 'utf8').split('\n'));
}

describe('everything said of a gadget', () => {
  it.each(REFERENCE_GADGETS.map((gadget) => [gadget.id, gadget] as const))('%s: as it was when it was last read through', (id, gadget) => {
    expectAsRead(id, plain(accountOf(gadget)));
  });
});

describe('what comes of what is given', () => {
  it.each(REFERENCE_TABLES)('%s: as it was when it was last read through', (name, lines) => {
    expectAsRead(name, plain(`${lines().join('\n')}\n`));
  });
});

// The tests of the core in one process: what '@jest/globals' gives them, with no module loaded anew for each file.
import { expect } from 'expect';
import { bind } from 'jest-each';

/** Every test, in the order of declaration. */
export const tests = [];
let file = '';
let path = [];

export function beginFile(name) {
  file = name;
  path = [];
}

const describe = (title, body) => {
  path.push(title);
  body();
  path.pop();
};
const it = (title, body) => tests.push({ file, title: [...path, title].join(' > '), body });
describe.each = bind(describe, false);
it.each = bind(it, false);

export { describe, expect, it };

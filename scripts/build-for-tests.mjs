import { ensureBuilt } from './steps.mjs';

/** What suites take from other packages is built anew where its source has changed. */
export default function buildForTests() {
  ensureBuilt(['core', 'print']);
}

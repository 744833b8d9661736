import { jest } from '@jest/globals';

/** A test of a busy machine takes its time: the limit is there for what hangs. */
jest.setTimeout(300_000);

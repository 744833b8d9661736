import { rmSync } from 'node:fs';
import { afterAll, beforeAll, expect } from '@jest/globals';
import type { Browser, Page } from 'puppeteer-core';
import { onPostgres, removeDatabases } from './data-place.ts';
import { makeSpecimen, newFolder, openBrowser, openPage, type RunningApp, startApp } from './harness.ts';
import { copyPreparedDemo } from './prepared-demo.ts';

/** The application in a folder of its own, and a browser on it, for the tests of one file. */
export class Bench {
  /** What the first page wrote into its console as errors. */
  readonly complaints: string[] = [];
  app!: RunningApp;
  browser!: Browser;
  page!: Page;
}

interface BenchOptions {
  /** Named so, a new specimen is opened; else the first page stays at the shelf. */
  readonly specimen?: string;
  /** No page is opened. */
  readonly bare?: boolean;
  /** Complaints that belong to what is tested: a refusal of the server is one too. */
  readonly forgiven?: RegExp;
}

/** Begins before the tests of a file, and ends after them; a complaint that nothing forgives fails the file. */
export function useBench(script: 'demo' | 'start', { specimen, bare = false, forgiven }: BenchOptions = {}): Bench {
  const bench = new Bench();
  const folder = newFolder();
  // What goes on after the file was given up would bring down the whole run.
  let ended = false;
  const untilEnded = () => {
    if (ended) throw new Error('The file was given up before its bench was ready.');
  };
  beforeAll(async () => {
    if (script === 'demo' && !onPostgres) await copyPreparedDemo(folder);
    bench.app = await startApp(script, folder);
    untilEnded();
    bench.browser = await openBrowser();
    untilEnded();
    if (bare) return;
    bench.page = await openPage(bench.browser, `${bench.app.url}/`, bench.complaints);
    if (specimen !== undefined) await makeSpecimen(bench.page, specimen);
  });
  afterAll(async () => {
    ended = true;
    await bench.browser?.close();
    await bench.app?.stop();
    removeDatabases();
    rmSync(folder, { recursive: true, force: true });
    expect(bench.complaints.filter((text) => !forgiven?.test(text))).toEqual([]);
  });
  return bench;
}

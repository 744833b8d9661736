import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from 'puppeteer-core';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface Violation {
  id: string;
  impact: string;
  nodes: { html: string }[];
}

/** What is seriously or critically wrong for people who cannot see or point; empty where nothing is. */
export function axeFindings(page: Page): Promise<string[]> {
  return findingsOf(page, "{ resultTypes: ['violations'] }");
}

/** Texts that stand out too little from what is behind them: all that another theme can change. */
export function contrastFindings(page: Page): Promise<string[]> {
  return findingsOf(page, "{ resultTypes: ['violations'], runOnly: ['color-contrast'] }");
}

async function findingsOf(page: Page, options: string): Promise<string[]> {
  if (!(await page.evaluate("'axe' in window"))) await page.evaluate(AXE);
  const violations = (await page.evaluate(`axe.run(${options}).then((result) => result.violations)`)) as Violation[];
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes[0]?.html.slice(0, 160)}`);
}

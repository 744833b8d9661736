import { readdirSync, readFileSync } from 'node:fs';
import { appraise, driveDetails, judge, parseTape, replay, SpecimenAnalyses } from '@mindful-probe/core';

/** How many circuits one look at the Drive stage of a specimen asks to be solved, and how many of them are. */
export interface Analysed {
  readonly name: string;
  readonly asked: number;
  readonly solved: number;
}

const FOLDER = new URL('../../demo/specimens/', import.meta.url);
/** The demo specimens on mains, which take longest. */
const NAMES = /mirror|panel/;

/** Everything that the Drive stage shows, from a tape on. */
export function countSolutions(): readonly Analysed[] {
  return readdirSync(FOLDER)
    .filter((name) => NAMES.test(name))
    .map((name) => {
      const parsed = parseTape(JSON.parse(readFileSync(new URL(name, FOLDER), 'utf8')));
      if (!parsed.ok) throw new Error(`${name}: ${parsed.error.message}`);
      const { last, cache } = new SpecimenAnalyses(replay(parsed.value.entries));
      appraise(last);
      judge(last);
      driveDetails(last);
      return { name: name.replace('.tape.json', ''), ...cache.counts };
    });
}

import { setTimeout } from 'node:timers/promises';
import { describe, expect, it } from '@jest/globals';
import { type Observable, Subject } from 'rxjs';
import type { AnalysesService } from '../src/analyses/analyses.service.ts';
import { ShelfService } from '../src/specimens/shelf.service.ts';
import type { SpecimensRepository } from '../src/specimens/specimens.repository.ts';
import type { SummariesRepository } from '../src/specimens/summaries.repository.ts';
import type { TapeEvent, TapeFeed } from '../src/specimens/tape-feed.ts';

const ROW_MS = 60;
/** One more than are ever worked out at once. */
const SPECIMENS = 5;

/** A shelf on which each row takes so long, and when each was begun. */
function shelf() {
  const landed = new Subject<TapeEvent>();
  const begunMs: number[] = [];
  const service = new ShelfService(
    { tapeText: async () => ({ lastSeq: 1, json: '[]' }) } as unknown as SpecimensRepository,
    { put: async () => undefined } as unknown as SummariesRepository,
    { all: (): Observable<TapeEvent> => landed } as unknown as TapeFeed,
    {
      summarise: async () => {
        begunMs.push(performance.now());
        await setTimeout(ROW_MS);
        return {};
      },
    } as unknown as AnalysesService,
  );
  service.onModuleInit();
  const land = (specimenId: string) => landed.next({ specimenId, lines: [{ seq: 1, entry: {} as never }] });
  return { service, begunMs, land };
}

describe('rows of the shelf', () => {
  it('rest four times as long as they take while somebody enters', async () => {
    const { service, begunMs, land } = shelf();
    for (let index = 0; index < SPECIMENS; index++) land(`lamp-${index}`);
    // Never pausing, so that its own row waits.
    for (let turn = 0; turn < 100 && begunMs.length < SPECIMENS; turn++) {
      land('lamp-entered-now');
      await setTimeout(20);
    }
    service.onModuleDestroy();
    expect(begunMs).toHaveLength(SPECIMENS);
    expect((begunMs.at(-1) ?? 0) - (begunMs[0] ?? 0)).toBeGreaterThan(5 * ROW_MS - 5);
  });

  it('do not rest once nobody enters', async () => {
    const { service, begunMs, land } = shelf();
    for (let index = 0; index < SPECIMENS; index++) land(`lamp-${index}`);
    await setTimeout(100);
    for (let turn = 0; turn < 100 && begunMs.length < SPECIMENS; turn++) await setTimeout(20);
    service.onModuleDestroy();
    expect(begunMs).toHaveLength(SPECIMENS);
    const gapsMs = begunMs.slice(1).map((ms, index) => ms - (begunMs[index] ?? 0));
    expect(Math.min(...gapsMs)).toBeLessThan(3 * ROW_MS);
  });
});

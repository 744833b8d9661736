import type { Circuit } from '../circuit/index.ts';
import type { Specimen } from './replay.ts';

/** What Opening learnt of how the thing is built, as the safety rules want it. */
export function constructionOf({ facts }: Specimen): NonNullable<Circuit['construction']> {
  const body = facts.get('case');
  const earth = facts.get('earth');
  const cells = facts.get('cells-protected');
  return {
    ...((body === 'metal' || body === 'plastic' || body === 'glass') && { case: body }),
    ...(earth !== undefined && { earthed: earth === 'present and connected' }),
    ...((cells === 'with protection' || cells === 'without protection') && { cellsProtected: cells === 'with protection' }),
  };
}

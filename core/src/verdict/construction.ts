import { alternatingSource, type Circuit } from '../circuit/index.ts';
import { isFuse } from '../safety/index.ts';
import type { Specimen } from '../tape/index.ts';

/** What Opening learnt of how the thing is built, as the safety rules want it. */
export function constructionOf({ facts, circuit }: Specimen): NonNullable<Circuit['construction']> {
  const body = facts.get('case');
  const earth = facts.get('earth');
  const cells = facts.get('cells-protected');
  const insulation = facts.get('insulation');
  const livePin = livePinOf(circuit, facts.get('fuse-lead'));
  return {
    ...((body === 'metal' || body === 'plastic' || body === 'glass') && { case: body }),
    ...(earth !== undefined && { earthed: earth === 'present and connected' }),
    ...(insulation !== undefined && {
      insulation: insulation === '6 mm or more, or two layers' ? ('double' as const) : ('basic' as const),
    }),
    ...((cells === 'with protection' || cells === 'without protection') && { cellsProtected: cells === 'with protection' }),
    ...(livePin !== undefined && { livePin }),
  };
}

/** The live net of mains, from which lead the fuse was seen in. */
function livePinOf(circuit: Circuit, lead: string | undefined): string | undefined {
  const source = alternatingSource(circuit)?.part;
  if (!source || (lead !== 'the live lead' && lead !== 'the neutral lead')) return undefined;
  const fused = circuit.parts.filter(isFuse).flatMap(({ pins }) => pins as readonly string[]);
  const isFused = (net: string) => fused.includes(net);
  const pins = source.pins as readonly string[];
  return lead === 'the live lead' ? pins.find(isFused) : pins.find((net) => !isFused(net));
}

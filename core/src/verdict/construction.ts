import { touchableMains } from '../caution/index.ts';
import { alternatingSource, type Circuit, partsOfKind } from '../circuit/index.ts';
import { isRechargeableLithium } from '../device/index.ts';
import type { FactName, Specimen } from '../tape/index.ts';

/** What Opening learnt of how the thing is built, as the safety rules want it. */
export function constructionOf({ facts, circuit }: Specimen): NonNullable<Circuit['construction']> {
  const body = facts.get('case');
  const earth = facts.get('earth');
  const cells = facts.get('cells-protected');
  const livePin = livePinOf(circuit, facts.get('fuse-lead'));
  return {
    ...((body === 'metal' || body === 'plastic' || body === 'glass') && { case: body }),
    ...(earth !== undefined && { earthed: earth === 'present and connected' }),
    ...((cells === 'with protection' || cells === 'without protection') && { cellsProtected: cells === 'with protection' }),
    ...(livePin !== undefined && { livePin }),
  };
}

/** The live net of mains, from which lead the fuse was seen in. */
function livePinOf(circuit: Circuit, lead: string | undefined): string | undefined {
  const source = alternatingSource(circuit)?.part;
  if (!source || (lead !== 'the live lead' && lead !== 'the neutral lead')) return undefined;
  const fused = partsOfKind(circuit, 'fuse').flatMap(({ pins }) => pins as readonly string[]);
  const isFused = (net: string) => fused.includes(net);
  const pins = source.pins as readonly string[];
  return lead === 'the live lead' ? pins.find(isFused) : pins.find((net) => !isFused(net));
}

/** Something that the safety rules want looked at: not known is not passed. */
export interface SafetyQuestion {
  readonly fact: FactName;
  readonly text: string;
}

/** What would make a finding or rule one out, and was not looked at yet. */
export function safetyQuestions({ facts, circuit }: Specimen): readonly SafetyQuestion[] {
  const onMains = touchableMains(circuit) !== undefined;
  const lithium = partsOfKind(circuit, 'battery').some(({ chemistry }) => isRechargeableLithium(chemistry));
  const questions: SafetyQuestion[] = [];
  const ask = (fact: FactName, text: string) => {
    if (!facts.has(fact)) questions.push({ fact, text });
  };
  if (onMains) {
    ask('case', 'What is the case of? Metal without earth can become live.');
    if (facts.get('case') === 'metal') ask('earth', 'Is the metal case earthed?');
    ask('insulation', 'How far are live parts from what can be touched? Two layers, or 6 mm, are wanted.');
    if (partsOfKind(circuit, 'fuse').length > 0) ask('fuse-lead', 'Which lead is the fuse in? In the neutral it leaves everything live.');
  }
  if (lithium) ask('cells-protected', 'Have the cells a protection of their own?');
  return questions;
}

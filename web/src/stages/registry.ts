import type { Stage } from '@mindful-probe/core';
import { claim } from './claim/definition.ts';
import { drive } from './drive/definition.ts';
import { firstLight } from './first-light/definition.ts';
import { opening } from './opening/definition.ts';
import { proof } from './proof/definition.ts';
import { readings } from './readings/definition.ts';
import { rework } from './rework/definition.ts';
import type { StageDefinition } from './stage.ts';
import { trace } from './trace/definition.ts';
import { writeUp } from './write-up/definition.ts';

/** The stages in the order that the work is done. A new one is its folder, its name in core, and a line here. */
const BY_STAGE: Readonly<{ [S in Stage]: StageDefinition<S> }> = {
  claim,
  'first-light': firstLight,
  opening,
  trace,
  readings,
  drive,
  rework,
  proof,
  'write-up': writeUp,
};

export const STAGE_LIST: readonly StageDefinition[] = Object.values(BY_STAGE);

export function stageNamed(stage: Stage): StageDefinition {
  return BY_STAGE[stage];
}

/** The stage that a word of an address names. */
export function knownStage(name: string | undefined): StageDefinition | undefined {
  return STAGE_LIST.find(({ stage }) => stage === name);
}

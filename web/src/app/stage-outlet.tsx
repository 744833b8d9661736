import { STAGES, type Stage } from '@mindful-probe/core';
import type { ComponentType } from 'react';
import { Navigate, useParams } from 'react-router';
import { ClaimStage } from '../stages/claim/claim-stage.tsx';
import { DriveStage } from '../stages/drive/drive-stage.tsx';
import { FirstLightStage } from '../stages/first-light/first-light-stage.tsx';
import { OpeningStage } from '../stages/opening/opening-stage.tsx';
import { ProofStage } from '../stages/proof/proof-stage.tsx';
import { ReadingsStage } from '../stages/readings/readings-stage.tsx';
import { ReworkStage } from '../stages/rework/rework-stage.tsx';
import { TraceStage } from '../stages/trace/trace-stage.tsx';
import { WriteUpStage } from '../stages/write-up/write-up-stage.tsx';

const STAGE_VIEWS: Readonly<Record<Stage, ComponentType>> = {
  claim: ClaimStage,
  'first-light': FirstLightStage,
  opening: OpeningStage,
  trace: TraceStage,
  readings: ReadingsStage,
  drive: DriveStage,
  rework: ReworkStage,
  proof: ProofStage,
  'write-up': WriteUpStage,
};

/** The stage that the address names. */
export function StageOutlet() {
  const { stage } = useParams();
  const known = STAGES.find((name) => name === stage);
  if (!known) return <Navigate to="../claim" replace />;
  const View = STAGE_VIEWS[known];
  return <View />;
}

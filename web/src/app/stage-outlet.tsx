import type { Stage } from '@mindful-probe/core';
import type { ComponentType } from 'react';
import { Navigate, useParams } from 'react-router';
import { fetched } from '../shared/kit/fetched.tsx';
import { knownStage, STAGE_LIST } from '../stages/registry.ts';
import { FetchedView } from './fetched-view.tsx';

const VIEWS = new Map<Stage, ComponentType>(STAGE_LIST.map(({ stage, view }) => [stage, fetched(async () => (await view()).default)]));

/** The stage that the address names. */
export function StageOutlet() {
  const { stage } = useParams();
  const known = knownStage(stage);
  const View = known && VIEWS.get(known.stage);
  if (!View) return <Navigate to="../claim" replace />;
  return (
    <FetchedView meanwhile={<p className="text-quiet">Opening…</p>}>
      <View />
    </FetchedView>
  );
}

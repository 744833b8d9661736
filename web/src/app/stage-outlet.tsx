import type { Stage } from '@mindful-probe/core';
import { type ComponentType, lazy, Suspense } from 'react';
import { Navigate, useParams } from 'react-router';
import { knownStage, STAGE_LIST } from '../stages/registry.ts';

const VIEWS = new Map<Stage, ComponentType>(STAGE_LIST.map(({ stage, view }) => [stage, lazy(view)]));

/** The stage that the address names, fetched when it is first entered. */
export function StageOutlet() {
  const { stage } = useParams();
  const known = knownStage(stage);
  const View = known && VIEWS.get(known.stage);
  if (!View) return <Navigate to="../claim" replace />;
  return (
    <Suspense fallback={<p className="text-quiet">Opening…</p>}>
      <View />
    </Suspense>
  );
}

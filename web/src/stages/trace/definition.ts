import { plural, type StageDefinition } from '../stage.ts';

export const trace: StageDefinition<'trace'> = {
  stage: 'trace',
  title: 'Trace',
  key: 't',
  view: async () => ({ default: (await import('./trace-stage.tsx')).TraceStage }),
  fact: ({ specimen: { circuit, nets } }) =>
    circuit.parts.length === 0
      ? ''
      : `${plural(circuit.parts.length, 'part')}, ${plural(nets.filter(({ pins }) => pins.length > 1).length, 'net')}`,
};

import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import {
  benchContext,
  type Circuit,
  isAlternating,
  parseBenchLine,
  parseCircuit,
  replay,
  solve,
  solveOperatingPoint,
} from '@mindful-probe/core';
import { countSolutions } from './analyses.ts';
import { barnLantern, dropper, sixStrings, strip } from './circuits.ts';
import { judgeDiagnoses, timeDiagnoses } from './diagnoses.ts';
import { judgeEstimates, timeEstimates } from './estimates.ts';
import { measureLoad } from './load.ts';
import { type Measured, measure } from './measure.ts';
import { judgeSoaks, timeRounds } from './soaks.ts';
import { yardstick } from './yardstick.ts';

const { values } = parseArgs({
  options: {
    json: { type: 'boolean', default: false },
    estimates: { type: 'boolean', default: false },
    diagnoses: { type: 'boolean', default: false },
    soaks: { type: 'boolean', default: false },
    circuit: { type: 'string' },
    load: { type: 'string' },
    each: { type: 'string', default: '20' },
  },
});

function solving(name: string, circuit: Circuit): Measured {
  return measure(name, () => {
    const solved = isAlternating(circuit) ? solve(circuit) : solveOperatingPoint(circuit);
    if (!solved.ok) throw new Error(`${name}: ${solved.error.message}`);
  });
}

function readCircuit(path: string): Circuit {
  const parsed = parseCircuit(JSON.parse(readFileSync(path, 'utf8')));
  if (!parsed.ok) throw new Error(`${path}: ${parsed.error.message}`);
  return parsed.value;
}

/** What the process grows by over one cold solve, MB: also the code made for it, and what is not collected yet. */
function coldSolveMegabytes(circuit: Circuit): number {
  const before = process.memoryUsage().rss;
  solve(circuit);
  return (process.memoryUsage().rss - before) / 2 ** 20;
}

const megabytes = coldSolveMegabytes(dropper(1e-6, 10e-6));
const yard = measure('yardstick', yardstick());
const context = benchContext(replay([]));
// A server under load is looked at by itself: --load 5000 is a shelf of so many specimens, --each 1000 so many entries by each client.
if (values.load !== undefined) {
  const load = await measureLoad(Number(values.load), Number(values.each));
  if (values.json) process.stdout.write(`${JSON.stringify({ yardstickMs: yard.medianMs, load }, null, 2)}\n`);
  else {
    const figures = (ms: number) => `${ms.toFixed(1).padStart(9)} ms ${(ms / yard.medianMs).toFixed(1).padStart(8)} yardsticks`;
    process.stdout.write(
      `${load.specimens} specimens: built from files in ${figures(load.rebuildMs)}, started in ${figures(load.startMs)}\n`,
    );
    for (const { name, medianMs, p99Ms } of load.times)
      process.stdout.write(`${name.padEnd(26)} ${figures(medianMs)}   99 of 100 in ${figures(p99Ms)}\n`);
  }
  process.exit(0);
}
const results = values.circuit
  ? [solving('circuit', readCircuit(values.circuit))]
  : [
      ...timeEstimates(),
      ...timeDiagnoses(),
      ...timeRounds(),
      solving('operating-point-lantern', barnLantern()),
      solving('operating-point-18', sixStrings()),
      solving('settled-dropper', dropper(1e-6, 10e-6)),
      solving('settled-slow-store', dropper(0.22e-6, 470e-6)),
      solving('strip-400', strip(400)),
      solving('strip-800', strip(800)),
      measure('bench-line', () => void parseBenchLine('R3 red violet black gold on A B', context)),
    ];

// Takes minutes, so only by asking.
const estimates = values.estimates ? judgeEstimates() : undefined;
const diagnoses = values.diagnoses ? judgeDiagnoses() : undefined;
const soaks = values.soaks ? judgeSoaks() : undefined;

if (values.json) {
  const document = {
    yardstickMs: yard.medianMs,
    coldSolveMegabytes: megabytes,
    results,
    ...(estimates && { estimates }),
    ...(diagnoses && { diagnoses }),
    ...(soaks && { soaks }),
  };
  process.stdout.write(`${JSON.stringify(document, null, 2)}\n`);
} else {
  const line = ({ name, medianMs, yardsticks }: Measured) =>
    `${name.padEnd(26)} ${medianMs.toFixed(4).padStart(10)} ms   ${yardsticks.toFixed(4).padStart(9)} yardsticks\n`;
  process.stdout.write([yard, ...results].map(line).join(''));
  for (const { name, asked, solved } of countSolutions()) {
    process.stdout.write(`Drive of ${name}: ${asked} circuits asked for, ${solved} solved, each different\n`);
  }
  process.stdout.write(`one cold solve of the dropper takes ${megabytes.toFixed(1)} MB\n`);
  for (const [name, share] of Object.entries({ ...estimates, ...diagnoses, ...soaks }))
    process.stdout.write(`${name.padEnd(26)} ${share.toFixed(4)}\n`);
}

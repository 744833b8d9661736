import {
  type Circuit,
  formatEngineering,
  type MappedPackage,
  type Observation,
  PACKAGE_STATES,
  type PackageState,
  partOfKind,
  supplyVoltsFor,
  testAmpsOf,
} from '@mindful-probe/core';
import { useState } from 'react';
import { useOpenSpecimen } from '../../../shared/data/open-specimen.tsx';

const SIDE = 20;

interface StringMapProps {
  readonly circuit: Circuit;
  readonly packages: readonly MappedPackage[];
  /** Those that the next test is about. */
  readonly asked: ReadonlySet<string>;
}

/** Packages as squares in the order of the string, each with what was found of it. */
export function StringMap({ circuit, packages, asked }: StringMapProps) {
  const [chosen, setChosen] = useState<string>();
  const shown = packages.find(({ name }) => name === chosen);
  if (packages.length === 0) return null;
  const first = packages[0] as MappedPackage;
  const part = partOfKind(circuit, first.ref, 'led');
  const amps = part ? testAmpsOf(part) : 0.005;
  const volts = supplyVoltsFor(circuit, first.name, amps);
  const parts = [...new Set(packages.map(({ ref }) => ref))];
  return (
    <section aria-label="String map" className="mt-3">
      {parts.map((ref) => (
        <ol key={ref} className="flex flex-wrap gap-x-1 gap-y-2" aria-label={ref}>
          {packages
            .filter((one) => one.ref === ref)
            .map((one) => (
              <li key={one.name} className="w-12 text-center">
                <button
                  type="button"
                  aria-pressed={one.name === chosen}
                  aria-label={`${one.name}${one.volts === undefined ? '' : ` ${one.volts.toPrecision(3)} V`}: ${one.state}`}
                  onClick={() => setChosen(one.name === chosen ? undefined : one.name)}
                  className={`block w-full py-0.5 ${asked.has(one.name) ? 'outline-2 outline-petrol' : ''} aria-pressed:bg-ground`}
                >
                  <span className={`block font-figures text-12 ${asked.has(one.name) ? 'font-[650] text-petrol' : ''}`}>{one.name}</span>{' '}
                  <PackageSquare state={one.state} />
                  <span className="block font-figures text-12 text-quiet">
                    {one.volts === undefined ? '\u00a0' : one.volts.toPrecision(3)}
                  </span>
                </button>
              </li>
            ))}
        </ol>
      ))}
      {shown ? (
        <PackageFindings one={shown} amps={amps} onSaid={() => setChosen(next(packages, shown)?.name)} />
      ) : (
        <p className="mt-1 text-12 text-quiet">
          {volts !== undefined &&
            `To light one: bench supply at ${volts} V, limit ${formatEngineering(amps, 'amps', 1).text}, on its own pads. `}
          {first.series > 1 && `${first.series} dies in series in each. `}
          Choose one to say what it does, or type “{first.name} dark”.
        </p>
      )}
      <Legend />
    </section>
  );
}

function next(packages: readonly MappedPackage[], one: MappedPackage): MappedPackage | undefined {
  return packages[packages.indexOf(one) + 1];
}

/** What one package did; said with a press, and the next one is chosen. */
function PackageFindings({ one, amps, onSaid }: { readonly one: MappedPackage; readonly amps: number; readonly onSaid: () => void }) {
  const { record, suggest, specimen } = useOpenSpecimen();
  const of = one.name;
  const isLive = specimen.benchState === 'live';
  const light = (value: boolean | 'dim'): Observation => ({ kind: 'lights', of, value, ...(!isLive && { atAmps: amps }) });
  const choices: readonly (readonly [string, Observation])[] = [
    ['lights', light(true)],
    ['dim', light('dim')],
    ['dark', light(false)],
    ['dark spot', { kind: 'seen', of, value: 'dark spot' }],
    ['short', { kind: 'tested', of, value: 'short' }],
  ];
  return (
    <fieldset className="mt-1 flex flex-wrap items-center gap-2">
      <legend className="float-left mr-2 font-figures font-[650]">
        {of}
        <span className="sr-only">: what it does</span>
      </legend>
      {choices.map(([words, thing]) => (
        <button
          key={words}
          type="button"
          className="border border-rule px-2"
          onClick={() => {
            record({ kind: 'observed', things: [thing], typed: `${of} ${words}` });
            onSaid();
          }}
        >
          {words}
        </button>
      ))}
      <button type="button" className="text-petrol underline" onClick={() => suggest(`${of} `)}>
        volts…
      </button>
    </fieldset>
  );
}

/** Six states, none told by colour alone. */
function PackageSquare({ state }: { readonly state: PackageState }) {
  const edge = state === 'not tested' ? 'stroke-quiet' : state === 'open' ? 'stroke-brick' : 'stroke-ink';
  return (
    <svg width={SIDE} height={SIDE} viewBox="0 0 20 20" aria-hidden="true" className="mx-auto block">
      <rect
        x="1"
        y="1"
        width="18"
        height="18"
        strokeWidth="1.5"
        strokeDasharray={state === 'not tested' ? '1.5 3' : undefined}
        className={`${edge} ${state === 'lights' || state === 'dim' ? 'fill-straw' : 'fill-sheet'}`}
      />
      {state === 'dim' &&
        [6, 14].flatMap((x) => [6, 14].map((y) => <circle key={`${x} ${y}`} cx={x} cy={y} r="1.8" className="fill-ochre" />))}
      {state === 'dark spot' && <circle cx="10" cy="10" r="4" className="fill-ink" />}
      {state === 'open' && <path d="M2 14L14 2M4 19L19 4M10 19L19 10M1 9L9 1" className="stroke-brick" strokeWidth="1.5" />}
      {state === 'short' && <path d="M10 1V19" className="stroke-ink" strokeWidth="4" />}
    </svg>
  );
}

function Legend() {
  return (
    <ul className="mt-1 flex flex-wrap gap-x-4 text-12 text-quiet" aria-label="What the squares mean">
      {PACKAGE_STATES.map((state) => (
        <li key={state} className="flex items-center gap-1">
          <PackageSquare state={state} /> {state}
        </li>
      ))}
    </ul>
  );
}

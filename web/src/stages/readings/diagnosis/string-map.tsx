import {
  type Circuit,
  formatEngineering,
  formatSignificant,
  type MappedPackage,
  type Observation,
  PACKAGE_STATES,
  type PackageState,
  partOfKind,
  type Seats,
  seatLayout,
  supplyVoltsFor,
  testAmpsOf,
} from '@mindful-probe/core';
import { useMemo, useState } from 'react';
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
  const { specimen } = useOpenSpecimen();
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
        <Row
          key={ref}
          name={ref}
          packages={packages.filter((one) => one.ref === ref)}
          seats={specimen.seats.get(ref)}
          asked={asked}
          chosen={chosen}
          onChoose={(name) => setChosen(name === chosen ? undefined : name)}
        />
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

interface RowProps {
  /** Of the part. */
  readonly name: string;
  readonly packages: readonly MappedPackage[];
  /** Where they are to be seen on the board. */
  readonly seats: Seats | undefined;
  readonly asked: ReadonlySet<string>;
  readonly chosen: string | undefined;
  readonly onChoose: (name: string) => void;
}

/** Name, square and volts of a package, pixels; and the least that a map is wide. */
const [FIELD, LEAST_WIDTH] = [{ width: 48, height: 60 }, 264];

/** The packages of one part: as they lie on the board where that is known, else one after another. */
function Row({ name, packages, seats, asked, chosen, onChoose }: RowProps) {
  const layout = useMemo(
    () => (seats?.points.length === packages.length ? seatLayout(seats, FIELD, LEAST_WIDTH) : undefined),
    [seats, packages.length],
  );
  const items = packages.map((one, index) => {
    const place = layout?.places[index];
    return (
      <li key={one.name} className={`w-12 text-center ${place ? 'absolute' : ''}`} style={place}>
        <PackageButton one={one} isAsked={asked.has(one.name)} isChosen={one.name === chosen} onPress={() => onChoose(one.name)} />
      </li>
    );
  });
  if (!layout)
    return (
      <ol className="flex flex-wrap gap-x-1 gap-y-2" aria-label={name}>
        {items}
      </ol>
    );
  return (
    <div className="overflow-x-auto">
      <ol className="relative" aria-label={`${name}, as on the board`} style={{ width: layout.width, height: layout.height }} data-seats>
        {items}
      </ol>
    </div>
  );
}

interface PackageButtonProps {
  readonly one: MappedPackage;
  readonly isAsked: boolean;
  readonly isChosen: boolean;
  readonly onPress: () => void;
}

function PackageButton({ one, isAsked, isChosen, onPress }: PackageButtonProps) {
  return (
    <button
      type="button"
      aria-pressed={isChosen}
      aria-label={`${one.name}${one.volts === undefined ? '' : ` ${formatSignificant(one.volts, 3)} V`}: ${one.state}`}
      onClick={onPress}
      className={`block w-full py-0.5 ${isAsked ? 'outline-2 outline-petrol' : ''} aria-pressed:bg-ground`}
    >
      <span className={`block font-figures text-12 ${isAsked ? 'font-[650] text-petrol' : ''}`}>{one.name}</span>{' '}
      <PackageSquare state={one.state} />
      <span className="block font-figures text-12 text-quiet">{one.volts === undefined ? '\u00a0' : formatSignificant(one.volts, 3)}</span>
    </button>
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

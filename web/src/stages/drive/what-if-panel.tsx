import { type Appraisal, deviceOf, isAlternating, partsOfKind, type WhatIf, type WhatIfOutcome } from '@mindful-probe/core';
import { useEffect, useRef, useState } from 'react';
import { figureText, multipleText } from '../../shared/figures/figure.tsx';
import { DriveRuler, RulerAxis } from '../../shared/pictures/drive-ruler.tsx';
import { askWhatIf } from '../../shared/worker/use-analysis.ts';

const RULER_WIDTH = 360;
const ROOM_CELSIUS = 25;

/** Sliders for what the circuit meets in life: other volts, heat, emptier cells. The answer follows the hand. */
export function WhatIfPanel({ appraisal }: { readonly appraisal: Appraisal }) {
  const { circuit, solution, hardest } = appraisal;
  const cells = partsOfKind(circuit, 'battery').some(({ chemistry }) => chemistry !== undefined);
  const others = circuit.parts.some(({ kind }) => deviceOf(kind).source?.scaled);
  const [change, setChange] = useState<WhatIf>({ supplyShare: 1, celsius: ROOM_CELSIUS });
  const outcome = useOutcome(appraisal, change);
  const nominal = nominalVolts(appraisal);
  if (!hardest) return <p className="text-quiet">There is no LED to ask about.</p>;
  const charge = change.charge ?? 1;
  return (
    <>
      <div className="flex flex-wrap gap-x-8 gap-y-3">
        {others && (
          <Slider
            label="Supply"
            said={`${Math.round(100 * change.supplyShare)} %`}
            value={Math.min(150, 100 * change.supplyShare)}
            low={20}
            high={150}
            onChange={(percent) => setChange((now) => ({ ...now, supplyShare: percent / 100 }))}
          />
        )}
        {nominal !== undefined && (
          <VoltsField
            volts={nominal * change.supplyShare}
            onChange={(volts) => setChange((now) => ({ ...now, supplyShare: volts / nominal }))}
          />
        )}
        <Slider
          label="Temperature"
          said={`${Math.round(change.celsius)} °C`}
          value={change.celsius}
          low={-10}
          high={90}
          onChange={(celsius) => setChange((now) => ({ ...now, celsius }))}
        />
        {cells && (
          <Slider
            label="Charge of the cells"
            said={`${Math.round(100 * charge)} %`}
            value={100 * charge}
            low={0}
            high={100}
            onChange={(percent) => setChange((now) => ({ ...now, charge: percent / 100 }))}
          />
        )}
      </div>
      <div className="mt-3">
        <RulerAxis width={RULER_WIDTH} />
        <DriveRuler
          width={RULER_WIDTH}
          height={27}
          ratio={hardest.ratio}
          {...(outcome && { predicted: { value: outcome.ofRated, uncertainty: 0 } })}
          label={`${hardest.ref}: ${multipleText(hardest.ratio.value)} now${outcome ? `, ${multipleText(outcome.ofRated)} then` : ''}`}
        />
      </div>
      <p className="mt-2" role="status" data-what-if>
        {outcome ? (
          <>
            {hardest.ref} would carry <b className="font-figures">{figureText(outcome.chipAmps, 'amps')}</b>,{' '}
            <b className="font-figures">{multipleText(outcome.ofRated)}</b> of its rating; the supply would give{' '}
            <b className="font-figures">{figureText(outcome.supplyWatts, 'watts')}</b>, and the light would be{' '}
            <b className="font-figures">{Math.round(100 * outcome.light)} %</b> of now.
          </>
        ) : (
          'Computing…'
        )}
      </p>
      <p className="mt-1 text-12 text-quiet">
        {isAlternating(circuit) ? 'On mains each step is solved whole, so it follows a moment later. ' : ''}
        Solves the circuit as found with this changed: {Object.keys(solution.leds).length === 1 ? 'its LED' : 'the LED driven hardest'}.
      </p>
    </>
  );
}

/** Of the main supply as it is, where its volts can be other ones. */
function nominalVolts({ circuit, mainSupply }: Appraisal): number | undefined {
  const supply = circuit.parts.find(({ ref }) => ref === mainSupply);
  const source = supply && deviceOf(supply.kind).source;
  const volts = supply && source?.scaled ? source.volts(supply) : 0;
  return volts > 0 ? volts : undefined;
}

const [LEAST_VOLTS, MOST_VOLTS] = [0.1, 500];

/** Another supply by its volts: a 230 V lamp on 115 V, a string for 12 V on 12.7 V. */
function VoltsField({ volts, onChange }: { readonly volts: number; readonly onChange: (volts: number) => void }) {
  const [typed, setTyped] = useState<string>();
  const shown = typed ?? String(Number(volts.toPrecision(4)));
  const read = (text: string) => {
    const value = Number(text.replace(',', '.'));
    return text.trim() !== '' && value >= LEAST_VOLTS && value <= MOST_VOLTS ? value : undefined;
  };
  const isWrong = typed !== undefined && read(typed) === undefined;
  return (
    <label className="block w-[140px]">
      <span className="block text-12 text-quiet">Another supply, V</span>
      <input
        type="text"
        inputMode="decimal"
        value={shown}
        aria-invalid={isWrong}
        onChange={(event) => {
          setTyped(event.target.value);
          const value = read(event.target.value);
          if (value !== undefined) onChange(value);
        }}
        onBlur={() => setTyped(undefined)}
        className="w-full border-b border-ink bg-transparent font-figures"
      />
      {isWrong && (
        <span className="block text-12 text-brick">
          {LEAST_VOLTS} to {MOST_VOLTS} V
        </span>
      )}
    </label>
  );
}

/** The outcome for the newest position: what the hand has left behind is not asked for. */
function useOutcome({ circuit, solution, hardest }: Appraisal, change: WhatIf): WhatIfOutcome | undefined {
  const [outcome, setOutcome] = useState<WhatIfOutcome>();
  const newest = useRef<WhatIf | undefined>(undefined);
  const busy = useRef(false);
  const ref = hardest?.ref;
  useEffect(() => {
    newest.current = change;
    if (busy.current || ref === undefined) return;
    busy.current = true;
    void (async () => {
      for (let wanted = newest.current; wanted; wanted = newest.current) {
        newest.current = undefined;
        const result = await askWhatIf(circuit, ref, wanted, solution).catch(() => undefined);
        if (result?.ok) setOutcome(result.value);
      }
      busy.current = false;
    })();
  }, [change, circuit, solution, ref]);
  return outcome;
}

interface SliderProps {
  readonly label: string;
  readonly said: string;
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly onChange: (value: number) => void;
}

function Slider({ label, said, value, low, high, onChange }: SliderProps) {
  return (
    <label className="block w-[240px]">
      <span className="flex justify-between">
        <span className="text-12 text-quiet">{label}</span>
        <b className="font-figures font-[650]">{said}</b>
      </span>
      <input
        type="range"
        min={low}
        max={high}
        step={1}
        value={value}
        aria-valuetext={said}
        onChange={(event) => onChange(Number(event.target.value))}
        className="w-full accent-[var(--petrol)]"
      />
    </label>
  );
}

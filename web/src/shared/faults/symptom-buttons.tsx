import { HOURS_A_YEAR, type Observation, symptomsOf, WHOLE_SIGNS } from '@mindful-probe/core';
import { useState } from 'react';
import { useOpenSpecimen } from '../data/open-specimen.tsx';

/** What the whole thing does, one press each, and for how long it was in use. */
export function SymptomButtons() {
  return (
    <>
      <Signs />
      <InUse />
    </>
  );
}

const DAYS_A_YEAR = 365;
/** As many as a database of lamps would believe. */
const MOST_YEARS = 100;

function InUse() {
  const { record } = useOpenSpecimen();
  const [years, setYears] = useState('');
  const [perDay, setPerDay] = useState('');
  const [wholeYears, hours] = [Number(years.replace(',', '.')), Number(perDay.replace(',', '.'))];
  const areYears = wholeYears > 0 && wholeYears <= MOST_YEARS;
  const areHours = perDay.trim() === '' || (hours > 0 && hours <= 24);
  const say = () => {
    const used = wholeYears * (perDay.trim() === '' ? HOURS_A_YEAR : DAYS_A_YEAR * hours);
    const typed = `it was used ${wholeYears} years${perDay.trim() === '' ? '' : ` ${hours} h a day`}`;
    record({ kind: 'observed', things: [{ kind: 'used', hours: used }], typed });
    setYears('');
    setPerDay('');
  };
  return (
    <form
      className="mt-2 flex flex-wrap items-center gap-2"
      aria-label="In use"
      onSubmit={(event) => {
        event.preventDefault();
        if (areYears && areHours) say();
      }}
    >
      <label className="flex items-center gap-2">
        in use for
        <input
          className="field w-14"
          inputMode="decimal"
          value={years}
          aria-invalid={years !== '' && !areYears}
          onChange={(event) => setYears(event.target.value)}
        />
        years,
      </label>
      <label className="flex items-center gap-2">
        about
        <input
          className="field w-14"
          inputMode="decimal"
          value={perDay}
          aria-invalid={!areHours}
          onChange={(event) => setPerDay(event.target.value)}
        />
        h a day
      </label>
      <button type="submit" className="action" disabled={!areYears || !areHours}>
        note it
      </button>
      {years !== '' && !areYears && <p className="w-full text-brick">Years: more than 0, at most {MOST_YEARS}.</p>}
      {!areHours && <p className="w-full text-brick">A day has 24 hours.</p>}
    </form>
  );
}

/** Pressed again it is taken back. */
function Signs() {
  const { specimen, record } = useOpenSpecimen();
  const symptoms = symptomsOf(specimen);
  const isSaid = (thing: Observation) =>
    symptoms.some((symptom) => symptom.kind === thing.kind && 'value' in symptom && 'value' in thing && symptom.value === thing.value);
  return (
    <ul className="flex flex-wrap gap-2" aria-label="What it does">
      {WHOLE_SIGNS.map(({ words, things }) => {
        const pressed = things.some(isSaid);
        return (
          <li key={words}>
            <button
              type="button"
              aria-pressed={pressed}
              onClick={() => record({ kind: 'observed', things: [...(pressed ? things.map(takenBack) : things)], typed: `it ${words}` })}
              className="border border-rule px-2 py-0.5 aria-pressed:border-ink aria-pressed:font-[650]"
            >
              {words}
            </button>
          </li>
        );
      })}
    </ul>
  );
}

/** A sign that is not there after all; a light that is not dim is one that works. */
function takenBack(thing: Observation): Observation {
  return thing.kind === 'lights' ? { ...thing, value: true } : ({ ...thing, value: false } as Observation);
}

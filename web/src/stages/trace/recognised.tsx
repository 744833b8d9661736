import {
  ARRANGEMENT_NAMES,
  type Arrangement,
  type Circuit,
  differenceOf,
  explainArrangement,
  type Phrase,
  sayMissing,
  sayRemark,
  type TraceRemark,
  usualCircuit,
} from '@mindful-probe/core';
import { useState } from 'react';
import { Dialog } from '../../shared/kit/dialog.tsx';
import { LevelMark } from '../../shared/kit/level-mark.tsx';
import { SchematicView } from '../../shared/pictures/schematic-view.tsx';
import { lightsOf, useLit } from './lit.tsx';

interface RecognisedProps {
  readonly circuit: Circuit;
  readonly arrangements: readonly Arrangement[];
  readonly remarks: readonly TraceRemark[];
}

/** What the circuit is by its shape, why, and what is usual there and missing here. */
export function Recognised({ circuit, arrangements, remarks }: RecognisedProps) {
  const [beside, setBeside] = useState<Arrangement>();
  // What says most of the circuit comes first: the one with the most roles.
  const ordered = [...arrangements].sort((a, b) => Object.values(b.roles).flat().length - Object.values(a.roles).flat().length);
  const told = new Set<string>();
  return (
    <section aria-label="Recognised" className="min-w-0">
      <h2 className="border-b border-ink">Recognised</h2>
      {arrangements.length === 0 && <p className="py-1.5 text-quiet">Nothing yet that has a name.</p>}
      <ul>
        {ordered.map((arrangement, index) => {
          const { missing, unusual } = differenceOf(arrangement, arrangements, circuit);
          const fresh = missing.filter((role) => !told.has(role) && told.add(role));
          return (
            <li key={`${arrangement.code} ${JSON.stringify(arrangement.roles)}`} className="border-b border-rule py-1.5">
              <b className={index === 0 ? 'text-17 font-[650]' : 'font-[650]'}>{ARRANGEMENT_NAMES[arrangement.code]}</b>{' '}
              {index === 0 ? (
                <Explained phrases={explainArrangement(arrangement)} />
              ) : (
                <Explained phrases={explainArrangement(arrangement).slice(1)} />
              )}
              {fresh.map((role) => (
                <p key={role} className="mt-1 flex items-start gap-2">
                  <LevelMark level="caution" /> {sayMissing(role, arrangement.code)}
                </p>
              ))}
              {index === 0 && unusual.length > 0 && (
                <p className="mt-1 text-quiet">
                  Not usual in it: <Refs refs={unusual} />
                </p>
              )}
              <button type="button" className="block text-petrol underline" onClick={() => setBeside(arrangement)}>
                beside the usual one
              </button>
            </li>
          );
        })}
      </ul>
      {remarks.map(sayRemark).map((text) => (
        <p key={text} className="flex items-start gap-2 border-b border-rule py-1.5">
          <LevelMark level="over" /> {text}
        </p>
      ))}
      <Dialog
        open={beside !== undefined}
        onOpenChange={(open) => !open && setBeside(undefined)}
        title={beside ? ARRANGEMENT_NAMES[beside.code] : ''}
        description="As it is usually built, and as it was traced here."
      >
        {beside && <Beside circuit={circuit} arrangement={beside} all={arrangements} />}
      </Dialog>
    </section>
  );
}

function Explained({ phrases }: { readonly phrases: readonly Phrase[] }) {
  return (
    <span>
      {phrases.map((phrase, index) =>
        // biome-ignore lint/suspicious/noArrayIndexKey: a sentence has its order and nothing else
        'words' in phrase ? <span key={index}>{held(phrase.words)}</span> : <Refs key={index} refs={phrase.refs} />,
      )}
    </span>
  );
}

/** A comma stays on the line of the part before it. */
function held(words: string): string {
  return /^[,.;:]/.test(words) ? `\u2060${words}` : words;
}

/** Parts as links: they light up wherever they are drawn. */
function Refs({ refs }: { readonly refs: readonly string[] }) {
  const { light } = useLit();
  return refs.map((ref, index) => (
    <span key={ref}>
      {index > 0 && ' '}
      <button
        type="button"
        className="font-figures text-petrol underline decoration-1"
        onClick={() => light({ kind: 'part', name: ref })}
        {...lightsOf(light, { kind: 'part', name: ref })}
      >
        {ref}
      </button>
    </span>
  ));
}

interface BesideProps {
  readonly circuit: Circuit;
  readonly arrangement: Arrangement;
  readonly all: readonly Arrangement[];
}

function Beside({ circuit, arrangement, all }: BesideProps) {
  const { missing, unusual } = differenceOf(arrangement, all, circuit);
  return (
    <>
      <h3 className="font-[650]">Usual</h3>
      <SchematicView circuit={usualCircuit(arrangement.code)} maxHeight={230} />
      <h3 className="mt-3 border-t border-rule pt-2 font-[650]">Here</h3>
      <SchematicView circuit={circuit} maxHeight={230} />
      <h3 className="mt-3 border-t border-rule pt-2 font-[650]">What differs</h3>
      {missing.length + unusual.length === 0 && <p>Nothing: every usual part is here, and no other.</p>}
      <ul>
        {missing.map((role) => (
          <li key={role} className="flex items-start gap-2 py-0.5">
            <LevelMark level="caution" /> {sayMissing(role, arrangement.code)}
          </li>
        ))}
        {unusual.map((ref) => (
          <li key={ref} className="py-0.5">
            <span className="font-figures">{ref}</span> has no role in it
          </li>
        ))}
      </ul>
    </>
  );
}

import { type Analysis, soaksOf } from '../appraisal/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import type { Finding, TouchSort, Undecided } from '../safety/index.ts';

/** What places are called, and what a hand has to do with them. What is inside is touched by nobody. */
const TOUCHED_AS: readonly (readonly [RegExp, TouchSort])[] = [
  [/handle|grip|strap|holder/i, 'held'],
  [/switch|button|knob|dial|dimmer|plug/i, 'switched'],
  [/case|body|head|shell|tube|sink|housing|front|glass|lens|diffus|shade|bezel|cap|outside|surface|back/i, 'within reach'],
];
const INSIDE = /board|pcb|chip|led|solder|driver|coil|inside|disc/i;

const MATERIALS = ['metal', 'glass', 'plastic'] as const;
type Material = (typeof MATERIALS)[number];

/**
 * The most that a surface may have, °C: rises of IEC 60335-1, table 3, for what is held all the time and what is touched for
 * a moment, above 25 °C; 90 °C of IEC 60598-1, table 12, for what is only within reach, whatever it is of.
 */
const TOUCH_CELSIUS: Readonly<Record<TouchSort, Readonly<Record<Material, number>>>> = {
  held: { metal: 25 + 30, glass: 25 + 40, plastic: 25 + 50 },
  switched: { metal: 25 + 35, glass: 25 + 45, plastic: 25 + 60 },
  'within reach': { metal: 90, glass: 90, plastic: 90 },
};
/** So much above its limit a handle burns before it is let go (ISO 13732-1, a contact of one second), K. */
const BURNS_AT_ONCE = 25;

interface Surface {
  readonly place: string;
  readonly celsius: Uncertain;
  readonly isComing: boolean;
}

/** What a hand meets that is too hot: by its readings alone, or by where a soak goes. */
export function touchAnswers(analysis: Analysis): { readonly findings: readonly Finding[]; readonly undecided: readonly Undecided[] } {
  const findings: Finding[] = [];
  const undecided: Undecided[] = [];
  for (const { place, celsius, isComing } of surfacesOf(analysis)) {
    const touched = INSIDE.test(place) ? undefined : TOUCHED_AS.find(([names]) => names.test(place))?.[1];
    if (!touched) continue;
    const material = materialOf(place, touched, analysis);
    const limits = material ? [TOUCH_CELSIUS[touched][material]] : Object.values(TOUCH_CELSIUS[touched]);
    const [least, most] = [Math.min(...limits), Math.max(...limits)];
    const sure = celsius.value - 2 * celsius.uncertainty;
    if (sure > most) {
      findings.push({
        code: 'touch-celsius',
        severity: touched !== 'within reach' && sure > most + BURNS_AT_ONCE ? 'unsafe' : 'caution',
        ref: '',
        facts: { about: 'surface', place, celsius, touched, limit: most, material, isComing },
      });
    } else if (sure > least) undecided.push({ code: 'touch-celsius', ref: '', lacks: 'surface-material' });
  }
  return { findings, undecided };
}

/** The last temperature of each place while it was on, and where its warming goes; whichever is higher. */
function surfacesOf(analysis: Analysis): readonly Surface[] {
  const surfaces = new Map<string, Surface>();
  for (const { entry, rework } of analysis.specimen.readings) {
    const figure = entry.figures.find(({ unit }) => unit === 'celsius');
    if (rework !== analysis.rework || entry.place.at !== 'surface' || !figure || entry.condition.cold) continue;
    const { value, uncertainty } = figure;
    surfaces.set(entry.place.name, { place: entry.place.name, celsius: { value, uncertainty }, isComing: false });
  }
  for (const { place, soak } of soaksOf(analysis)) {
    const now = surfaces.get(place);
    if (!now || soak.final.value - 2 * soak.final.uncertainty > now.celsius.value)
      surfaces.set(place, { place, celsius: soak.final, isComing: true });
  }
  return [...surfaces.values()];
}

function materialOf(place: string, touched: TouchSort, { specimen }: Analysis): Material | undefined {
  const named = MATERIALS.find((material) => place.toLowerCase().includes(material));
  if (named) return named;
  if (/lens|glass/i.test(place)) return 'glass';
  const body = specimen.facts.get('case');
  return touched === 'within reach' ? MATERIALS.find((material) => material === body) : undefined;
}

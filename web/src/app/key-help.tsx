import { Dialog } from '../shared/kit/dialog.tsx';
import { STAGE_LIST } from '../stages/registry.ts';

const KEYS: readonly (readonly [string, string])[] = [
  ['/', 'bench line'],
  ['n', 'take the next probe to the bench line'],
  ['Space', 'take the value from an instrument; hold to log a series'],
  ['b', 'bench state: dead, charged, live'],
  ['[  ]', 'neighbour stage'],
  ['t', 'fold the tape'],
  ['z', 'undo: strike the last entry'],
  ['s', 'shelf'],
  ['g l', 'slide rules'],
  ['g n', 'rounds: what is due when'],
  ['g m', 'compare specimens'],
  ['l', 'lamp-black or bone'],
  ['?', 'these keys'],
  ['Esc', 'back out'],
];

const LINES: readonly (readonly [string, string])[] = [
  ['V1 5v usb', 'a supply'],
  ['B1 3 aaa alkaline', 'three cells in series'],
  ['R1 red violet black gold', 'a resistor by its bands; also 27r, mark 390'],
  ['D1 led white 5mm', 'an LED; D1-D24 led parallel for many alike'],
  ['R1 27r on A B', 'on two nets or pins: on V1.+ D1.+'],
  ['R7 on 4 9', 'a part on two pads, its value later'],
  ['keep D1-D12 R3 in box 3', 'parts of a gadget that is not repaired, into the drawer'],
  ['Z1 mark Z51', 'a semiconductor by its mark, from the table of marks'],
  ['U1 mark LK20 on 4 9 ?', 'a chip by its mark, on the nets of its pins from 1 on; ? where one was not found yet'],
  ['join R1.2 D1.+', 'joins pins or nets'],
  ['hold 4: 7 9 12 | 0.9r', 'held on 4: what beeped; ohms belong to the last pads'],
  ['hold 4 over 7-12: none', 'what was touched, and that nothing beeped'],
  ['4 x 5 6', 'no connection'],
  ['pad 7 as gate', 'another name for a pad'],
  ['beeper 30r', 'at how few ohms the meter beeps'],
  ['meter bench', 'the meter that readings stand on from here'],
  ['R1 0.94v', 'a reading; R1 26.8r dead, in 4.86v 38ma'],
  ['D1 chip 2.95v @ 30ma', 'one chip lit alone from a bench supply, dead'],
  ['C2 ripple 1.2v', 'from the lowest to the highest moment'],
  ['claim 180lm listing', 'a claim and who makes it'],
  ['step lens ring off', 'a step of opening; note … for a note'],
  ['goal D1 20ma', 'the wanted current of a chip'],
  ['soak case 40min limit 85c', 'a soak begins; Tcase 61c gets its time; soak done'],
  ['charge 4h', 'or glue 30min, heat, rest, burn-in, runtime'],
  ['again in 4 weeks: K1', 'it is looked at again'],
  ['correct R1 33r', 'enters a part anew'],
  ['? 5v 1 led 3.1v 15ma', 'a question; a second Enter keeps the answer'],
  ['? runtime 3 aa alkaline 20ma', 'another slide rule; all of them behind g l'],
  ['U1 boost 3.3v limit 30ma on P M O M', 'a converter: in plus, in minus, out plus, out minus'],
  ['U1 charger 300ma on I P G', 'a charger of a cell: in, out, minus; charger 2k by its resistor'],
  ['W1 wire 1.6r on P A', 'a lead; it has ohms and no rating'],
  ['strip 25 x 8 led white 470r 12m 0.21r on P G', 'groups along a pair of wires; fed middle, fed both ends'],
  ['mode low V2 10%', 'what it can be switched to; mode low S1 open, mode low 40% 500hz'],
  ['in 4.0v 0.24a mode low', 'a reading in that mode'],
  ['way cut P M 3 aa alkaline', 'the board between two nets used alone'],
  ['V1 crank 40hz 6.8v 3.1v @ 22r', 'a source, with nothing on it and then loaded'],
];

const PHOTO_KEYS: readonly (readonly [string, string])[] = [
  ['arrows', 'move the crosshair; finer with Shift'],
  [',  .', 'from pad to pad'],
  ['Enter', 'pick'],
  ['+  −  0', 'nearer, further, all of it'],
];

/** All keys and the bench line's words, on one sheet. */
export function KeyHelp({ onClose }: { readonly onClose: () => void }) {
  const stages = STAGE_LIST.map(({ key, title }): readonly [string, string] => [`g ${key}`, title]);
  return (
    <Dialog open onOpenChange={onClose} title="Keys" description="Everything works without the mouse.">
      <div className="grid gap-x-8 gap-y-4 sm:grid-cols-2">
        <KeyList title="Anywhere" rows={KEYS} />
        <KeyList title="Stages" rows={stages} />
        <KeyList title="On the photo of a board" rows={PHOTO_KEYS} />
        <div className="sm:col-span-2">
          <KeyList title="On the bench line" rows={LINES} />
        </div>
      </div>
    </Dialog>
  );
}

function KeyList({ title, rows }: { readonly title: string; readonly rows: readonly (readonly [string, string])[] }) {
  return (
    <section>
      <h2 className="border-b border-ink">{title}</h2>
      <dl>
        {rows.map(([key, meaning]) => (
          <div key={key} className="flex gap-4 border-b border-rule py-1">
            <dt className="min-w-[9ch] font-figures font-medium whitespace-nowrap">{key}</dt>
            <dd className="text-quiet">{meaning}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

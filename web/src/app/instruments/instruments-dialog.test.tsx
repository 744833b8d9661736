import { describe, expect, it } from '@jest/globals';
import type { InstrumentNow } from '@mindful-probe/core';
import { replay } from '@mindful-probe/core';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { CLIP, entriesOf, renderOpen } from '../../testing/render-open.testing.tsx';
import { answering, Refusal } from '../../testing/stand-in-server.testing.ts';
import { InstrumentsButton } from './instruments-button.tsx';
import type { InstrumentLine } from './use-instrument-line.ts';

const QUIET = { meter: undefined, gadgets: undefined, last: undefined, output: undefined, series: undefined, identity: undefined };
const SCOPE: InstrumentNow = {
  ...QUIET,
  id: '192.168.1.7:5025',
  kind: 'oscilloscope',
  line: { kind: 'away', why: 'it does not answer', retryAt: 0 },
};
const METER: InstrumentNow = {
  ...QUIET,
  id: '192.168.1.9:5025',
  kind: 'bench-meter',
  identity: 'Owl Works, model 4',
  line: { kind: 'ready' },
};

interface Chosen {
  readonly gadgets: string[];
  readonly seconds: number[];
  readonly looks: string[];
}

function show(instruments: readonly InstrumentNow[], gadgets: readonly string[] = []): Chosen {
  const chosen: Chosen = { gadgets: [], seconds: [], looks: [] };
  const line: InstrumentLine = {
    instruments,
    taking: {
      note: undefined,
      take: () => undefined,
      log: () => undefined,
      stop: () => undefined,
      series: undefined,
      clear: () => undefined,
      look: async (slot, instrument) => {
        chosen.looks.push(`${slot} ${instrument}`);
        return 'The scope is away.';
      },
      armedFor: () => undefined,
    },
    slot: () => 'C1 ',
    space: {} as InstrumentLine['space'],
    gadgets,
    gadget: undefined,
    chooseGadget: (gadget) => chosen.gadgets.push(gadget),
    everySeconds: 5,
    chooseInterval: (seconds) => chosen.seconds.push(seconds),
  };
  renderOpen(
    <InstrumentsButton line={line} specimen={replay(entriesOf(...CLIP))} specimenId="clip" gates={0} mayHold record={() => undefined} />,
    { lines: CLIP },
  );
  return chosen;
}

const open = async () => {
  await userEvent.click(screen.getByRole('button', { name: /^Instruments/ }));
  await screen.findByRole('dialog');
};

describe('the instruments of the bench', () => {
  it('the button says how many are away before how many there are', async () => {
    show([METER, SCOPE]);
    expect(screen.getByRole('button', { name: 'Instruments: 1 away' })).toBeTruthy();
    await open();
    const dialog = screen.getByRole('dialog').textContent;
    expect(dialog).toContain('away: it does not answer');
    expect(dialog).toContain('Owl Works, model 4');
    expect(dialog).toContain('ready');
  });

  it('one comes on the list by its address, and what it is may be left to it', async () => {
    const asked = answering(() => ({ instruments: [] }));
    show([]);
    await open();
    expect(screen.getByRole('dialog').textContent).toContain('None is on the list.');
    await userEvent.type(screen.getByLabelText('Address'), '192.168.1.20:5025');
    await userEvent.click(screen.getByRole('button', { name: 'Put it on the list' }));
    const [added] = asked.filter(({ method }) => method !== 'GET');
    expect(added?.body).toEqual({ address: '192.168.1.20:5025' });
    expect(screen.getByLabelText<HTMLInputElement>('Address').value).toBe('');
  });

  it('a refused address stays in its field, with the server’s words at it', async () => {
    answering(({ method }) =>
      method === 'GET' ? { instruments: [] } : new Refusal(422, 'example.org is not on this machine or a private network.'),
    );
    show([]);
    await open();
    await userEvent.type(screen.getByLabelText('Address'), 'example.org:5025{Enter}');
    expect((await screen.findByRole('alert')).textContent).toContain('private network');
    const field = screen.getByLabelText<HTMLInputElement>('Address');
    expect(field.value).toBe('example.org:5025');
    expect(field.getAttribute('aria-invalid')).toBe('true');
    expect(document.getElementById(field.getAttribute('aria-describedby') ?? '')?.textContent).toContain('example.org');
  });

  it('a series’ interval and the gadget of the stand-ins are chosen; an oscilloscope that cannot says why', async () => {
    const chosen = show([SCOPE], ['hall-lamp', 'owl-lamp']);
    await open();
    await userEvent.selectOptions(screen.getByLabelText('A series takes a value every'), '30 s');
    await userEvent.selectOptions(screen.getByLabelText('The stand-ins look at'), 'owl lamp');
    await userEvent.click(screen.getByRole('button', { name: 'take the waveform of C1' }));
    expect(chosen).toEqual({ gadgets: ['owl-lamp'], seconds: [30], looks: ['C1  192.168.1.7:5025'] });
    expect(screen.getByRole('alert').textContent).toBe('The scope is away.');
  });
});

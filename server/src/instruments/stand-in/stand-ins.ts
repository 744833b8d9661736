import { setTimeout as wait } from 'node:timers/promises';
import {
  displayed,
  GENERIC_METERS,
  type HeldTo,
  isAlternating,
  type Meter,
  type Quantity,
  statisticOf,
  trueAmps,
  trueCelsius,
  trueInLine,
  trueLux,
  trueOhms,
  trueVolts,
  trueWaveform,
  type Unit,
} from '@mindful-probe/core';
import { orThrow, type StandInRoom } from './room.ts';
import { illegalValue, outOfRange, settingsConflict } from './scpi-errors.ts';
import { booleanOf, numberOf, stringOf } from './scpi-program.ts';
import type { Command } from './scpi-server.ts';

/** A simulated instrument: how it calls itself, what it answers, and what *RST does. */
export interface StandIn {
  readonly model: string;
  readonly commands: readonly Command[];
  readonly reset: () => void;
}

/** Over the range, and no number (SCPI-99, volume 1, 7.2.1). */
const OVER = '9.90000000E+37';
/** An integration over five periods of the mains. */
const INTEGRATION_MS = 100;
const DARK_ROOM_LUX = 0.2;

/** The six instruments, all looking into one room. */
export function standInsOf(room: StandInRoom): readonly StandIn[] {
  return [benchMeter(room), benchSupply(room), powerMeter(room), oscilloscope(room), thermometer(room), luxMeter(room)].map((standIn) => ({
    ...standIn,
    commands: [...standIn.commands, ...handsIn(room)],
  }));
}

/** What hands do on a real bench: which gadget lies there, where the probes are, and whether it is plugged in. */
function handsIn(room: StandInRoom): readonly Command[] {
  return [
    { header: 'STANdin:GADGet', run: ([name]) => void room.take(stringOf(name)) },
    { header: 'STANdin:GADGet?', run: () => `"${room.gadgetName}"` },
    { header: 'STANdin:CATalog?', run: () => room.names.map((name) => `"${name}"`).join(',') },
    {
      header: 'STANdin:PROBes',
      run: ([first, second]) => void room.hold((second === undefined ? [stringOf(first)] : [stringOf(first), stringOf(second)]) as HeldTo),
    },
    { header: 'STANdin:PLACe', run: ([place]) => void room.holdAt(stringOf(place)) },
    { header: 'STANdin:CLIPs', run: ([on]) => void room.clip(booleanOf(on)) },
    { header: 'STANdin:POWer', run: ([on]) => void room.plug(booleanOf(on)) },
  ];
}

function generic(name: string): Meter {
  return GENERIC_METERS.find((meter) => meter.name === name) as Meter;
}

/** Serial numbers give each instrument its own error, the same at every start. */
function benchMeter(room: StandInRoom): StandIn {
  const meter = generic('bench meter');
  const measure = (unit: Unit, truth: () => number): Command['run'] => {
    return async () => {
      await wait(room.unsettledMs + INTEGRATION_MS);
      return shown(room, meter, unit, truth(), 41);
    };
  };
  const volts = (quantity: Quantity) => () => {
    const probes = room.probes();
    const circuit = room.circuit();
    return circuit ? orThrow(trueVolts(circuit, probes, statisticOf(quantity), meter)) : 0;
  };
  const amps = (quantity: Quantity) => () => {
    const { ref } = room.probes();
    const circuit = room.circuit();
    if (ref === undefined) throw settingsConflict('amps go through a part, and the probes are on nets');
    return circuit ? orThrow(trueAmps(circuit, ref, statisticOf(quantity), meter)) : 0;
  };
  const ohms = () => {
    if (room.isPowered) throw settingsConflict('volts between the probes, ohms are read dead');
    return orThrow(trueOhms(room.gadget.circuit, room.probes()));
  };
  return {
    model: 'STAND-IN BENCH METER',
    reset: () => undefined,
    commands: [
      { header: 'MEASure[:SCALar]:VOLTage[:DC]?', run: measure('volts', volts('volts-dc')) },
      { header: 'MEASure[:SCALar]:VOLTage:AC?', run: measure('volts', volts('volts-ac')) },
      { header: 'MEASure[:SCALar]:CURRent[:DC]?', run: measure('amps', amps('amps-dc')) },
      { header: 'MEASure[:SCALar]:CURRent:AC?', run: measure('amps', amps('amps-ac')) },
      { header: 'MEASure[:SCALar]:RESistance?', run: measure('ohms', ohms) },
    ],
  };
}

const MOST_VOLTS = 30;
const MOST_AMPS = 3;

function benchSupply(room: StandInRoom): StandIn {
  let volts = 0;
  let limitAmps = 0.1;
  let on = false;
  const feed = () => room.feedFrom(on ? { kind: 'bench-supply', volts, limitAmps } : undefined);
  const output = (wanted: boolean) => {
    on = wanted;
    feed();
  };
  const set = (value: number, most: number, put: (value: number) => void) => {
    if (!(value >= 0) || value > most) throw outOfRange(`0 to ${most}`);
    put(value);
    feed();
    return undefined;
  };
  return {
    model: 'STAND-IN BENCH SUPPLY',
    reset: () => {
      output(false);
      volts = 0;
      limitAmps = 0.1;
    },
    commands: [
      {
        header: '[SOURce:]VOLTage[:LEVel][:IMMediate][:AMPLitude]',
        run: ([value]) =>
          set(numberOf(value), MOST_VOLTS, (to) => {
            volts = to;
          }),
      },
      { header: '[SOURce:]VOLTage[:LEVel][:IMMediate][:AMPLitude]?', run: () => scientific(volts) },
      {
        header: '[SOURce:]CURRent[:LEVel][:IMMediate][:AMPLitude]',
        run: ([value]) =>
          set(numberOf(value), MOST_AMPS, (to) => {
            limitAmps = to;
          }),
      },
      { header: '[SOURce:]CURRent[:LEVel][:IMMediate][:AMPLitude]?', run: () => scientific(limitAmps) },
      { header: 'OUTPut[:STATe]', run: ([wanted]) => void output(booleanOf(wanted)) },
      { header: 'OUTPut[:STATe]?', run: () => (on ? '1' : '0') },
      { header: 'MEASure[:SCALar]:VOLTage[:DC]?', run: () => scientific(on ? (room.delivered()?.volts ?? 0) : 0) },
      { header: 'MEASure[:SCALar]:CURRent[:DC]?', run: () => scientific(on ? (room.delivered()?.amps ?? 0) : 0) },
    ],
  };
}

function powerMeter(room: StandInRoom): StandIn {
  const figures = async () => {
    await wait(room.unsettledMs + INTEGRATION_MS);
    const circuit = room.circuit();
    const alternates = isAlternating(room.gadget.circuit);
    const meter = generic(alternates ? 'power meter at the plug' : 'USB meter');
    const [volts, amps, watts] = circuit ? orThrow(trueInLine(room.gadget, circuit, meter)) : [0, 0, 0];
    return { meter, volts, amps, watts };
  };
  const show = (unit: Unit, which: 'volts' | 'amps' | 'watts'): Command['run'] => {
    return async () => {
      const { meter, ...found } = await figures();
      return shown(room, meter, unit, found[which], 43);
    };
  };
  return {
    model: 'STAND-IN POWER METER',
    reset: () => undefined,
    commands: [
      { header: 'MEASure[:SCALar]:VOLTage?', run: show('volts', 'volts') },
      { header: 'MEASure[:SCALar]:CURRent?', run: show('amps', 'amps') },
      { header: 'MEASure[:SCALar]:POWer[:ACTive]?', run: show('watts', 'watts') },
      {
        header: 'MEASure[:SCALar]:POWer:APParent?',
        run: async () => {
          const { volts, amps } = await figures();
          return scientific(volts * amps);
        },
      },
      {
        header: 'MEASure[:SCALar]:POWer:PFACtor?',
        run: async () => {
          const { volts, amps, watts } = await figures();
          return volts * amps > 0 ? (watts / (volts * amps)).toFixed(3) : OVER;
        },
      },
    ],
  };
}

const SCOPE_SAMPLES = 500;
/** Eight bits over the screen. */
const SCOPE_STEPS = 256;

function oscilloscope(room: StandInRoom): StandIn {
  return {
    model: 'STAND-IN OSCILLOSCOPE',
    reset: () => undefined,
    commands: [
      {
        header: 'WAVeform:DATA?',
        run: () => {
          const circuit = room.circuit();
          const probes = room.probes();
          const { seconds, volts } = circuit
            ? orThrow(trueWaveform(circuit, probes, SCOPE_SAMPLES))
            : { seconds: [0, 0.02], volts: [0, 0] };
          const span = Math.max(1e-3, ...volts.map(Math.abs)) * 2.5;
          const rows = volts.map(
            (value, index) =>
              `${(seconds[index] ?? 0).toExponential(5)},${quantised(value, span / SCOPE_STEPS, room.random).toExponential(4)}`,
          );
          return block(`seconds,volts\n${rows.join('\n')}\n`);
        },
      },
    ],
  };
}

function quantised(value: number, step: number, random: () => number): number {
  return Math.round(value / step + random() - 0.5) * step;
}

/** A definite-length block (IEEE 488.2, 8.7.9): #, digits of the length, the length, the bytes. */
function block(text: string): string {
  const length = String(Buffer.byteLength(text, 'latin1'));
  return `#${length.length}${length}${text}`;
}

function thermometer(room: StandInRoom): StandIn {
  return {
    model: 'STAND-IN THERMOMETER',
    reset: () => undefined,
    commands: [
      {
        header: 'MEASure[:SCALar]:TEMPerature?',
        run: async () => {
          await wait(INTEGRATION_MS);
          const celsius = orThrow(trueCelsius(room.gadget, room.circuit(), room.surface, room.poweredSeconds));
          if (celsius === undefined) throw illegalValue(`nothing called ${room.surface} here`);
          return shown(room, generic('thermometer'), 'celsius', celsius, 47);
        },
      },
    ],
  };
}

function luxMeter(room: StandInRoom): StandIn {
  let metres = 0.5;
  return {
    model: 'STAND-IN LUX METER',
    reset: () => {
      metres = 0.5;
    },
    commands: [
      {
        header: 'STANdin:DISTance',
        run: ([value]) => {
          const wanted = numberOf(value);
          if (!(wanted >= 0.05) || wanted > 20) throw outOfRange('0.05 to 20 m');
          metres = wanted;
          return undefined;
        },
      },
      {
        header: 'MEASure[:SCALar]:ILLuminance?',
        run: async () => {
          await wait(INTEGRATION_MS);
          return shown(room, generic('lux meter'), 'lux', DARK_ROOM_LUX + orThrow(trueLux(room.gadget, room.circuit(), metres)), 53);
        },
      },
    ],
  };
}

function shown(room: StandInRoom, meter: Meter, unit: Unit, truth: number, serial: number): string {
  const display = displayed(meter, unit, truth, serial, room.random);
  return 'over' in display ? OVER : scientific(display.value);
}

function scientific(value: number): string {
  return `${value < 0 ? '' : '+'}${value.toExponential(6).toUpperCase()}`;
}

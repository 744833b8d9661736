import type { Part } from '../device/index.ts';
import { formatEngineering } from '../quantity/index.ts';

/** The value of a part, as printed beside its symbol. */
export function partValue(part: Part): string {
  switch (part.kind) {
    case 'resistor':
      return part.ohms === 0 ? 'link' : formatEngineering(part.ohms, 'ohms').text;
    case 'led': {
      const { series = 1, parallel = 1 } = part;
      const count = [series > 1 ? `${series} in series` : '', parallel > 1 ? `${parallel} side by side` : ''].filter(Boolean).join(', ');
      return [part.colour ?? '', count].filter(Boolean).join(', ');
    }
    case 'dc':
      return `${formatEngineering(part.volts, 'volts').text}${part.note ? ` ${part.note}` : ''}`;
    case 'battery': {
      const { series = 1, parallel = 1, size = '', chemistry } = part;
      const cells = `${series > 1 || parallel > 1 ? `${series}${parallel > 1 ? `×${parallel}` : ''} × ` : ''}${size}`.trim();
      return [cells, chemistry ?? ''].filter(Boolean).join(' ');
    }
    case 'switch':
      return part.closed === false ? 'open' : '';
    case 'fuse':
      return part.rated?.amps === undefined ? '' : formatEngineering(part.rated.amps, 'amps').text;
    case 'ac':
      return `${formatEngineering(part.voltsRms, 'volts').text} ${formatEngineering(part.hertz, 'hertz').text}`;
    case 'capacitor':
      return `${formatEngineering(part.farads, 'farads').text}${part.rated?.class ? ` ${part.rated.class}` : ''}`;
    case 'inductor':
      return formatEngineering(part.henries, 'henries').text;
    case 'diode':
    case 'bridge':
      return part.type ?? '';
    case 'zener':
      return formatEngineering(part.zenerVolts, 'volts').text;
    case 'sink':
      return formatEngineering(part.amps ?? (part.referenceVolts ?? Number.NaN) / (part.senseOhms ?? Number.NaN), 'amps').text;
    case 'bjt':
      return part.polarity;
    case 'mosfet':
      return `${part.polarity} channel`;
    case 'converter':
      return `${part.mode}, ${formatEngineering(part.outVolts, 'volts').text}, ${formatEngineering(part.limitAmps, 'amps').text}`;
  }
}

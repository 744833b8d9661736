import { describe, it } from '@jest/globals';
import { useBench } from './use-bench.ts';
import { expectWholeView } from './whole-view.ts';

const VIEWS = [
  '/',
  '/nowhere',
  '/specimens/bicycle-rear-light/trace',
  '/specimens/three-cell-headlamp/claim',
  '/specimens/bathroom-mirror-bar/claim',
  '/specimens/bathroom-mirror-bar/first-light',
  '/specimens/bathroom-mirror-bar/opening',
  '/specimens/bathroom-mirror-bar/trace',
  '/specimens/bathroom-mirror-bar/drive',
  '/specimens/greenhouse-grow-panel/drive',
  '/specimens/kitchen-spot/readings',
  '/specimens/shed-torch/readings',
  '/specimens/reading-room-lamp/proof',
  '/rounds',
  '/compare',
  '/compare?of=usb-book-clip,book-clip-reworked:1,bathroom-mirror-bar',
  '/specimens/bathroom-mirror-bar/write-up',
  '/marks',
  '/drawer',
  '/enter',
];

const bench = useBench('demo', { bare: true });

describe('every view besides the stages of a clip', () => {
  it.each(VIEWS)('%s: no serious accessibility finding, no small or lost text, no glyph of the machine, no complaint', async (path) => {
    await expectWholeView(bench, path);
  });
});

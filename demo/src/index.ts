import { barnLantern } from './scripts/barn-lantern.ts';
import { bicycleRearLight } from './scripts/bicycle-rear-light.ts';
import { bookClipReworked } from './scripts/book-clip-reworked.ts';
import { crankTorch } from './scripts/crank-torch.ts';
import { garageTorch } from './scripts/garage-torch.ts';
import { growPanel } from './scripts/grow-panel.ts';
import { guestLamp } from './scripts/guest-lamp.ts';
import { hallMirrorBar } from './scripts/hall-mirror-bar.ts';
import { kitchenSpot } from './scripts/kitchen-spot.ts';
import { luggageLight } from './scripts/luggage-light.ts';
import { mirrorBar } from './scripts/mirror-bar.ts';
import { nightLight } from './scripts/night-light.ts';
import { pathMarker } from './scripts/path-marker.ts';
import { porchLantern } from './scripts/porch-lantern.ts';
import { readingRoomLamp } from './scripts/reading-room-lamp.ts';
import { shedTorch } from './scripts/shed-torch.ts';
import { shelfStrip } from './scripts/shelf-strip.ts';
import { stairwellLamp } from './scripts/stairwell-lamp.ts';
import { threeCellHeadlamp } from './scripts/three-cell-headlamp.ts';
import { treeOrnament } from './scripts/tree-ornament.ts';
import { usbBookClip } from './scripts/usb-book-clip.ts';

export { playScript } from './bench-script.ts';

/** The demo shelf: what came to the repair mornings of the Larkhithe library this spring. */
export const DEMO_SCRIPTS = [
  usbBookClip,
  threeCellHeadlamp,
  bicycleRearLight,
  barnLantern,
  bookClipReworked,
  mirrorBar,
  growPanel,
  crankTorch,
  treeOrnament,
  pathMarker,
  hallMirrorBar,
  guestLamp,
  kitchenSpot,
  stairwellLamp,
  shedTorch,
  readingRoomLamp,
  porchLantern,
  luggageLight,
  nightLight,
  shelfStrip,
  garageTorch,
];

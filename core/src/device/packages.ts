/**
 * What a semiconductor's package dissipates on a small board in still air, W: 100 K above 25 °C over the junction-to-air
 * resistance that general package notes give (JEDEC JESD51-3 boards): SOT-23 350 K/W, SOT-89 160, TO-92 200, SO-8 140 and so on.
 */
const PACKAGE_WATTS: Readonly<Record<string, number>> = {
  sot23: 0.3,
  sot235: 0.35,
  sot236: 0.35,
  sot323: 0.2,
  sot89: 0.6,
  sot893: 0.6,
  sot223: 1.1,
  so8: 0.7,
  sop8: 0.7,
  esop8: 1.6,
  dfn: 1,
  to92: 0.5,
  to126: 1,
  to220: 1.6,
  to252: 1.4,
  to263: 2,
};

/** Of a package by its printed or spoken name; undefined for one that is not known. */
export function packageWatts(name: string | undefined): number | undefined {
  return name === undefined ? undefined : PACKAGE_WATTS[name.toLowerCase().replace(/[^a-z0-9]/g, '')];
}

import { touchableMains } from '../caution/index.ts';
import { partsOfKind } from '../circuit/index.ts';
import type { Finding, SafetyRule } from './finding.ts';

/** IEC 60335-1, 22.5: under 34 V a second after the plug is drawn. */
const PLUG_SECONDS = 1;
/** A store inside a closed case has longer, yet not as long as it takes to open it. */
const INSIDE_SECONDS = 10;

/** What a thing on mains must have: a fuse, a way for charge to leave, capacitors made to fail safely, earth on metal. */
export const mainsFindings: SafetyRule = ({ circuit, arrangements, discharges }) => {
  const mains = touchableMains(circuit);
  if (!mains) return [];
  const source = mains.part;
  const findings: Finding[] = [];
  const fuses = partsOfKind(circuit, 'fuse');
  if (fuses.length === 0) {
    findings.push({
      code: 'no-fuse',
      severity: 'unsafe',
      ref: source.ref,
      text: 'No fuse stands between mains and the rest.',
      mend: 'A fuse or a fusible resistor in the live lead, next to where it comes in.',
    });
  }
  const { livePin, case: body, earthed } = circuit.construction ?? {};
  if (livePin !== undefined && fuses.length > 0 && !fuses.some(({ pins }) => (pins as readonly string[]).includes(livePin))) {
    findings.push({
      code: 'fuse-in-neutral',
      severity: 'unsafe',
      ref: fuses[0]?.ref ?? '',
      text: `The fuse is not in the live lead (${livePin}): when it blows, everything stays live.`,
      mend: 'Move it to the live lead.',
    });
  }
  if (body === 'metal' && earthed !== true) {
    findings.push({
      code: 'no-earth',
      severity: 'unsafe',
      ref: source.ref,
      text: 'The case is metal and has no earth: one failed insulation makes it live.',
      mend: 'Earth the case, or give it double insulation.',
    });
  }
  if (body === 'plastic' || body === 'glass') {
    findings.push({
      code: 'single-insulation',
      severity: 'note',
      ref: source.ref,
      text: `Nothing isolates this circuit from mains: the ${body} case alone keeps hands from it.`,
      mend: 'Two layers, or 6 mm of air, between every live part and what can be touched; never run it open.',
    });
  }
  const droppers = new Set(arrangements.flatMap(({ code, roles }) => (code === 'capacitive-dropper' ? (roles.dropper ?? []) : [])));
  for (const part of partsOfKind(circuit, 'capacitor')) {
    const acrossMains = part.pins.every((net) => (source.pins as readonly string[]).includes(net));
    if (!droppers.has(part.ref) && !acrossMains) continue;
    const given = part.rated?.class?.toUpperCase();
    if (given !== undefined && /^[XY][1-4]$/.test(given)) continue;
    const said = given === undefined ? 'has no safety class that is known' : `is of class ${given}`;
    findings.push({
      code: 'capacitor-class',
      severity: given === undefined ? 'caution' : 'unsafe',
      ref: part.ref,
      text: `${part.ref} is on mains and ${said}; others fail as a short.`,
      mend: 'A capacitor of class X2 (IEC 60384-14) of the same farads.',
    });
  }
  for (const discharge of discharges) {
    const { ref, bleederOhms, secondsTo34 = 0, fromVolts } = discharge;
    const limit = droppers.has(ref) ? PLUG_SECONDS : INSIDE_SECONDS;
    if (bleederOhms === undefined) {
      findings.push({
        code: 'no-bleeder',
        severity: 'unsafe',
        ref,
        text: `${ref} still holds up to ${Math.round(fromVolts)} V after it is unplugged: no resistor discharges it.`,
        mend: `About ${bleederFor(discharge.farads, fromVolts, limit)} across ${ref}, for its volts.`,
      });
    } else if (secondsTo34 > limit) {
      findings.push({
        code: 'slow-bleeder',
        severity: 'caution',
        ref,
        text: `${ref} needs ${secondsTo34.toPrecision(2)} s to fall from ${Math.round(fromVolts)} V under 34 V.`,
        mend: `A bleeder of ${bleederFor(discharge.farads, fromVolts, limit)} or less.`,
      });
    }
  }
  return findings;
};

/** The resistance that discharges it in time, in words. */
function bleederFor(farads: number, volts: number, seconds: number): string {
  const ohms = seconds / farads / Math.log(volts / 34);
  return ohms >= 1e6 ? `${(ohms / 1e6).toPrecision(2)} MΩ` : `${Number((ohms / 1e3).toPrecision(2))} kΩ`;
}

import type { BlockLaw } from '../law.ts';

/**
 * The transport form of Ebers and Moll's model (Proc. IRE 42, 1954; Getreu, Modeling the Bipolar Transistor, 1976,
 * ch. 2): Ict = Is·(e^(Vbe/Vt) − e^(Vbc/Vt)), Ibe = Is/βF·(e^(Vbe/Vt) − 1), Ibc = Is/βR·(e^(Vbc/Vt) − 1),
 * Ic = Ict − Ibc, Ib = Ibe + Ibc. Volts are (collector, base) against the emitter.
 */
export function transportLaw(sign: number, betaF: number, betaR: number, Is: number, Vt: number): BlockLaw {
  const knee = Vt * Math.log(Vt / (Math.SQRT2 * Is));
  const limit = (v: number, last: number) => {
    if (v <= knee || Math.abs(v - last) <= 2 * Vt) return v;
    return last > 0 ? last + Vt * Math.log(1 + Math.max((v - last) / Vt, -0.9)) : Vt * Math.log(Math.max(v / Vt, 1));
  };
  return {
    paths: [
      [0, 2],
      [1, 2],
    ],
    remembers: 2,
    firstMode: 0,
    nextMode: (_, mode) => mode,
    evaluate(volts, amps, siemens, memory) {
      const vbe = sign * volts[1];
      const vbc = sign * (volts[1] - volts[0]);
      const be = memory ? limit(vbe, memory[0]) : vbe;
      const bc = memory ? limit(vbc, memory[1]) : vbc;
      if (memory) {
        memory[0] = be;
        memory[1] = bc;
      }
      const eBe = Math.exp(Math.min(be / Vt, 700));
      const eBc = Math.exp(Math.min(bc / Vt, 700));
      const gBe = (Is * eBe) / Vt;
      const gBc = (Is * eBc) / Vt;
      // Linearised back to the volts asked for.
      const dBe = vbe - be;
      const dBc = vbc - bc;
      const transport = Is * (eBe - eBc) + gBe * dBe - gBc * dBc;
      const ibe = (Is / betaF) * (eBe - 1) + (gBe / betaF) * dBe;
      const ibc = (Is / betaR) * (eBc - 1) + (gBc / betaR) * dBc;
      amps[0] = sign * (transport - ibc);
      amps[1] = sign * (ibe + ibc);
      // ∂/∂Vc and ∂/∂Vb: Vbe depends on Vb alone, Vbc on Vb and, with the other sign, on Vc.
      const collectorByBc = -gBc - gBc / betaR;
      siemens[0] = -collectorByBc;
      siemens[1] = gBe + collectorByBc;
      siemens[2] = -gBc / betaR;
      siemens[3] = gBe / betaF + gBc / betaR;
      return Math.abs(dBe) > 1e-9 + 1e-7 * Math.abs(vbe) || Math.abs(dBc) > 1e-9 + 1e-7 * Math.abs(vbc);
    },
  };
}

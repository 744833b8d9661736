import { partsOfKind } from '../../circuit/index.ts';
import { answersOf, CLEAR, type SafetyRule, speaks } from '../rule.ts';

/** Strings and regulators that share badly, LEDs that nothing holds back, converters on too many volts. */
export const sharingRule: SafetyRule = ({ circuit, arrangements, solution }) =>
  answersOf([
    ...arrangements.map(({ code, roles, missing }) => {
      const [ref = ''] = roles.string ?? roles.regulator ?? [];
      if (code === 'parallel-strings' && missing.includes('ballast'))
        return speaks({ code: 'unbalanced-strings', severity: 'caution', ref, facts: { about: 'strings' } });
      if (code === 'parallel-regulators')
        return speaks({
          code: 'parallel-regulators',
          severity: 'note',
          ref: roles.regulator?.[0] ?? ref,
          facts: { about: 'regulators', refs: roles.regulator ?? [] },
        });
      if (code === 'direct') return speaks({ code: 'no-current-limit', severity: 'caution', ref, facts: { about: 'direct' } });
      return CLEAR;
    }),
    ...partsOfKind(circuit, 'converter').map(({ ref, maxInVolts, rangeAssumed }) => {
      const volts = solution.parts[ref]?.volts.max ?? 0;
      if (volts <= maxInVolts) return CLEAR;
      return speaks({
        code: 'converter-volts',
        severity: rangeAssumed ? 'caution' : 'unsafe',
        ref,
        ...(rangeAssumed && { assumed: true as const }),
        facts: { about: 'converter', volts, most: maxInVolts },
      });
    }),
  ]);

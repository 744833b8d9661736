import { answersOf, CLEAR, type SafetyRule, speaks } from '../rule.ts';

/** Strings and regulators that share badly, and LEDs that nothing holds back. */
export const sharingRule: SafetyRule = ({ arrangements }) =>
  answersOf(
    arrangements.map(({ code, roles, missing }) => {
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
  );

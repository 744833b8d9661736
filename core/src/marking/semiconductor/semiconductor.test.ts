import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  findMarks,
  GENERIC_MARKS,
  marksFromCsv,
  marksToCsv,
  type SemiconductorMark,
  sayMistaken,
  semiconductorMarkSchema,
} from '../index.ts';

describe('marks of semiconductors', () => {
  const table: SemiconductorMark[] = [
    { mark: 'B50L', what: 'one' },
    { mark: '8S0I', package: 'sot-23', what: 'two' },
    { mark: 'X9', what: 'three' },
  ];

  it('finds a mark as typed first, then with letters that look alike, and says which', () => {
    const found = findMarks('b50l', table);
    expect(found.map(({ mark }) => mark.what)).toEqual(['one', 'two']);
    expect(found.map(sayMistaken)).toEqual(['as typed', 'if B is 8 and 5 is S and L is I']);
    expect(findMarks('BSO1', table)[0]?.mark.what).toBe('one');
    expect(findMarks('X8', table)).toEqual([]);
    expect(findMarks(' ', table)).toEqual([]);
  });

  it('narrows down by the body, however it is written', () => {
    expect(findMarks('850L', table, 'SOT 23').map(({ mark }) => mark.what)).toEqual(['one', 'two']);
    expect(findMarks('850L', table, 'sot-89').map(({ mark }) => mark.what)).toEqual(['one']);
  });

  it('own entries stand before those that ship, and replace them', () => {
    const [generic] = GENERIC_MARKS as [SemiconductorMark];
    const own = { ...generic, what: 'mine' };
    expect(findMarks(generic.mark, [own, ...GENERIC_MARKS]).map(({ mark }) => mark.what)).toEqual(['mine']);
    for (const mark of GENERIC_MARKS) expect(semiconductorMarkSchema.safeParse(mark)).toMatchObject({ success: true });
  });

  it('comes back from CSV as it went', () => {
    const text = fc
      .string({ minLength: 1, maxLength: 20 })
      .filter((value) => value.trim() === value && !/^'?[=+@-]/.test(value) && !/[\r\n]/.test(value));
    const marks = fc.array(
      fc.record({ mark: text, what: text, note: text, referenceVolts: fc.integer({ min: 1, max: 999 }).map((mv) => mv / 1000) }),
      { maxLength: 8 },
    );
    fc.assert(fc.property(marks, (list) => expect(marksFromCsv(marksToCsv(list))).toEqual({ marks: list, problems: [] })));
    expect(marksFromCsv(marksToCsv(GENERIC_MARKS)).marks).toEqual(GENERIC_MARKS);
  });

  it('names lines that are no mark and takes the others; a formula is only text', () => {
    const csv = 'What,MARK,referenceVolts,odd\r\na diode,A1,"0,6",x\r\n,A2,,\r\na chip,A3,minus,\r\n';
    expect(marksFromCsv(csv)).toEqual({
      marks: [{ mark: 'A1', what: 'a diode', referenceVolts: 0.6 }],
      problems: [expect.stringMatching(/^Line 3: what/), expect.stringMatching(/^Line 4: referenceVolts/)],
    });
    expect(marksFromCsv('a,b\r\n1,2').problems[0]).toMatch(/“mark” and “what”/);
    const formula = { mark: '=1+1', what: 'x' };
    expect(marksToCsv([formula])).toContain("'=1+1");
    expect(marksFromCsv(marksToCsv([formula])).marks).toEqual([formula]);
  });
});

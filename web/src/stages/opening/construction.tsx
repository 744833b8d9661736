import { doubtsOf, type FactName } from '@mindful-probe/core';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';

interface Question {
  readonly name: FactName;
  readonly asks: string;
  readonly answers: readonly string[];
}

/** Asked once; the safety rules go by it. */
const QUESTIONS: readonly Question[] = [
  { name: 'case', asks: 'The case is of', answers: ['metal', 'plastic', 'glass'] },
  { name: 'earth', asks: 'Earth', answers: ['present and connected', 'present, not connected', 'none'] },
  { name: 'insulation', asks: 'Between live parts and what can be touched', answers: ['6 mm or more, or two layers', 'less', 'bare pads'] },
  { name: 'fuse-lead', asks: 'The fuse is in', answers: ['the live lead', 'the neutral lead', 'neither, or cannot tell'] },
  { name: 'cells-protected', asks: 'Cells', answers: ['with protection', 'without protection', 'no cells'] },
  {
    name: 'supply-isolation',
    asks: 'The adapter that came with it is',
    answers: ['isolated, by its mark', 'not isolated', 'none came with it'],
  },
  { name: 'case-size', asks: 'How large its outside is', answers: ['as a thumb', 'as a fist', 'as two hands', 'as a book', 'larger'] },
  { name: 'fins', asks: 'Its outside has fins', answers: ['yes', 'no'] },
  { name: 'heat-path', asks: 'The LED board', answers: ['metal, screwed with paste', 'metal, glued', 'metal, loose', 'not metal'] },
];
const LOOKED = ['yes', 'no', 'cannot tell'];

/** How it is built, and what the claims left to be looked for. */
export function Construction() {
  const { specimen } = useOpenSpecimen();
  const looks = new Map(
    doubtsOf(specimen)
      .filter(({ code }) => code.startsWith('look-for-'))
      .map(({ code, text }) => [code.replace('look-for-', 'look-') as FactName, text]),
  );
  return (
    <section aria-label="How it is built" className="mt-5 max-w-[860px]">
      <h2 className="border-b border-ink">How it is built</h2>
      <ul>
        {QUESTIONS.map(({ name, asks, answers }) => (
          <Asked key={name} name={name} asks={asks} answers={answers} />
        ))}
        {[...looks].map(([name, text]) => (
          <Asked key={name} name={name} asks={text} answers={LOOKED} />
        ))}
      </ul>
    </section>
  );
}

function Asked({ name, asks, answers }: Question) {
  const { specimen, record } = useOpenSpecimen();
  const said = specimen.facts.get(name);
  return (
    <li className="border-b border-rule py-1.5">
      <fieldset className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <legend className="float-left mr-4 min-w-[280px] max-w-[420px]">{asks}</legend>
        {answers.map((answer) => (
          <label key={answer} className="flex items-center gap-1.5">
            <input type="radio" name={name} checked={said === answer} onChange={() => record({ kind: 'fact', name, value: answer })} />
            {answer}
          </label>
        ))}
      </fieldset>
    </li>
  );
}

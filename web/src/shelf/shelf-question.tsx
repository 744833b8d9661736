import type { DriveBand } from '@mindful-probe/core';
import type { ShelfQuestion } from '../shared/data/use-shelf.ts';
import { STAGE_LIST } from '../stages/registry.ts';

const FINDINGS: readonly (readonly [string, string])[] = [
  ['', 'any findings'],
  ['unsafe', 'over a rating or unsafe'],
  ['caution', 'to be careful of'],
  ['open', 'not enough known'],
  ['none', 'none open'],
];
const DRIVES: readonly (readonly [DriveBand | '', string])[] = [
  ['', 'any drive'],
  ['over', 'above its rating'],
  ['near', 'close to it'],
  ['comfort', 'in comfort'],
  ['unknown', 'not known'],
];
const SORTS: readonly (readonly [string, string])[] = [
  ['drive', 'hardest driven first'],
  ['name', 'by name'],
  ['newest', 'newest first'],
];

/** Fewer than this are found by eye. */
export const FEW = 12;

interface ShelfQuestionBarProps {
  readonly question: ShelfQuestion;
  readonly onChange: (changed: Partial<ShelfQuestion>) => void;
}

/** What of a long shelf is shown, and in which order. */
export function ShelfQuestionBar({ question, onChange }: ShelfQuestionBarProps) {
  return (
    <search className="flex flex-wrap items-end gap-4 pt-4">
      <label>
        <span className="block text-12 text-quiet">Search</span>
        <input
          type="search"
          className="w-[220px]"
          value={question.search}
          placeholder="hall lamp, 5 V"
          onChange={(event) => onChange({ search: event.target.value })}
        />
      </label>
      <label>
        <span className="block text-12 text-quiet">Stage</span>
        <select value={question.stage} onChange={(event) => onChange({ stage: event.target.value })}>
          <option value="">any stage</option>
          {STAGE_LIST.map(({ stage, title }) => (
            <option key={stage} value={stage}>
              {title}
            </option>
          ))}
        </select>
      </label>
      <Choice label="Findings" value={question.findings} of={FINDINGS} onChoose={(findings) => onChange({ findings })} />
      <Choice label="Drive" value={question.drive} of={DRIVES} onChoose={(drive) => onChange({ drive })} />
      <label className="flex items-center gap-2 pb-1.5">
        <input type="checkbox" checked={question.isDue} onChange={(event) => onChange({ isDue: event.target.checked })} /> wants something
      </label>
      <Choice label="Order" value={question.sort} of={SORTS} onChoose={(sort) => onChange({ sort })} />
    </search>
  );
}

interface ChoiceProps {
  readonly label: string;
  readonly value: string;
  readonly of: readonly (readonly [string, string])[];
  readonly onChoose: (value: string) => void;
}

function Choice({ label, value, of, onChoose }: ChoiceProps) {
  return (
    <label>
      <span className="block text-12 text-quiet">{label}</span>
      <select value={value} onChange={(event) => onChoose(event.target.value)}>
        {of.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}

import type { Board, Specimen } from '@mindful-probe/core';
import { useMemo, useState } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Empty } from '../../shared/kit/empty.tsx';
import { LevelMark } from '../../shared/kit/level-mark.tsx';
import { StageHeader } from '../../shared/kit/stage-header.tsx';
import { SaveDrawing } from '../../shared/pictures/save-drawing.tsx';
import { SchematicView } from '../../shared/pictures/schematic-view.tsx';
import type { AnalysisView } from '../../shared/worker/use-analysis.ts';
import { BoardPanel } from './board/board-panel.tsx';
import { ByMark } from './by-mark.tsx';
import { CircuitFromFile } from './circuit-from-file.tsx';
import { HoldList } from './continuity/hold-list.tsx';
import { LitProvider, useLit } from './lit.tsx';
import { DecodePanel } from './markings/decode-panel.tsx';
import { NetsList } from './nets-list.tsx';
import { PartsTable } from './parts-table.tsx';
import { Recognised } from './recognised.tsx';

const FIRST_BOARD: Board = {
  name: 'main',
  photos: {},
  views: {
    front: { turn: 0, mirrored: false, brightness: 1, contrast: 1 },
    back: { turn: 0, mirrored: true, brightness: 1, contrast: 1 },
  },
  pairs: [],
};

/** From photos and a beeping meter to the circuit, which draws itself as it grows. */
export function TraceStage() {
  const { specimen, analysis } = useOpenSpecimen();
  return (
    <LitProvider specimen={specimen} asked={askedPart(specimen, analysis)}>
      <StageHeader title="Trace" fact={factOf(specimen)} />
      <Boards />
      {specimen.circuit.parts.length === 0 ? <FirstParts /> : <Circuit />}
      <DecodePanel />
    </LitProvider>
  );
}

/** Where the next reading is taken, once nothing is left to be beeped out. */
function askedPart({ continuity }: Specimen, analysis: AnalysisView | undefined): string | undefined {
  const beeping = continuity && (continuity.nextHold || continuity.doubtful.length > 0 || continuity.contradictions.length > 0);
  return beeping || !analysis?.found.ok ? undefined : analysis.found.value.next[0]?.ref;
}

/** The boards, one at a time, with what was beeped out beside them. */
function Boards() {
  const { specimen, suggest, record } = useOpenSpecimen();
  const boards = specimen.boards.length > 0 ? specimen.boards : [FIRST_BOARD];
  const [name, setName] = useState(boards[0]?.name);
  const [big, setBig] = useState(false);
  const board = boards.find((candidate) => candidate.name === name) ?? boards[0] ?? FIRST_BOARD;
  return (
    <>
      {boards.length > 1 && (
        <label className="mb-2 flex items-center gap-2">
          <span className="text-quiet">Board</span>
          <select value={board.name} onChange={(event) => setName(event.target.value)}>
            {boards.map((each) => (
              <option key={each.name}>{each.name}</option>
            ))}
          </select>
        </label>
      )}
      <div className={`grid gap-x-6 gap-y-4 ${big ? '' : 'md:grid-cols-[minmax(0,540fr)_minmax(0,276fr)]'}`}>
        <BoardPanel key={board.name} board={board} big={big} onBig={() => setBig(!big)} />
        {specimen.continuity ? (
          <HoldList />
        ) : (
          <p className="text-quiet">
            What is joined is found with a beeping meter, dead:{' '}
            <button type="button" className="font-figures text-petrol underline" onClick={() => suggest('hold 1: ')}>
              hold 1: 3 4 | 0.2r
            </button>
          </p>
        )}
      </div>
      {specimen.boards.length > 0 && (
        <button
          type="button"
          className="mt-1 text-12 text-petrol underline"
          onClick={() => {
            const next = `board ${specimen.boards.length + 1}`;
            record({ kind: 'board', board: next });
            setName(next);
          }}
        >
          another board
        </button>
      )}
    </>
  );
}

function FirstParts() {
  const { suggest } = useOpenSpecimen();
  return (
    <Empty>
      <p>What is on the board, part by part, and what is joined to what. The circuit draws itself from it. Begin with the supply:</p>
      <ul className="mt-2 font-figures text-ink">
        <li>V1 5v usb</li>
        <li>R1 red violet black gold on V1.+ B</li>
        <li>D1 led white 5mm on B V1.-</li>
      </ul>
      <button type="button" className="action mt-3 mr-4" onClick={() => suggest('V1 ')}>
        Begin with V1
      </button>
      <CircuitFromFile />
    </Empty>
  );
}

function Circuit() {
  const { specimen, analysis } = useOpenSpecimen();
  const { refs, nets, light } = useLit();
  const doubted = useMemo(
    () => new Set((specimen.continuity?.doubtful ?? []).flatMap(({ because: [first] }) => first ?? [])),
    [specimen.continuity],
  );
  const problem = analysis?.found.ok === false ? analysis.found.error.message : undefined;
  return (
    <section aria-label="Circuit" className="mt-4 border-t border-rule pt-3">
      <div className="grid gap-x-6 lg:grid-cols-[minmax(0,604fr)_minmax(0,204fr)]">
        <SchematicView circuit={specimen.circuit} maxHeight={330} lit={refs} litNets={nets} onLight={light} doubted={doubted} />
        <div>
          <Recognised
            circuit={specimen.circuit}
            arrangements={analysis?.shape.arrangements ?? []}
            remarks={analysis?.shape.remarks ?? []}
          />
          <ByMark />
        </div>
      </div>
      {problem !== undefined && (
        <p role="status" className="mt-3 flex items-center gap-2.5">
          <LevelMark level="caution" /> {problem}
        </p>
      )}
      <SaveDrawing circuit={specimen.circuit} title={specimen.name} />
      <div className="mt-5 grid gap-x-10 gap-y-5 lg:grid-cols-[3fr_2fr]">
        <PartsTable />
        <NetsList />
      </div>
    </section>
  );
}

function factOf({ circuit, nets, pads, continuity, placed }: Specimen): string | undefined {
  const doubtful = continuity?.doubtful.length ?? 0;
  const joined = nets.filter(({ pins }) => pins.length > 1).length;
  const loose = nets.length - joined;
  const facts = [
    ...(pads.length > 0 ? [count(pads.length, 'pad')] : []),
    ...(circuit.parts.length > 0 ? [count(circuit.parts.length, 'part'), count(joined, 'net')] : []),
    ...(placed.length > 0 ? [`${placed.length} without a value`] : []),
    ...(loose > 0 ? [count(loose, 'loose pin')] : []),
    ...(doubtful > 0 ? [count(doubtful, 'doubtful join')] : []),
  ];
  return facts.length === 0 ? undefined : facts.join(', ');
}

function count(number: number, what: string): string {
  return `${number} ${what}${number === 1 ? '' : 's'}`;
}

import {
  type Arrangement,
  type Circuit,
  formatEngineering,
  isKind,
  planWatts,
  type Solution,
  type Stress,
  stressUnit,
  type WattPlan,
  type WattRectangle,
} from '@mindful-probe/core';
import { type KeyboardEvent, useMemo, useState } from 'react';

/** What a plan is drawn of. */
export interface SolvedState {
  readonly circuit: Circuit;
  readonly solution: Solution;
  /** What is recognised in it. */
  readonly arrangements: readonly Arrangement[];
}

interface WattPlanViewProps extends SolvedState {
  readonly stresses: readonly Stress[];
  readonly width: number;
  readonly height: number;
  /** The part that something beside the plan speaks of. */
  readonly pointed?: string | undefined;
  /** The plan before a change, drawn behind as an outline at the same scale. */
  readonly before?: SolvedState;
}

const LABEL_WIDTH = 150;
/** How far a heavy line stands out of the plan. */
const OVERHANG = 9;
const AXIS = 42;

/** Where the watts go: width is current, height is volts, so that area is watts. Walked by pointer and arrow keys. */
export function WattPlanView({ circuit, solution, arrangements, stresses, width, height, pointed, before }: WattPlanViewProps) {
  const plan = useMemo(() => planWatts(circuit, solution, arrangements), [circuit, solution, arrangements]);
  const behind = useMemo(() => before && planWatts(before.circuit, before.solution, before.arrangements), [before]);
  const [walked, setWalked] = useState<number>();
  if (!plan || plan.rectangles.length === 0) return <p className="py-4 text-quiet">No current flows, so no watts go anywhere.</p>;
  const spoken = plan.rectangles.findIndex(({ ref }) => ref === pointed);
  const chosen = spoken >= 0 ? spoken : Math.min(walked ?? largest(plan), plan.rectangles.length - 1);
  const wide = Math.max(plan.width, behind?.width ?? 0);
  const tall = Math.max(plan.height, behind?.height ?? 0);
  const scale = { x: (width - LABEL_WIDTH - AXIS) / wide, y: (height - AXIS) / tall };
  const rectangle = plan.rectangles[chosen] as WattRectangle;

  function walk(event: KeyboardEvent) {
    const step =
      event.key === 'ArrowRight' || event.key === 'ArrowDown' ? 1 : event.key === 'ArrowLeft' || event.key === 'ArrowUp' ? -1 : 0;
    if (step === 0 || !plan) return;
    event.preventDefault();
    setWalked((chosen + step + plan.rectangles.length) % plan.rectangles.length);
  }

  return (
    <figure>
      <div
        role="listbox"
        aria-label={describePlan(plan)}
        aria-activedescendant={optionId(rectangle.ref)}
        tabIndex={0}
        onKeyDown={walk}
        data-watt-plan
      >
        <svg width={width} height={height} role="presentation" className="block overflow-visible">
          <g transform={`translate(${AXIS} 6)`}>
            {behind?.rectangles.map((part) => (
              <rect
                key={part.ref}
                x={part.x * scale.x}
                y={part.y * scale.y}
                width={part.width * scale.x}
                height={part.height * scale.y}
                className="fill-none stroke-quiet"
              />
            ))}
            {plan.rectangles.map((part, index) => (
              <PartRectangle
                key={part.ref}
                part={part}
                scale={scale}
                circuit={circuit}
                share={plan.lightShares[part.ref] ?? 0}
                over={stresses.some(({ ref, level }) => ref === part.ref && level === 'over')}
                chosen={part === rectangle}
                onChoose={() => setWalked(index)}
              />
            ))}
            {plan.lines.map(({ ref, x, y, width: across, volts }) => (
              <g key={ref} data-takes-volts={ref} className={ref === pointed ? 'fill-petrol stroke-petrol' : 'fill-ink stroke-ink'}>
                <path d={`M${x * scale.x - OVERHANG} ${y * scale.y}H${(x + across) * scale.x + OVERHANG}`} strokeWidth="6" />
                <text
                  x={(x + across) * scale.x + OVERHANG + 4}
                  y={y * scale.y + 4}
                  stroke="none"
                  className="font-figures text-12 font-[650]"
                >
                  {ref} {formatEngineering(volts, 'volts').text}
                </text>
              </g>
            ))}
            <Labels plan={plan} scale={scale} left={wide * scale.x + 12} bottom={height - AXIS} stresses={stresses} />
            {plan.hasAxes && <Axes plan={plan} scale={scale} />}
          </g>
        </svg>
      </div>
      <figcaption className="mt-1 min-h-[36px] text-12 text-quiet" aria-live="polite">
        <b className="font-figures text-14 text-ink">{rectangle.ref}</b> {watts(rectangle.watts)}
        {plan.hasAxes && `: ${formatEngineering(rectangle.height, 'volts').text} × ${formatEngineering(rectangle.width, 'amps').text}`},{' '}
        {Math.round((100 * rectangle.watts) / plan.watts)} % of all
        {plan.groups.length > 0 && ` · by role, as no series and parallel order fits: ${groupWords(plan)}`}
      </figcaption>
    </figure>
  );
}

interface Scale {
  readonly x: number;
  readonly y: number;
}

interface PartRectangleProps {
  readonly part: WattRectangle;
  readonly scale: Scale;
  readonly circuit: Circuit;
  /** Of its watts, what leaves as light. */
  readonly share: number;
  readonly over: boolean;
  readonly chosen: boolean;
  readonly onChoose: () => void;
}

function PartRectangle({ part, scale, circuit, share, over, chosen, onChoose }: PartRectangleProps) {
  const [x, y, w, h] = [part.x * scale.x, part.y * scale.y, part.width * scale.x, part.height * scale.y];
  const source = circuit.parts.find(({ ref }) => ref === part.ref);
  return (
    <g
      onPointerEnter={onChoose}
      id={optionId(part.ref)}
      role="option"
      aria-selected={chosen}
      aria-label={`${part.ref} ${watts(part.watts)}`}
    >
      {isKind(source, 'led') ? (
        <>
          <rect x={x} y={y} width={w * share} height={h} className="fill-straw" />
          <rect x={x + w * share} y={y} width={w * (1 - share)} height={h} className="fill-[var(--straw-pale)]" />
        </>
      ) : (
        <rect x={x} y={y} width={w} height={h} className="fill-part" />
      )}
      {over && <rect x={x} y={y} width={w} height={h} fill={isKind(source, 'led') ? 'url(#hatch-straw)' : 'url(#hatch-quiet)'} />}
      <rect
        x={x}
        y={y}
        width={w}
        height={h}
        strokeWidth={chosen ? 2.5 : 1.2}
        className={`fill-none ${chosen ? 'stroke-petrol' : 'stroke-ink'}`}
      />
    </g>
  );
}

const LABEL_ROW = 32;
const LINE_ROW = 22;
/** Less of the whole than this goes without a label; walking the plan still says it. */
const LABELLED_SHARE = 0.005;

/** One label a group of alike rectangles, outside the plan, in the order of the stack. */
function Labels({
  plan,
  scale,
  left,
  bottom,
  stresses,
}: {
  plan: WattPlan;
  scale: Scale;
  left: number;
  bottom: number;
  stresses: readonly Stress[];
}) {
  const groups = groupAlike(plan).filter(({ watts: each, refs }) => each * refs.length > LABELLED_SHARE * plan.watts);
  // The words of a heavy line stand at its end: what follows begins below them.
  const lines = Math.max(...plan.lines.map(({ y }) => y * scale.y + LINE_ROW));
  let last = Math.max(0, lines) - LABEL_ROW;
  const placed = groups.map((group) => {
    const middle = (group.y + group.height / 2) * scale.y;
    const y = Math.max(Math.min(middle, bottom - 8), last + LABEL_ROW);
    last = y;
    return { ...group, middle, labelY: y };
  });
  return (
    <>
      {placed.map(({ refs, watts: each, middle, labelY, right }) => {
        const over = stresses.find(({ ref, level }) => refs.includes(ref) && level === 'over');
        return (
          <g key={refs[0]}>
            <path d={`M${right * scale.x} ${middle}L${left - 4} ${labelY}`} className="fill-none stroke-quiet" />
            <text x={left} y={labelY + 1} className={`font-figures text-12 font-[650] ${over ? 'fill-brick' : 'fill-ink'}`}>
              {refs.length > 2 ? `${refs[0]}…${refs.at(-1)}` : refs.join(' ')} {watts(each)}
            </text>
            <text x={left} y={labelY + 15} className={`text-12 ${over ? 'fill-brick' : 'fill-quiet'}`}>
              {over
                ? `${over.ratio.value.toFixed(2)}× of its ${formatEngineering(over.limit.value, stressUnit(over)).text}`
                : `${refs.length > 1 ? 'each, ' : ''}${Math.round((100 * each) / plan.watts)} % of all`}
            </text>
          </g>
        );
      })}
    </>
  );
}

interface Group {
  refs: string[];
  watts: number;
  y: number;
  height: number;
  right: number;
}

function groupAlike(plan: WattPlan): Group[] {
  const groups: (Group & { kind: string })[] = [];
  for (const { ref, kind, x, y, width, height, watts: burnt } of plan.rectangles) {
    const alike = groups.find(
      (group) => group.kind === kind && Math.abs(group.watts / burnt - 1) < 0.06 && Math.abs(group.y - y) < 0.1 * plan.height,
    );
    if (alike) {
      alike.refs.push(ref);
      alike.right = Math.max(alike.right, x + width);
    } else groups.push({ refs: [ref], kind, watts: burnt, y, height, right: x + width });
  }
  return groups.sort((a, b) => a.y - b.y);
}

function Axes({ plan, scale }: { readonly plan: WattPlan; readonly scale: Scale }) {
  const foot = plan.height * scale.y;
  return (
    <g className="fill-quiet font-figures text-12">
      <text x="-4" y="10" textAnchor="end">
        {plan.height.toFixed(plan.height < 10 ? 1 : 0)} V
      </text>
      <text x="-4" y={foot} textAnchor="end">
        0 V
      </text>
      <text x={plan.width * scale.x} y={foot + 16} textAnchor="end">
        {formatEngineering(plan.width, 'amps').text}
      </text>
    </g>
  );
}

/** Where the most watts go: what the walk begins at. */
function largest({ rectangles }: WattPlan): number {
  return rectangles.reduce((most, { watts: burnt }, index) => (burnt > (rectangles[most]?.watts ?? 0) ? index : most), 0);
}

function watts(value: number): string {
  return formatEngineering(value, 'watts').text;
}

/** “switch Q1, regulator R4 R5”. */
function groupWords({ groups }: WattPlan): string {
  return groups.map(({ role, refs }) => `${role.replaceAll('-', ' ')} ${refs.join(' ')}`).join(', ');
}

function optionId(ref: string): string {
  return `watts-of-${ref}`;
}

function describePlan(plan: WattPlan): string {
  const loose = plan.groups.length > 0 ? `; by role: ${groupWords(plan)}` : '';
  const parts = plan.rectangles.map(({ ref, watts: burnt }) => `${ref} ${watts(burnt)}`).join(', ');
  const reactive = plan.lines
    .map(({ ref, volts }) => `; ${ref} takes ${formatEngineering(volts, 'volts').text} and dissipates nothing`)
    .join('');
  return `Watt plan, ${watts(plan.watts)} in all: ${parts}${reactive}${loose}. Arrow keys walk it.`;
}

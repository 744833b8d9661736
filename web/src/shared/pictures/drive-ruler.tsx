import { COMFORT, RULER_TICKS, rulerX, type Uncertain } from '@mindful-probe/core';

interface RulerRow {
  readonly ratio?: Uncertain;
  readonly peak?: number;
  /** Hollow: not measured. */
  readonly predicted?: Uncertain;
  /** Figures stand on assumptions only. */
  readonly guessed?: boolean;
}

/** On a narrower ruler some labels would touch. */
const ROOM_FOR_ALL = 200;
const SHORT_LABELS: ReadonlySet<number> = new Set([0.1, 0.5, 1, 2, 10]);

interface AxisProps {
  readonly width: number;
}

/** The scale over the rows: two decades, 1× in the middle. */
export function RulerAxis({ width }: AxisProps) {
  return (
    <svg width={width} height="30" aria-hidden="true" className="block overflow-visible">
      {RULER_TICKS.map(({ ratio, label, length }) => {
        const x = rulerX(ratio, width);
        return (
          <g key={ratio}>
            <path d={`M${x} 30V${30 - length}`} className="stroke-ink" />
            {label !== undefined && (width >= ROOM_FOR_ALL || SHORT_LABELS.has(ratio)) && (
              <text x={x} y="13" textAnchor="middle" className={`fill-ink font-figures text-12 ${ratio === 1 ? 'font-bold' : ''}`}>
                {label}
              </text>
            )}
          </g>
        );
      })}
      <path d={`M0 29.5H${width}`} className="stroke-ink" />
    </svg>
  );
}

interface RowProps extends RulerRow {
  readonly width: number;
  readonly height: number;
  /** In words, for who does not see it. */
  readonly label: string;
  /** A goal on the scale. */
  readonly goal?: number;
  /** What is predicted at its worst: a tick beside the hollow dot. */
  readonly worst?: number;
}

/** One row: comfort band, the shaded part above 1×, uncertainty behind the dot, peak as a tick, predicted hollow. */
export function DriveRuler({ width, height, ratio, peak, predicted, guessed = false, goal, worst, label }: RowProps) {
  const one = rulerX(1, width);
  const middle = height / 2;
  const over = ratio !== undefined && ratio.value > 1;
  const tone = over ? 'fill-brick' : 'fill-ink';
  return (
    <svg width={width} height={height} role="img" aria-label={label} className="block">
      <rect
        x={rulerX(COMFORT.low, width)}
        width={rulerX(COMFORT.high, width) - rulerX(COMFORT.low, width)}
        height={height}
        className="fill-comfort"
      />
      <rect x={one} width={width - one} height={height} className="fill-over-wash" />
      <rect x={one} width={width - one} height={height} fill="url(#hatch-faint)" />
      <path d={`M${one} 0V${height}`} className="stroke-brick" strokeWidth="1.5" />
      {goal !== undefined && <path d={`M${rulerX(goal, width)} 0V${height}`} className="stroke-moss" strokeWidth="2" />}
      {ratio && <UncertaintyBar value={ratio} width={width} middle={middle} guessed={guessed} />}
      {predicted && <UncertaintyBar value={predicted} width={width} middle={middle} guessed={false} />}
      {ratio && predicted && (
        <path
          d={`M${rulerX(ratio.value, width)} ${middle}H${rulerX(predicted.value, width)}`}
          className="stroke-quiet"
          strokeWidth="1.5"
          strokeDasharray="1.5 3"
        />
      )}
      {ratio && peak !== undefined && (
        <>
          <path d={`M${rulerX(ratio.value, width)} ${middle}H${rulerX(peak, width)}`} className="stroke-quiet" />
          <path
            d={`M${rulerX(peak, width)} ${middle - 11}V${middle + 11}`}
            strokeWidth="2.5"
            className={peak > 1 ? 'stroke-brick' : 'stroke-ink'}
          />
        </>
      )}
      {ratio &&
        (guessed ? (
          <circle
            cx={rulerX(ratio.value, width)}
            cy={middle}
            r="5"
            strokeWidth="1.5"
            className="fill-sheet stroke-quiet"
            strokeDasharray="2 2"
          />
        ) : (
          <circle cx={rulerX(ratio.value, width)} cy={middle} r="5.5" strokeWidth="1.5" className={`${tone} stroke-sheet`} />
        ))}
      {worst !== undefined && (
        <path
          d={`M${rulerX(worst, width)} ${middle - 8}V${middle + 8}`}
          strokeWidth="2.5"
          className={worst > 1 ? 'stroke-brick' : 'stroke-petrol'}
        />
      )}
      {predicted && <circle cx={rulerX(predicted.value, width)} cy={middle} r="5" strokeWidth="2" className="fill-sheet stroke-petrol" />}
    </svg>
  );
}

function UncertaintyBar({ value, width, middle, guessed }: { value: Uncertain; width: number; middle: number; guessed: boolean }) {
  const low = rulerX(value.value - 2 * value.uncertainty, width);
  const high = rulerX(value.value + 2 * value.uncertainty, width);
  return (
    <rect
      x={low}
      y={middle - 8}
      width={Math.max(2, high - low)}
      height="16"
      className={guessed ? 'fill-none stroke-quiet' : 'fill-quiet/40'}
      {...(guessed && { strokeDasharray: '1.5 3', strokeWidth: 1.5 })}
    />
  );
}

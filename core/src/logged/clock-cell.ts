/** When a row was taken, as a logger writes it: of a date its days, of a time of day its seconds; a cell can have both. */
export interface ClockCell {
  /** Since 1970. */
  readonly days?: number;
  readonly seconds?: number;
}

const SECONDS_A_DAY = 86_400;
const TIME = String.raw`(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,](\d{1,9}))?)?(?:\s*([ap])\.?m\.?)?`;
const TIME_OF_DAY = new RegExp(`^${TIME}$`, 'i');
/** Year first, or day and month before it; an offset from universal time is the same in every row. */
const DATED = new RegExp(
  String.raw`^(?:(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})|(\d{1,2})([-/.])(\d{1,2})[-/.](\d{4}))(?:[T\s]+${TIME}(?:\s*Z|\s*[+-]\d{2}:?\d{2})?)?$`,
  'i',
);

/** @returns undefined for what is no time, and for one that no clock shows */
export function clockCell(cell: string): ClockCell | undefined {
  const text = cell.trim();
  const alone = TIME_OF_DAY.exec(text);
  if (alone) return timeOf(alone.slice(1));
  const dated = DATED.exec(text);
  if (!dated) return undefined;
  const [, year, month, day, first, mark, second, lastYear, ...time] = dated;
  const days = year === undefined ? dayOf(lastYear, ...dayAndMonth(first, second, mark)) : dayOf(year, day, month);
  if (days === undefined || time[0] === undefined) return days === undefined ? undefined : { days };
  const clock = timeOf(time);
  return clock && { days, ...clock };
}

/** With slashes the month comes first as a rule, where it can be one; with dots and dashes the day does. */
function dayAndMonth(first = '', second = '', mark = '.'): readonly [day: string, month: string] {
  return mark === '/' && Number(first) <= 12 ? [second, first] : [first, second];
}

function dayOf(year = '', day = '', month = ''): number | undefined {
  const ms = Date.UTC(Number(year), Number(month) - 1, Number(day));
  const isOne = new Date(ms).getUTCMonth() === Number(month) - 1;
  return isOne ? ms / (1000 * SECONDS_A_DAY) : undefined;
}

function timeOf([hours = '', minutes = '', seconds = '0', share = '0', half]: readonly (string | undefined)[]): ClockCell | undefined {
  const [hour, minute, second] = [Number(hours), Number(minutes), Number(seconds)];
  if (hour > (half === undefined ? 24 : 12) || minute > 59 || second > 60) return undefined;
  const afternoon = half?.toLowerCase() === 'p' ? 12 : 0;
  const hourOfDay = half === undefined ? hour : (hour % 12) + afternoon;
  return { seconds: 3600 * hourOfDay + 60 * minute + second + Number(`0.${share}`) };
}

/** Seconds from the first row on; a time of day that goes far back has passed midnight. */
export function secondsOfRows(rows: readonly (readonly ClockCell[])[]): number[] {
  let [passed, last] = [0, Number.NaN];
  const all = rows.map((cells) => {
    if (cells.length === 0) return Number.NaN;
    const days = cells.find((cell) => cell.days !== undefined)?.days;
    const ofDay = cells.find((cell) => cell.seconds !== undefined)?.seconds ?? 0;
    if (days !== undefined) return SECONDS_A_DAY * days + ofDay;
    if (ofDay < last - SECONDS_A_DAY / 2) passed += SECONDS_A_DAY;
    last = ofDay;
    return passed + ofDay;
  });
  const begun = all.find(Number.isFinite) ?? 0;
  return all.map((seconds) => seconds - begun);
}

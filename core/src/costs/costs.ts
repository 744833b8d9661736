import type { DriveDetails } from '../details/index.ts';
import type { EntryOf, Specimen } from '../tape/index.ts';

/** What a specimen and the work on it cost, in one currency, whichever it is. */
export interface Costs {
  /** What it was bought for: as said, else the price that is claimed. */
  readonly bought?: number;
  /** The same, or what takes its place, new. */
  readonly anew?: number;
  readonly parts: number;
  readonly tools: number;
  readonly minutes: number;
  /** Bought, parts and tools; undefined where it is not known what it was bought for. */
  readonly all?: number;
  /** Parts and tools against buying it new: what is saved, negative where it costs more. */
  readonly savedAgainstNew?: number;
}

/** Undefined where nothing was said of costs, and no price is claimed. */
export function costsOf(specimen: Specimen): Costs | undefined {
  const { costs } = specimen;
  const claimed = claimedPrice(specimen);
  if (costs.length === 0 && claimed === undefined) return undefined;
  const last = (of: EntryOf<'cost'>['of']) => costs.findLast((one) => one.of === of)?.amount;
  const sum = (of: EntryOf<'cost'>['of']) => costs.reduce((total, one) => total + (one.of === of ? (one.amount ?? 0) : 0), 0);
  const bought = last('bought') ?? claimed;
  const anew = last('new') ?? bought;
  const [parts, tools] = [sum('parts'), sum('tools')];
  const minutes = costs.reduce((total, one) => total + (one.minutes ?? 0), 0);
  return {
    ...(bought !== undefined && { bought }),
    ...(anew !== undefined && { anew }),
    parts,
    tools,
    minutes,
    ...(bought !== undefined && { all: bought + parts + tools }),
    ...(anew !== undefined && parts + tools > 0 && { savedAgainstNew: anew - parts - tools }),
  };
}

/** The first figure of the last price that is claimed. */
function claimedPrice({ claimTexts }: Specimen): number | undefined {
  const said = claimTexts.findLast(({ field }) => field === 'price')?.text;
  const figure = /\d+(?:[.,]\d+)?/.exec(said ?? '')?.[0];
  return figure === undefined ? undefined : Number(figure.replace(',', '.'));
}

/**
 * Hours of light for one unit of money, to 70 % of it: the life of the LED that lasts least, over everything that was paid.
 * A range, as the life is; it holds no energy and no cells.
 */
export function lightForMoney(
  { all }: Costs,
  details: DriveDetails | undefined,
): { readonly low: number; readonly high: number } | undefined {
  // A dark chip lasts for ever, and gives no light.
  const lives = (details?.leds ?? []).filter(({ drive }) => drive.ofRated > 1e-4).map(({ life }) => life);
  const shortest = [...lives].sort((a, b) => a.hours - b.hours)[0];
  if (!shortest || all === undefined || !(all > 0)) return undefined;
  return { low: shortest.low / all, high: shortest.high / all };
}

/** Money without a currency, as a drawer has it. */
export function sayMoney(amount: number): string {
  return amount.toFixed(2).replace('-', '−');
}

/** What was spent, and what that is against buying new; each undefined where it is not known. */
export function sayCosts({ bought, anew, parts, tools, minutes, savedAgainstNew }: Costs): {
  readonly spent?: string;
  readonly against?: string;
} {
  const items = [
    bought !== undefined && `${sayMoney(bought)} for it`,
    parts > 0 && `${sayMoney(parts)} for parts`,
    tools > 0 && `${sayMoney(tools)} for tools`,
    minutes > 0 && `${Math.round(minutes)} minutes of work`,
  ].filter(Boolean);
  const against =
    savedAgainstNew === undefined || anew === undefined
      ? undefined
      : savedAgainstNew >= 0
        ? `Against ${sayMoney(anew)} for buying it new that saves ${sayMoney(savedAgainstNew)}.`
        : `That is ${sayMoney(-savedAgainstNew)} more than the ${sayMoney(anew)} that it costs new.`;
  return { ...(items.length > 0 && { spent: `It cost ${items.join(', ')}.` }), ...(against !== undefined && { against }) };
}

/** What a diagnosis proposes to do next, and what that can come to. */

/** How much a test can hurt: nothing, little, or a hand and a probe at mains. */
export type Risk = 'none' | 'low' | 'live';

/** What is done. Of a reading what would be its place; else what is looked for. */
export type TestPlace =
  | {
      readonly kind: 'volts';
      readonly across: string;
      readonly state: 'dead' | 'live';
      readonly atAmps?: number;
      /** One package after another, and not the row at once. */
      readonly each?: true;
    }
  | { readonly kind: 'ohms' | 'farads'; readonly across: string; readonly state: 'dead' }
  | { readonly kind: 'amps'; readonly through: string; readonly state: 'live' }
  | { readonly kind: 'seen'; readonly of: 'all' }
  | { readonly kind: 'tapped' };

/** What a test can come to. */
export interface Outcome {
  /** `lights`, `dim`, `dark`, `yes`, `no`, `nothing`, `beyond`, a ref that has a mark, or a range of figures. */
  readonly result: string | { readonly from: number; readonly to: number };
  readonly probability: number;
  /** Faults that remain, likeliest first. */
  readonly leaves: readonly string[];
}

/** A test, what it would tell, and what it costs. */
export interface ProposedTest {
  readonly test: TestPlace;
  readonly minutes: number;
  readonly risk: Risk;
  /** How much it is expected to tell of which fault it is. */
  readonly bits: number;
  readonly outcomes: readonly Outcome[];
}

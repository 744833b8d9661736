/** Figures of a circuit before or after, as the open format has them. */
export interface ReworkFigures {
  /** Of the goal's LED, the average. */
  readonly chipAmps: number;
  readonly ofRated: number;
  /** Light of all LEDs over that before. */
  readonly lightRatio: number;
  /** As seen: −0.16 looks 16 % dimmer. */
  readonly seenChange: number;
  readonly supplyWatts: number;
  /** Rms where it alternates. */
  readonly supplyAmps: number;
  /** On fresh cells, to half of the chip current before; undefined on a supply that does not run down. */
  readonly hours?: number;
  readonly flickerPercent: number | null;
  /** With the supply lowest, or cells flat, and new parts as far off as they may be. */
  readonly low: CornerFigure;
  /** With the supply highest, or cells fresh. */
  readonly high: CornerFigure;
  /** Of all parts but LEDs; undefined where none has a rating. */
  readonly hardest?: Hardest;
}

export interface CornerFigure {
  readonly label: string;
  readonly chipAmps: number;
}

export interface Hardest {
  readonly ref: string;
  readonly of: string;
  readonly share: number;
}

/** A limit that does not hold, and what is there in its place. */
export interface Break {
  readonly limit:
    | 'chipAmps'
    | 'lightKept'
    | 'partShare'
    | 'supplyWatts'
    | 'hours'
    | 'parts'
    | 'joints'
    | 'cost'
    | 'reversible'
    | 'drawer'
    | 'gain';
  readonly ref?: string;
  readonly value: number;
}

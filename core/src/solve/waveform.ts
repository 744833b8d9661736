/** A figure over time. */
export interface Waveform {
  readonly seconds: readonly number[];
  readonly values: readonly number[];
}

/** Spans that a waveform is thinned to; each keeps its lowest and its highest point, in their order. */
const SPANS = 400;

/** Gathers one figure over `[from, to]`, point after point, and keeps what a drawing needs: no minimum or maximum is lost. */
export class WaveformGatherer {
  private readonly seconds: number[] = [];
  private readonly values: number[] = [];
  private span = -1;
  private lowTime = 0;
  private low = 0;
  private highTime = 0;
  private high = 0;
  private lastTime = 0;
  private last = 0;

  constructor(
    private readonly from: number,
    private readonly to: number,
  ) {}

  add(time: number, value: number): void {
    const span = Math.floor(((time - this.from) / (this.to - this.from)) * SPANS);
    if (this.span === -1) this.put(time, value);
    if (span !== this.span) {
      this.flush();
      this.span = span;
      this.lowTime = time;
      this.low = value;
      this.highTime = time;
      this.high = value;
    } else if (value < this.low) {
      this.lowTime = time;
      this.low = value;
    } else if (value > this.high) {
      this.highTime = time;
      this.high = value;
    }
    this.lastTime = time;
    this.last = value;
  }

  finish(): Waveform {
    this.flush();
    this.put(this.lastTime, this.last);
    return { seconds: this.seconds, values: this.values };
  }

  private flush(): void {
    if (this.span === -1) return;
    const lowFirst = this.lowTime <= this.highTime;
    this.put(lowFirst ? this.lowTime : this.highTime, lowFirst ? this.low : this.high);
    this.put(lowFirst ? this.highTime : this.lowTime, lowFirst ? this.high : this.low);
  }

  private put(time: number, value: number): void {
    if (this.seconds.length > 0 && time <= this.seconds[this.seconds.length - 1]) return;
    this.seconds.push(time);
    this.values.push(value);
  }
}

import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { Observable, Subject } from 'rxjs';
import { RELAY } from '../database/database.token.ts';
import type { Relay } from '../database/relay.ts';
import type { PlacedEntry } from './append-queue.ts';
import { SpecimensRepository } from './specimens.repository.ts';

/** Something that landed on a tape. */
export interface TapeEvent {
  readonly specimenId: string;
  readonly lines: readonly PlacedEntry[];
}

/** Tells every open tab what landed, here and by other servers on the same database. */
@Injectable()
export class TapeFeed implements OnModuleInit {
  private readonly every = new Subject<TapeEvent>();
  /** Of the tapes that somebody listens to: with hundreds of tabs open, a line is told to those of its own tape alone. */
  private readonly byTape = new Map<string, Subject<string>>();

  constructor(
    @Inject(RELAY) private readonly relay: Relay,
    private readonly repository: SpecimensRepository,
  ) {}

  onModuleInit(): void {
    this.relay.listen((specimenId, after) => {
      this.repository.entriesAfter(specimenId, after).then(
        (lines) => this.publishHere({ specimenId, lines }),
        // The database is away; tabs ask again when their line begins anew.
        () => undefined,
      );
    });
  }

  publish(event: TapeEvent): void {
    const [first] = event.lines;
    if (!first) return;
    this.publishHere(event);
    void this.relay.tell(event.specimenId, first.seq - 1);
  }

  all(): Observable<TapeEvent> {
    return this.every;
  }

  /** The lines that land on one tape, as JSON, which is made once for however many listen. */
  of(specimenId: string): Observable<string> {
    return new Observable((listener) => {
      const tape = this.byTape.get(specimenId) ?? new Subject<string>();
      this.byTape.set(specimenId, tape);
      const listening = tape.subscribe(listener);
      return () => {
        listening.unsubscribe();
        if (!tape.observed) this.byTape.delete(specimenId);
      };
    });
  }

  private publishHere(event: TapeEvent): void {
    if (event.lines.length === 0) return;
    this.every.next(event);
    this.byTape.get(event.specimenId)?.next(JSON.stringify({ lines: event.lines }));
  }
}

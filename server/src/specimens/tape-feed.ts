import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { filter, type Observable, Subject } from 'rxjs';
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
  private readonly subject = new Subject<TapeEvent>();

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
    return this.subject;
  }

  of(specimenId: string): Observable<TapeEvent> {
    return this.subject.pipe(filter((event) => event.specimenId === specimenId));
  }

  private publishHere(event: TapeEvent): void {
    if (event.lines.length > 0) this.subject.next(event);
  }
}

import { Injectable } from '@nestjs/common';
import { filter, type Observable, Subject } from 'rxjs';
import type { PlacedEntry } from './append-queue.ts';

/** Something that landed on a tape. */
export interface TapeEvent {
  readonly specimenId: string;
  readonly lines: readonly PlacedEntry[];
}

/** Tells every open tab what landed. Of this process only: what another process appends is seen at the next fetch. */
@Injectable()
export class TapeFeed {
  private readonly subject = new Subject<TapeEvent>();

  publish(event: TapeEvent): void {
    if (event.lines.length > 0) this.subject.next(event);
  }

  all(): Observable<TapeEvent> {
    return this.subject;
  }

  of(specimenId: string): Observable<TapeEvent> {
    return this.subject.pipe(filter((event) => event.specimenId === specimenId));
  }
}

import type { EntryDraft, EntryOf, Stage } from '@mindful-probe/core';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { isForLater } from '../data/api.ts';

/** A picture on its way to the server: kept by the browser until it is there. */
export interface WaitingPhoto {
  readonly id: string;
  readonly specimenId: string;
  readonly stage: Stage;
  readonly name: string;
  /** The entry that it shows. */
  readonly of?: string;
  readonly file: Blob;
}

/** How a picture on its way fares. */
export interface PhotoProgress {
  readonly id: string;
  readonly specimenId: string;
  readonly stage: Stage;
  readonly name: string;
  /** 0 to 1. */
  readonly share: number;
  /** Said by the server: it will not take this picture. */
  readonly refused?: string;
}

interface Photos extends DBSchema {
  photos: { key: string; value: WaitingPhoto };
}

type Kept = Pick<EntryOf<'picture'>, 'hash' | 'mediaType' | 'width' | 'height'>;
/** False where the entry could not be kept. */
type Recorder = (specimenId: string, draft: EntryDraft) => boolean;

const RETRY_MS = 3000;

/** Uploads one after another, survives a reload and a server that is gone, and puts each on its tape when it is kept. */
export class WaitingPhotos {
  private database: Promise<IDBPDatabase<Photos>> | undefined;
  private states: readonly PhotoProgress[] = [];
  private running = false;
  private readonly listeners = new Set<() => void>();

  constructor(private readonly record: Recorder) {}

  readonly all = (): readonly PhotoProgress[] => this.states;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  async add(photo: WaitingPhoto): Promise<void> {
    await (await this.open()).put('photos', photo);
    this.set(photo, { share: 0 });
    void this.run();
  }

  /** Takes up what an earlier page left. */
  async resume(): Promise<void> {
    for (const photo of await (await this.open()).getAll('photos'))
      if (!this.states.some(({ id }) => id === photo.id)) this.set(photo, { share: 0 });
    void this.run();
  }

  /** Lets go of one that was refused, or is not wanted any more. */
  async drop(id: string): Promise<void> {
    await (await this.open()).delete('photos', id);
    this.change(this.states.filter((state) => state.id !== id));
  }

  private async run(): Promise<void> {
    if (this.running) return;
    this.running = true;
    try {
      for (let next = this.next(); next; next = this.next()) {
        const photo = await (await this.open()).get('photos', next.id);
        if (!photo) {
          this.change(this.states.filter(({ id }) => id !== next?.id));
          continue;
        }
        if (!(await this.upload(photo))) await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
      }
    } finally {
      this.running = false;
    }
  }

  private next(): PhotoProgress | undefined {
    return this.states.find(({ refused }) => refused === undefined);
  }

  /** True when there is nothing more to do for it. */
  private async upload(photo: WaitingPhoto): Promise<boolean> {
    const answer = await send(photo.file, (share) => this.set(photo, { share }));
    if (answer.kind === 'silence') return false;
    if (answer.kind === 'refused') {
      this.set(photo, { share: 0, refused: answer.detail });
      return true;
    }
    const { hash, mediaType, width, height } = answer.kept;
    const { specimenId, stage, name, of } = photo;
    const isOnTape = this.record(specimenId, {
      kind: 'picture',
      hash,
      mediaType,
      width,
      height,
      stage,
      ...(name && { name }),
      ...(of && { of }),
    });
    if (isOnTape) await this.drop(photo.id);
    return isOnTape;
  }

  private set({ id, specimenId, stage, name }: WaitingPhoto, progress: Pick<PhotoProgress, 'share' | 'refused'>): void {
    const state = { id, specimenId, stage, name, ...progress };
    const known = this.states.some((other) => other.id === id);
    this.change(known ? this.states.map((other) => (other.id === id ? state : other)) : [...this.states, state]);
  }

  private change(states: readonly PhotoProgress[]): void {
    this.states = states;
    for (const listener of this.listeners) listener();
  }

  private open(): Promise<IDBPDatabase<Photos>> {
    this.database ??= openDB<Photos>('mindful-probe', 1, {
      upgrade: (database) => void database.createObjectStore('photos', { keyPath: 'id' }),
    });
    return this.database;
  }
}

type Answer =
  | { readonly kind: 'kept'; readonly kept: Kept }
  | { readonly kind: 'refused'; readonly detail: string }
  | { readonly kind: 'silence' };

/** By the one request kind that tells how much has gone up. */
function send(file: Blob, onProgress: (share: number) => void): Promise<Answer> {
  return new Promise((resolve) => {
    const request = new XMLHttpRequest();
    request.responseType = 'json';
    request.upload.onprogress = ({ loaded, total }) => onProgress(total > 0 ? loaded / total : 0);
    request.onerror = () => resolve({ kind: 'silence' });
    request.onload = () => {
      if (request.status === 201) return resolve({ kind: 'kept', kept: request.response as Kept });
      // A server that is stopping, is full or busy, or that wants the code anew, is asked again.
      if (isForLater(request.status)) return resolve({ kind: 'silence' });
      resolve({
        kind: 'refused',
        detail: (request.response as { detail?: string } | null)?.detail ?? `The server answered ${request.status}.`,
      });
    };
    request.open('POST', '/api/pictures');
    const form = new FormData();
    form.append('file', file);
    request.send(form);
  });
}

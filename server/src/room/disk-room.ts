import { statfs } from 'node:fs/promises';
import { Inject, Injectable } from '@nestjs/common';
import { NoRoomError } from '../errors/coded-errors.ts';

/** Where the data lie on a disk of this machine; undefined where they do not. */
export const DATA_FOLDER = 'DATA_FOLDER';

const MEGABYTE = 1024 * 1024;
/**
 * The embedded database cannot be stopped half-way through a write that finds no room, so nothing is begun with less:
 * one of its log files has 16 MB, and it may begin two.
 */
const LEAST_BYTES = 48 * MEGABYTE;
/** From here on it is said: some hundred pictures. */
const LOW_BYTES = 512 * MEGABYTE;
/** So long an answer of the system holds. */
const HOLDS_MS = 500;

/** How much room the disk of the data folder has. */
export interface Room {
  readonly freeBytes: number;
  readonly isLow: boolean;
}

/** Looks at the disk before anything is written to it. */
@Injectable()
export class DiskRoom {
  private seen: { readonly at: number; readonly room: Promise<Room | undefined> } | undefined;

  constructor(@Inject(DATA_FOLDER) private readonly folder: string | undefined) {}

  /** Undefined where the data are elsewhere, or the system does not say. */
  now(): Promise<Room | undefined> {
    if (this.folder === undefined) return Promise.resolve(undefined);
    if (!this.seen || Date.now() - this.seen.at > HOLDS_MS) this.seen = { at: Date.now(), room: roomOf(this.folder) };
    return this.seen.room;
  }

  /** @throws NoRoomError where nothing more may be written */
  async mustHave(): Promise<void> {
    const room = await this.now();
    if (room && room.freeBytes < LEAST_BYTES) throw new NoRoomError(room.freeBytes);
  }
}

async function roomOf(folder: string): Promise<Room | undefined> {
  try {
    const { bavail, bsize } = await statfs(folder);
    const freeBytes = bavail * bsize;
    return { freeBytes, isLow: freeBytes < LOW_BYTES };
  } catch {
    return undefined;
  }
}

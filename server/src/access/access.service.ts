import { randomInt, timingSafeEqual } from 'node:crypto';
import { networkInterfaces } from 'node:os';
import { Inject, Injectable } from '@nestjs/common';

/** Whether the local network is let in at all. */
export const NETWORK_LET_IN = 'NETWORK_LET_IN';
/** Without letters and digits that are read for each other. */
const ALPHABET = 'abcdefghjkmnpqrstuvwxyz23456789';
/** 31⁸: at a thousand guesses a second half of them take 13 years. */
const CODE_LENGTH = 8;

/** Who may come in: this machine always, the local network with the code where that was asked for. */
@Injectable()
export class AccessService {
  private shown = newCode();

  constructor(@Inject(NETWORK_LET_IN) readonly isOpen: boolean) {}

  get code(): string {
    return this.shown;
  }

  /** Whoever knows the old one must ask again. */
  renewCode(): void {
    this.shown = newCode();
  }

  isCode(typed: unknown): boolean {
    if (typeof typed !== 'string') return false;
    const [given, wanted] = [Buffer.from(typed.trim().toLowerCase().replace(/[\s-]/g, '')), Buffer.from(this.shown)];
    return given.length === wanted.length && timingSafeEqual(given, wanted);
  }

  /** Where a phone finds this machine. */
  addresses(port: number): readonly string[] {
    if (!this.isOpen) return [];
    return Object.values(networkInterfaces())
      .flatMap((list) => list ?? [])
      .filter(({ family, internal }) => family === 'IPv4' && !internal)
      .map(({ address }) => `http://${address}:${port}`);
  }
}

function newCode(): string {
  return Array.from({ length: CODE_LENGTH }, () => ALPHABET[randomInt(ALPHABET.length)]).join('');
}

import { randomBytes, randomInt, timingSafeEqual } from 'node:crypto';
import { networkInterfaces } from 'node:os';

/** Without letters and digits that are read for each other. */
const ALPHABET = 'abcdefghjkmnpqrstuvwxyz23456789';
const CODE_LENGTH = 8;

/** Who may come in: this machine always, the local network with the code where that was asked for. */
export class AccessService {
  /** Signs sessions; a restart ends them. */
  readonly secret = randomBytes(32).toString('hex');
  readonly code = Array.from({ length: CODE_LENGTH }, () => ALPHABET[randomInt(ALPHABET.length)]).join('');

  /** @param isOpen whether the local network is let in at all */
  constructor(readonly isOpen: boolean) {}

  isCode(typed: string): boolean {
    const [given, wanted] = [Buffer.from(typed.trim().toLowerCase().replace(/[\s-]/g, '')), Buffer.from(this.code)];
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

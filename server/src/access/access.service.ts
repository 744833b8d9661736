import { randomInt, timingSafeEqual } from 'node:crypto';
import { networkInterfaces } from 'node:os';
import { Inject, Injectable } from '@nestjs/common';

/** Who is let in beside this machine. */
export const ADMISSION = 'ADMISSION';

export interface Admission {
  /** The local network, by plain address. */
  readonly network: boolean;
  /** Names by which a proxy of the group's own forwards to this server; over https. */
  readonly names: readonly string[];
  /** One code for several servers; undefined for one of this start. */
  readonly code: string | undefined;
}

/** An address and no name: a name can be pointed here by anybody. */
const PLAIN_ADDRESS = /^\d{1,3}(\.\d{1,3}){3}(:\d+)?$/;
/** Without letters and digits that are read for each other. */
const ALPHABET = 'abcdefghjkmnpqrstuvwxyz23456789';
/** 31⁸: at a thousand guesses a second half of them take 13 years. */
const CODE_LENGTH = 8;

/** Who may come in: this machine always, the local network with the code where that was asked for. */
@Injectable()
export class AccessService {
  private shown: string;
  readonly isOpen: boolean;

  constructor(@Inject(ADMISSION) private readonly admission: Admission) {
    this.isOpen = admission.network || admission.names.length > 0;
    this.shown = admission.code ?? newCode();
  }

  /** Whether a request may come under this Host: a plain address of the network, or a name of the group's. */
  answersTo(host: string): boolean {
    return (this.admission.network && PLAIN_ADDRESS.test(host)) || this.isGroupName(host);
  }

  isGroupName(host: string): boolean {
    return this.admission.names.includes(host.replace(/:\d+$/, '').toLowerCase());
  }

  get code(): string {
    return this.shown;
  }

  /** Whoever knows the old one must ask again. */
  renewCode(): void {
    // One that several servers share is its owner's to change.
    this.shown = this.admission.code ?? newCode();
  }

  isCode(typed: unknown): boolean {
    if (typeof typed !== 'string') return false;
    const [given, wanted] = [Buffer.from(plain(typed)), Buffer.from(plain(this.shown))];
    return given.length === wanted.length && timingSafeEqual(given, wanted);
  }

  /** Where a phone finds this machine. */
  addresses(port: number): readonly string[] {
    if (!this.admission.network) return [];
    return Object.values(networkInterfaces())
      .flatMap((list) => list ?? [])
      .filter(({ family, internal }) => family === 'IPv4' && !internal)
      .map(({ address }) => `http://${address}:${port}`);
  }
}

/** As it is read out: without capitals, blanks and dashes. */
function plain(code: string): string {
  return code.trim().toLowerCase().replace(/[\s-]/g, '');
}

function newCode(): string {
  return Array.from({ length: CODE_LENGTH }, () => ALPHABET[randomInt(ALPHABET.length)]).join('');
}

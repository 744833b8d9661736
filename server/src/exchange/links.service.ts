import { randomBytes } from 'node:crypto';
import { Injectable } from '@nestjs/common';

/** A sitting: four hours. */
const LINK_MS = 4 * 3600_000;
const MOST_LINKS = 200;

export interface ReadingLink {
  readonly token: string;
  readonly endsAt: string;
}

/**
 * Links that let somebody without the code read one write-up, for one sitting. They are kept in memory: a restart of the
 * server ends them all.
 */
@Injectable()
export class LinksService {
  private readonly links = new Map<string, { readonly specimen: string; readonly endsAt: number }>();

  /** A new link; with very many, the one that was made first ends. */
  begin(specimen: string): ReadingLink {
    this.forgetEnded();
    if (this.links.size >= MOST_LINKS) this.links.delete(this.links.keys().next().value as string);
    // 144 bits: nobody guesses one.
    const token = randomBytes(18).toString('base64url');
    const endsAt = Date.now() + LINK_MS;
    this.links.set(token, { specimen, endsAt });
    return { token, endsAt: new Date(endsAt).toISOString() };
  }

  /** Whose write-up it lets read; undefined where it has ended, or never was. */
  specimenOf(token: string): string | undefined {
    this.forgetEnded();
    return this.links.get(token)?.specimen;
  }

  /** Ends every link to a specimen. */
  endAll(specimen: string): void {
    for (const [token, link] of this.links) if (link.specimen === specimen) this.links.delete(token);
  }

  private forgetEnded(): void {
    for (const [token, { endsAt }] of this.links) if (endsAt <= Date.now()) this.links.delete(token);
  }
}

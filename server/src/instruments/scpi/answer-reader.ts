/** An instrument that sends more than this for one question is not one. */
const LONGEST_ANSWER = 8 * 1024 * 1024;

/**
 * Cuts answers out of a stream: lines, or definite-length blocks (IEEE 488.2, 8.7.9), which may have line ends within
 * and are given without their head.
 */
export class AnswerReader {
  private unread = Buffer.alloc(0);

  /** @returns the answers that are whole now, in their order; undefined where the stream makes no sense any more */
  take(bytes: Buffer): readonly string[] | undefined {
    this.unread = Buffer.concat([this.unread, bytes]);
    const answers: string[] = [];
    for (;;) {
      const answer = this.next();
      if (answer === undefined) break;
      answers.push(answer);
    }
    return this.unread.length > LONGEST_ANSWER ? undefined : answers;
  }

  private next(): string | undefined {
    const block = this.blockSpan();
    if (block === 'more') return undefined;
    const from = block ? block.end : 0;
    const end = this.unread.indexOf(0x0a, from);
    if (end === -1) return undefined;
    const answer = block ? this.unread.subarray(block.start, block.end) : this.unread.subarray(0, end);
    const text = answer.toString('latin1');
    this.unread = this.unread.subarray(end + 1);
    return block ? text : text.replace(/\r$/, '');
  }

  private blockSpan(): { readonly start: number; readonly end: number } | 'more' | undefined {
    const { unread } = this;
    if (unread.length === 0) return 'more';
    if (unread[0] !== 0x23) return undefined;
    if (unread.length < 2) return 'more';
    const digits = Number(String.fromCharCode(unread[1] as number));
    if (!(digits >= 1)) return undefined;
    if (unread.length < 2 + digits) return 'more';
    const length = Number(unread.subarray(2, 2 + digits).toString('latin1'));
    if (!Number.isInteger(length)) return undefined;
    const end = 2 + digits + length;
    return unread.length < end ? 'more' : { start: 2 + digits, end };
  }
}

/** An error of SCPI-99, volume 2, 21.8: a number and its standard words. */
export class ScpiError extends Error {
  constructor(
    readonly number: number,
    words: string,
  ) {
    super(words);
  }

  override toString(): string {
    return `${this.number},"${this.message}"`;
  }
}

export const undefinedHeader = (header: string) => new ScpiError(-113, `Undefined header; ${header}`);
export const missingParameter = () => new ScpiError(-109, 'Missing parameter');
export const dataType = (text: string) => new ScpiError(-104, `Data type error; ${text}`);
export const outOfRange = (why: string) => new ScpiError(-222, `Data out of range; ${why}`);
export const settingsConflict = (why: string) => new ScpiError(-221, `Settings conflict; ${why}`);
export const illegalValue = (text: string) => new ScpiError(-224, `Illegal parameter value; ${text}`);

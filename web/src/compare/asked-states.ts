/** A state that is compared, as the address says it: the specimen, and the rework where it is not the present one. */
export interface AskedColumn {
  readonly id: string;
  readonly rework?: number;
}

/** “a,b:2” are the specimen a as it is, and b after its second rework. */
export function columnsIn(text: string): readonly AskedColumn[] {
  return text
    .split(',')
    .filter((one) => one !== '')
    .map((one) => {
      const [id = '', rework] = one.split(':');
      return rework !== undefined && /^\d+$/.test(rework) ? { id, rework: Number(rework) } : { id };
    });
}

export function textOfColumns(columns: readonly AskedColumn[]): string {
  return columns.map(({ id, rework }) => (rework === undefined ? id : `${id}:${rework}`)).join(',');
}

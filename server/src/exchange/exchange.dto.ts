import { specimenIdSchema, WRITE_UP_LENGTHS } from '@mindful-probe/core';
import type { ComparisonWay, WriteUpWay } from '@mindful-probe/print';
import { createZodDto } from 'nestjs-zod';
import { z } from 'zod';

/** How a file's extension asks for a way of writing out. */
export const WAY_OF = { md: 'markdown', html: 'html', txt: 'text', pdf: 'pdf' } as const satisfies Record<string, WriteUpWay>;

const EXTENSIONS = Object.keys(WAY_OF) as [keyof typeof WAY_OF, ...(keyof typeof WAY_OF)[]];

export class WriteUpPathDto extends createZodDto(z.object({ id: specimenIdSchema, extension: z.enum(EXTENSIONS) })) {}

export class WriteUpQueryDto extends createZodDto(
  z.object({
    /** Other than what its layout says; slip is the page for the owner. */
    length: z.enum(WRITE_UP_LENGTHS).optional(),
    paper: z.enum(['A4', 'LETTER']).optional(),
  }),
) {}

const COMPARE_WAYS = {
  csv: { way: 'csv', type: 'text/csv; charset=utf-8' },
  md: { way: 'markdown', type: 'text/markdown; charset=utf-8' },
  html: { way: 'html', type: 'text/html; charset=utf-8' },
  json: { way: 'json', type: 'application/json; charset=utf-8' },
} as const satisfies Record<string, { way: ComparisonWay; type: string }>;

export const COMPARE_WAY_OF: Readonly<Record<keyof typeof COMPARE_WAYS, { readonly way: ComparisonWay; readonly type: string }>> =
  COMPARE_WAYS;

export class ComparePathDto extends createZodDto(
  z.object({ extension: z.enum(Object.keys(COMPARE_WAYS) as [keyof typeof COMPARE_WAYS, ...(keyof typeof COMPARE_WAYS)[]]) }),
) {}

/** A state of a specimen; without a rework, the one that it is in. */
export interface AskedColumn {
  readonly id: string;
  readonly rework?: number;
}

const COLUMNS = /^[a-z0-9-]{4,64}(?::\d{1,3})?(?:,[a-z0-9-]{4,64}(?::\d{1,3})?){0,5}$/;

export class CompareQueryDto extends createZodDto(
  z.object({
    /** Two to six specimens by their ids, “:2” behind one is its state after the second rework: `a,b:2`. */
    of: z.string().regex(COLUMNS, 'ids of specimens with commas between them, “:2” behind one for its state after the second rework'),
  }),
) {}

export function columnsOf(text: string): readonly AskedColumn[] {
  return text.split(',').map((one) => {
    const [id = '', rework] = one.split(':');
    return { id, ...(rework !== undefined && { rework: Number(rework) }) };
  });
}

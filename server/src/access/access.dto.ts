import { createZodDto } from 'nestjs-zod';
import { z } from 'zod';

export class AccessCodeDto extends createZodDto(z.strictObject({ code: z.string().min(1).max(40) })) {}

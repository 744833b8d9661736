import { solveJobSchema } from '@mindful-probe/core';
import { createZodDto } from 'nestjs-zod';

export class SolveJobDto extends createZodDto(solveJobSchema) {}

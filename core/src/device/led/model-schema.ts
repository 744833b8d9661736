import { z } from 'zod';

/** The three numbers of a diode law. */
export const diodeModelSchema = z.strictObject({
  saturationAmps: z.number().positive(),
  emission: z.number().min(0.5).max(20),
  seriesOhms: z.number().min(0),
});

import { z } from 'zod';
import { BIT_FAMILIES, type BitSet } from './bits.ts';

/** A person's own bits as they are kept. */
const bitSetSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  name: z.string().min(1).max(80),
  family: z.enum(BIT_FAMILIES),
  sizesMm: z.array(z.number().finite().positive().max(200)).min(1).max(80)
});
export const bitSetsSchema: z.ZodType<BitSet[]> = z.array(bitSetSchema).max(40);

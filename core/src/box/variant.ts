import { z } from 'zod';
import { idSchema } from '../catalogue/part.ts';
import { isoDay, text } from './schema-pieces.ts';

/** Which of a box’s variants a document is. */
export const variantSchema = z.strictObject({
  id: idSchema,
  /** Empty while the box has only one. */
  name: text(60),
  /** The day this variant was built; null = it is a plan. */
  builtDay: isoDay.nullable()
});
export type Variant = z.infer<typeof variantSchema>;

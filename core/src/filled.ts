import { isRaw, type Raw } from './raw.ts';

const defined = (v: Raw): Raw => Object.fromEntries(Object.entries(v).filter(([, value]) => value !== undefined));

/** What is missing of a stored thing filled in; the same thing where nothing is, so that what is whole is not copied. */
export const filled = (v: unknown, later: Raw): unknown =>
  isRaw(v) && Object.keys(later).some((key) => v[key] === undefined) ? { ...later, ...defined(v) } : v;

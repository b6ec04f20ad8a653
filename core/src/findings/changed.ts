import type { Finding } from './rule.ts';

/** A finding with some of it said otherwise. Its remedies are worked out when somebody looks: the getter goes along. */
export function changed(f: Finding, over: Partial<Omit<Finding, 'remedies'>>): Finding {
  const own = Object.entries(over).map(([key, value]) => [key, { value: value as unknown, enumerable: true }]);
  return Object.defineProperties({} as Finding, {
    ...Object.getOwnPropertyDescriptors(f),
    ...(Object.fromEntries(own) as PropertyDescriptorMap)
  });
}

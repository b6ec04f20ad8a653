import type { z } from 'zod';

const COUNTED: Record<string, readonly [one: string, more: string]> = {
  string: ['character', 'characters'],
  array: ['entry', 'entries']
};

/** '1 entry', '40 characters'; undefined for what is a size and not a count. */
function counted(origin: string, count: number | bigint): string | undefined {
  const words = COUNTED[origin];
  return words && `${count} ${words[Number(count) === 1 ? 0 : 1]}`;
}

/** What is wrong with one value, as the end of a sentence that begins with its name: 'must be more than 0.' */
export function issueWords(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'unrecognized_keys':
      return `holds ${issue.keys.map((k) => `'${k.slice(0, 40)}'`).join(', ')}, which does not belong there.`;
    case 'too_small': {
      const count = counted(issue.origin, issue.minimum);
      const least = issue.inclusive === false ? 'more than' : 'at least';
      return count ? `needs at least ${count}.` : `must be ${least} ${issue.minimum}.`;
    }
    case 'too_big': {
      const count = counted(issue.origin, issue.maximum);
      return count ? `has more than ${count}.` : `must be at most ${issue.maximum}.`;
    }
    case 'invalid_type':
      return `should be ${/^[aeiou]/.test(issue.expected) ? 'an' : 'a'} ${issue.expected}.`;
    default:
      return `${issue.message}.`.replace(/\.\.$/, '.');
  }
}

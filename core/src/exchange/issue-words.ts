import type { z } from 'zod';

const KINDS: Record<string, string> = {
  string: 'characters',
  array: 'entries',
  number: '',
  int: '',
  set: 'entries'
};

/** What is wrong with one value, as the end of a sentence that begins with its name: 'must be more than 0.' */
export function issueWords(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'unrecognized_keys':
      return `holds ${issue.keys.map((k) => `'${k.slice(0, 40)}'`).join(', ')}, which does not belong there.`;
    case 'too_small': {
      const unit = KINDS[issue.origin] ?? '';
      const least = issue.inclusive === false ? 'more than' : 'at least';
      return unit ? `needs at least ${issue.minimum} ${unit}.` : `must be ${least} ${issue.minimum}.`;
    }
    case 'too_big': {
      const unit = KINDS[issue.origin] ?? '';
      return unit ? `has more than ${issue.maximum} ${unit}.` : `must be at most ${issue.maximum}.`;
    }
    case 'invalid_type':
      return `should be ${/^[aeiou]/.test(issue.expected) ? 'an' : 'a'} ${issue.expected}.`;
    default:
      return `${issue.message}.`.replace(/\.\.$/, '.');
  }
}

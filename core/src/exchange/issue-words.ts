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

/** Kinds of value as a person would call them. */
const TYPES: Record<string, string> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  tuple: 'a list',
  object: 'a group of fields',
  record: 'a group of fields'
};

/** How the states of an attribute are called. */
const CHOICES: Record<string, string> = { auto: 'automatic', set: 'a value of its own' };

/** So many choices are told; of more, the first ones. */
const TOLD = 12;

/** 'a, b or c'. */
function either(options: readonly string[]): string {
  const told = options.slice(0, TOLD);
  if (options.length > TOLD) return `${told.join(', ')} or one of ${options.length - TOLD} others`;
  return told.length > 1 ? `${told.slice(0, -1).join(', ')} or ${told.at(-1)}` : (told[0] ?? '');
}
const choice = (values: readonly unknown[]): string => {
  const words = values.map((v) => CHOICES[String(v)] ?? String(v));
  return words.length > 1 ? `choose ${either(words)}.` : `must be ${words[0]}.`;
};

/** What would be right where several sorts of value are: what each of them would take. */
function unionWords(issue: Extract<z.core.$ZodIssue, { code: 'invalid_union' }>): string {
  const { options } = issue as { options?: readonly unknown[] };
  if (options) return choice(options);
  const kinds = issue.errors.map(([first]) => {
    if (first?.code === 'invalid_type') return TYPES[first.expected] ?? first.expected;
    if (first?.code === 'invalid_value') return either(first.values.map(String));
    return undefined;
  });
  const known = [...new Set(kinds.filter((k) => k !== undefined))];
  return known.length > 0 ? `must be ${either(known)}.` : 'is not understood.';
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
      // a sentence of the schema's own says more than the kind that was expected
      return issue.message.startsWith('Invalid input')
        ? `must be ${TYPES[issue.expected] ?? issue.expected}.`
        : `${issue.message}.`;
    case 'invalid_value':
      return choice(issue.values);
    case 'invalid_union':
      return unionWords(issue);
    default:
      return `${issue.message}.`.replace(/\.\.$/, '.');
  }
}

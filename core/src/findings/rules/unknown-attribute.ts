import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { fieldOf, unknownRanges } from '../../unknown/ranges.ts';
import { questions, TOUCHING, type Question } from '../questions.ts';
import {
  BOX_PLACE,
  branches,
  branchPlace,
  MAIN_PLACE,
  rule,
  set,
  type Draft,
  type Facts,
  type Where
} from '../rule.ts';

/** Asked by rules of their own. */
const ASKED_ELSEWHERE: readonly string[] = ['charging/coldestC', 'bank/holdDown', 'bank/packFuse'];
const FIELD_WORDS: Readonly<Record<string, string>> = {
  bundledCount: 'wires that touch',
  fuseFromStartMm: 'fuse distance',
  returnWire: 'return wire',
  insulationC: 'insulation',
  lengthMm: 'length',
  fuseFamily: 'kind of fuse',
  senseFuse: 'sense fuse',
  currentA: 'current'
};

/** Everything safety depends on that nobody read yet: an open item with how to find out. */
export const unknownAttribute = rule('unknown-attribute', 'safe', 'wiring', (x) => {
  const own = [...questions(x)];
  return [...own, ...others(x, own)].map((q) => draft(x, q));
});

/** Whatever else has a range is asked for, too: nothing that a check hangs on goes unasked. */
function others(x: Facts, own: readonly Question[]): Question[] {
  const asked = new Set([...ASKED_ELSEWHERE, ...own.map((q) => q.path)]);
  return unknownRanges(x.box, x).flatMap(({ path }): Question[] => {
    if (asked.has(path)) return [];
    const [list, id] = path.split('/');
    // amp-hours of the battery are asked for with its other figures
    if (list === 'parts' && fieldOf(path) === 'capacityAh') return [];
    // and what a converter gives where its load is told
    if (fieldOf(path) === 'ratedW') return [];
    const c = branches(x).find((b) => (list === 'feeds' || list === 'circuits') && b.circuit.id === id);
    const at = c ? branchPlace(c) : list === 'feeds' ? MAIN_PLACE : BOX_PLACE;
    const field = fieldOf(path);
    const how = field === 'bundledCount' ? TOUCHING : 'Read or measure it.';
    return [{ at, name: FIELD_WORDS[field] ?? field, how, path, build: false }];
  });
}

/** The fuse of the place that is asked about: what comes from it hangs on the question. */
const fuseAt = (x: Facts, at: Where): string | undefined =>
  at.kind === 'main' ? 'F0' : branches(x).find((c) => at.kind === 'circuit' && c.circuit.id === at.id)?.fuseTag;

const slug = (text: string): string => text.replace(/\W+/g, '-');

function draft(x: Facts, { at, name, how, path, build }: Question): Draft {
  const fuse = fuseAt(x, at);
  return {
    at,
    // by the field it asks for, as no words of it stand for ever
    also: slug(path ?? name),
    formerly: `${at.id}:${slug(name)}`,
    severity: 'caution',
    say: say('unknown-attribute', 'told', { label: at.label, name, how }),
    figures: {},
    open: true,
    asks: name,
    ...(path ? { about: path } : {}),
    ...(fuse ? { cause: `fuse ${fuse}` } : {}),
    remedies:
      path && build
        ? [
            {
              label: 'Build it new, let Haversack choose',
              effect: 'replaces what is there',
              edits: [set(path, AUTO)]
            }
          ]
        : []
  };
}

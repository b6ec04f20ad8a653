import type { VerdictAnswer } from './verdict.ts';

const STATE_WORDS: Record<VerdictAnswer['state'], string> = {
  'not-started': 'not told yet',
  stop: 'stop',
  caution: 'caution',
  holds: 'holds'
};
/** An answer in one phrase: its words, or how it stands where the words would not tell. */
const phrase = (v: VerdictAnswer): string => v.say || STATE_WORDS[v.state];

/** What of the five answers is another one now, each in a sentence for the ear: 'Lasts: 1 h 49 min short, was 14 min to spare'. */
export function answerChanges(before: readonly VerdictAnswer[], after: readonly VerdictAnswer[]): string[] {
  return after.flatMap((now) => {
    const was = before.find((v) => v.id === now.id);
    if (!was || (was.state === now.state && phrase(was) === phrase(now))) return [];
    const state =
      was.state === now.state || phrase(now) === STATE_WORDS[now.state] ? '' : `, ${STATE_WORDS[now.state]}`;
    const old = phrase(was) === phrase(now) ? STATE_WORDS[was.state] : phrase(was);
    return [`${now.name}: ${phrase(now)}${state}, was ${old}`];
  });
}

import { lead, type Lead } from '@haversack/core/advise/lead';
import { withSeason } from '@haversack/core/season/season-answer';
import { withSureness, type VerdictAnswer } from '@haversack/core/verdict';
import { goto } from '$app/navigation';
import { resolve } from '$app/paths';
import { askForDevice, printBuildSheet } from './doing.ts';
import type { Heavy } from './heavy.svelte.ts';
import type { OpenBox } from './open-box.svelte.ts';

/** The five answers as they are shown: with the chance of the many runs and, for a box left alone, its season. */
export function shownVerdicts(open: OpenBox, heavy: Heavy): VerdictAnswer[] {
  const sure = withSureness(open.plan.verdicts, heavy.busy.sure ? undefined : heavy.sure);
  return withSeason(sure, open.doc.season ? heavy.season : undefined);
}

/** The one leading action of the open box: what is next, and doing it. */
export class Leading {
  readonly #open: OpenBox;
  readonly #heavy: Heavy;
  readonly now: Lead = $derived.by(() =>
    lead({
      box: this.#open.doc,
      plan: this.#open.plan,
      catalogue: this.#open.catalogue,
      stage: this.#open.stage,
      view: this.#open.view,
      verdicts: shownVerdicts(this.#open, this.#heavy),
      remediesOf: (key) => this.#heavy.remedies[key]
    })
  );
  /** Why a press did nothing. */
  problem = $state('');

  constructor(open: OpenBox, heavy: Heavy) {
    this.#open = open;
    this.#heavy = heavy;
  }

  async press(): Promise<void> {
    const { press } = this.now;
    this.problem = '';
    switch (press.kind) {
      case 'do': {
        const edits = press.edits();
        if (!edits) this.problem = 'Nothing was found that can be chosen for you: choose on the stage itself.';
        else {
          this.#open.commit(press.label, edits);
          this.#open.tell(`Done: ${press.label}`);
        }
        return;
      }
      case 'go': {
        const query = press.view ? `?view=${press.view}` : '';
        return goto(resolve(`/box/${this.#open.id}/${press.stage}${query}` as '/'));
      }
      case 'sound':
        this.#heavy.soundShown = true;
        return;
      case 'add-device':
        return askForDevice(this.#open);
      case 'print-view':
        return window.print();
      case 'print':
        return printBuildSheet(this.#open);
    }
  }
}

import type { Basket, Need, Offer, Shop } from '@haversack/core/kit/buy/types';
import type { Alternative } from '@haversack/core/advise/alternatives';
import type { Box } from '@haversack/core/box/schema';
import type { DrawerLine } from '@haversack/core/kit/buy/orders';
import type { Cutting } from '@haversack/core/kit/cutting';
import type { Help } from '@haversack/core/advise/helps';
import type { SuitedBattery } from '@haversack/core/advise/suit-battery';
import type { SuitedCase } from '@haversack/core/advise/suit-case';
import type { Candidate } from '@haversack/core/compare/candidate';
import type { Sure } from '@haversack/core/outing/sure';
import type { ShortTrial } from '@haversack/core/trials/survey';
import type { SeasonPlan } from '@haversack/core/season/season';
import type { Edit } from '@haversack/core/box/edits';
import type { Proven } from '@haversack/core/remedy/prove';
import type { Goal, Sound, SoundFacts, SoundProgress } from '@haversack/core/remedy/sound';
import type { Adapted, Ask } from '@haversack/core/design/adapt';
import type { DesignResult, DesignView, Proposal } from '@haversack/core/design/view';
import { proxy, type Remote } from 'comlink';
import HeavyWorker from '../../workers/heavy.worker.ts?worker';
import SureWorker from '../../workers/sure.worker.ts?worker';
import type { CompareRow, DeepFit, HeavyApi, Job } from '../../workers/heavy.worker.ts';
import type { SureApi } from '../../workers/sure.worker.ts';
import type { OpenBox } from './open-box.svelte.ts';
import { WorkerOf } from './worker-of.ts';

const SETTLE_MS = 120;
/** The many runs wait until the hand rests: a quick answer stands meanwhile, and a phone has one thing less to do between two edits. */
const REST_MS = 600;

/** Answers that take longer than a frame: worked out in a worker, dropped when the box changes. */
export class Heavy {
  sure: Sure | undefined = $state.raw();
  helps: Help[] | undefined = $state.raw();
  /** Cases and batteries to choose from, what suits first. */
  cases: SuitedCase[] | undefined = $state.raw();
  batteries: SuitedBattery[] | undefined = $state.raw();
  season: SeasonPlan | undefined = $state.raw();
  /** Every place shorted in turn. */
  survey: ShortTrial[] | undefined = $state.raw();
  deepFit: DeepFit | undefined = $state.raw();
  /** Share of the long search inside the case that is done. */
  fitShare = $state(0);
  /** Rows of the comparison, by place. */
  rows: (Candidate | undefined)[] = $state.raw([]);
  /** Under way: the shown answer belongs to the document before. */
  busy: {
    sure: boolean;
    helps: boolean;
    cases: boolean;
    batteries: boolean;
    season: boolean;
    rows: boolean;
    fit: boolean;
    survey: boolean;
    sound: boolean;
    design: boolean;
  } = $state({
    sure: false,
    helps: false,
    cases: false,
    batteries: false,
    season: false,
    rows: false,
    fit: false,
    survey: false,
    sound: false,
    design: false
  });
  /** Remedies that hold, by the finding they cure; worked out when somebody looks. */
  remedies: Record<string, Proven[]> = $state.raw({});
  /** The dialog that makes the box sound stands open. */
  soundShown = $state(false);
  sound: Sound | undefined = $state.raw();
  soundProgress: SoundProgress | undefined = $state.raw();
  /** What the search for designs has found; while it runs without reasons, at its end with them. */
  design: DesignView | undefined = $state.raw();
  designEnd: DesignResult | undefined = $state.raw();
  failed = $state('');
  #searches: WorkerOf<HeavyApi>;
  #runs: WorkerOf<SureApi>;
  /** Counts the documents: what was asked of an older one is asked again. */
  #version = $state(0);
  // only remembered, never shown
  // eslint-disable-next-line svelte/prefer-svelte-reactivity
  readonly #asked = new Set<string>();
  #queue: Promise<unknown> = Promise.resolve();
  #timers: Record<string, ReturnType<typeof setTimeout>> = {};
  readonly #open: OpenBox;

  constructor(open: OpenBox) {
    this.#open = open;
    const failed = (): void => {
      this.failed = 'The longer calculations could not be started in this browser.';
    };
    this.#searches = new WorkerOf(() => new HeavyWorker(), failed);
    this.#runs = new WorkerOf(() => new SureWorker(), failed);
  }

  #remote(): Remote<HeavyApi> {
    return this.#searches.api();
  }

  close(): void {
    for (const t of Object.values(this.#timers)) clearTimeout(t);
    this.#searches.close();
    this.#runs.close();
  }

  /** The box changed: whatever runs for the old one is dropped. */
  changed(): void {
    this.remedies = {};
    this.#asked.clear();
    this.sound = undefined;
    this.design = undefined;
    this.designEnd = undefined;
    this.busy.design = false;
    this.#version++;
    this.#searches.tell((api) => void api.stop(this.#version));
    this.#runs.tell((api) => void api.stop(this.#version));
  }

  get version(): number {
    return this.#version;
  }

  #job(): Job {
    return {
      version: this.#version,
      box: this.#open.doc,
      ownParts: $state.snapshot(this.#open.ownParts) as Job['ownParts']
    };
  }

  /** Starts one kind of work soon; a later call for the same kind takes its place. */
  #soon(
    kind: keyof Heavy['busy'],
    work: (job: Job, current: () => boolean) => Promise<void>,
    afterMs = SETTLE_MS
  ): void {
    clearTimeout(this.#timers[kind]);
    this.busy[kind] = true;
    this.#timers[kind] = setTimeout(() => {
      const job = this.#job();
      const current = () => job.version === this.#version;
      work(job, current)
        .catch((e: unknown) => (this.failed = e instanceof Error ? e.message : String(e)))
        .finally(() => {
          if (current()) this.busy[kind] = false;
        });
    }, afterMs);
  }

  wantSure(): void {
    this.#soon(
      'sure',
      async (job, current) => {
        const { demand, bank, feed, outing } = this.#open.plan;
        if (!bank || !outing) {
          this.sure = undefined;
          return;
        }
        // parts come by a port of their own and may be overtaken by the end
        let ended = false;
        const done = await this.#runs.api().sure(
          job.version,
          job.box,
          { demand, bank, feed },
          proxy((part: Sure) => {
            if (current() && !ended) this.sure = part;
          })
        );
        ended = true;
        if (current()) this.sure = done;
      },
      REST_MS
    );
  }

  /** Goes on with the search inside the case where the quick one stopped. */
  wantFit(): void {
    this.deepFit = undefined;
    this.fitShare = 0;
    this.#soon('fit', async (job, current) => {
      const done = await this.#remote().fit(
        job,
        proxy((share: number) => {
          if (current()) this.fitShare = share;
        })
      );
      if (!current() || !done) return;
      this.deepFit = done;
    });
  }

  wantSurvey(): void {
    this.#soon('survey', async (job, current) => {
      const done = await this.#remote().survey(job);
      if (current() && done) this.survey = done;
    });
  }

  /** Leaves the long search; the quick answer stands. */
  stopFit(): void {
    clearTimeout(this.#timers.fit);
    this.changed();
    this.busy.fit = false;
    this.wantSure();
  }

  wantHelps(): void {
    this.#soon('helps', async (job, current) => {
      const done = await this.#remote().helps(job);
      if (current()) this.helps = done;
    });
  }

  wantCases(): void {
    this.#soon('cases', async (job, current) => {
      const done = await this.#remote().cases(job);
      if (current() && done) this.cases = done;
    });
  }

  wantBatteries(): void {
    this.#soon('batteries', async (job, current) => {
      const done = await this.#remote().batteries(job);
      if (current() && done) this.batteries = done;
    });
  }

  /** Tries the remedies of one finding, after those that were asked for before it. */
  wantRemedies(key: string): void {
    if (this.#asked.has(key)) return;
    this.#asked.add(key);
    const job = this.#job();
    const work = async () => {
      if (job.version !== this.#version) return;
      const done = await this.#remote().remedies(job, key);
      if (done && job.version === this.#version) this.remedies = { ...this.remedies, [key]: done };
    };
    this.#queue = this.#queue
      .then(work)
      .catch((e: unknown) => (this.failed = e instanceof Error ? e.message : String(e)));
  }

  /** Looks for the shortest list of changes that leaves no stop, or no caution either. */
  wantSound(goal: Goal): void {
    this.sound = undefined;
    this.soundProgress = undefined;
    this.#soon('sound', async (job, current) => {
      const done = await this.#remote().sound(
        job,
        goal,
        proxy((part: SoundProgress) => {
          if (current()) this.soundProgress = part;
        })
      );
      if (current() && done) this.sound = done;
    });
  }

  /** Looks for sound boxes; what is found shows as it is found. */
  wantDesign(drawer: readonly DrawerLine[]): void {
    this.design = undefined;
    this.designEnd = undefined;
    this.#soon('design', async (job, current) => {
      let ended = false;
      const done = await this.#remote().design(
        job,
        $state.snapshot(drawer) as DrawerLine[],
        proxy((part: DesignView) => {
          if (current() && !ended) this.design = part;
        })
      );
      ended = true;
      if (!current() || !done) return;
      this.design = done;
      this.designEnd = done;
    });
  }

  /** Leaves the search with what it has found. */
  stopDesign(): void {
    void this.#remote().stopDesign();
  }

  /** What must change for something asked of the box; undefined when the box changed meanwhile. */
  adapt(ask: Ask, onPart: (part: SoundProgress) => void): Promise<Adapted | undefined> {
    return this.#remote().adapt(this.#job(), $state.snapshot(ask) as Ask, proxy(onPart));
  }

  /** One dot of the last search in full; undefined when the box changed meanwhile. */
  designOne(key: string): Promise<Proposal | undefined> {
    return this.#remote().designOne(this.#job(), key);
  }

  /** What could be taken instead of a line of the kit; undefined when the box changed meanwhile. */
  alternatives(lineId: string): Promise<Alternative[] | undefined> {
    return this.#remote().alternatives(this.#job(), lineId);
  }

  /** What is cut of every reel and sheet for this box and others together. */
  cutting(others: readonly Box[], drawer: readonly DrawerLine[]): Promise<Cutting> {
    return this.#remote().cutting(this.#job(), [...others], $state.snapshot(drawer) as DrawerLine[]);
  }

  buy(
    needs: readonly Need[],
    shops: readonly Shop[],
    offers: readonly Offer[]
  ): Promise<{ best: Basket; single: Basket[] }> {
    return this.#remote().buy([...needs], $state.snapshot(shops) as Shop[], $state.snapshot(offers) as Offer[]);
  }

  /** What the box would be with some of the changes that were found. */
  soundWith(changes: readonly { edits: Edit[] }[]): Promise<SoundFacts | undefined> {
    return this.#remote().soundWith(this.#job(), $state.snapshot(changes) as { edits: Edit[] }[]);
  }

  /** Leaves the search; what was found so far is dropped. */
  stopSound(): void {
    clearTimeout(this.#timers.sound);
    this.changed();
    this.busy.sound = false;
    this.wantSure();
  }

  wantSeason(): void {
    this.#soon('season', async (job, current) => {
      const done = await this.#remote().season(job);
      if (current()) this.season = done;
    });
  }

  wantRows(rows: readonly CompareRow[]): void {
    const plain = $state.snapshot(rows) as CompareRow[];
    this.#soon('rows', async (job, current) => {
      if (this.rows.length !== plain.length) this.rows = plain.map((_, i) => this.rows[i]);
      await this.#remote().compare(
        job,
        plain,
        proxy((i: number, facts: Candidate) => {
          if (current()) this.rows = this.rows.map((r, j) => (j === i ? facts : r));
        })
      );
    });
  }
}

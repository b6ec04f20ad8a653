import { ampsFor, ampsTable } from '../battery/amps-for.ts';
import type { Plan } from '../evaluate.ts';
import { ampsText, durationText, fixed } from '../quantity/format.ts';
import { spanOf, spanText } from '../unknown/span.ts';

type Chosen = {
  /** Rated amp-hours: '12.0', or '6.0 to 18.0' while its label is unread. */
  ratedAh: string;
  /** It holds what is needed, whatever is found out. */
  suffices: boolean;
  /** What may run how long: '0.5 A for 9 h, 0.4 A for 12 h'. */
  gives: string;
};

/** What the chosen battery holds against what is needed, as a span where something about it is not known; undefined without one. */
export function chosenBattery(plan: Plan, wantedH: number): Chosen | undefined {
  const { bank } = plan;
  const rated = spanOf(plan, (p) => p.bank?.ratedAh);
  if (!bank || !rated) return undefined;
  const all = [plan, ...plan.ends];
  return {
    ratedAh: spanText(rated, (v) => fixed(v, 1)),
    suffices: all.every((p) => !p.bank || p.bank.ratedAh >= p.bank.neededAh),
    gives: ampsTable(bank, wantedH)
      .map(({ durationH }) => {
        const amps = spanOf(plan, (p) => p.bank && ampsFor(p.bank, durationH))!;
        return `${spanText(amps, ampsText)} A for ${durationText(durationH)}`;
      })
      .join(', ')
  };
}

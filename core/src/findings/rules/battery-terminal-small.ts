import { isTab, terminalBears } from '../../judge/terminals.ts';
import { areaMm2, knownSize } from '../../wiring/conductor.ts';
import { wireSizeText } from '../../quantity/wire-size.ts';
import { LOAD_SHARE } from '../../wiring/fuse.ts';
import { BATTERY_PLACE, rule, type Draft } from '../rule.ts';

/** The battery's own tabs or studs bear less than what hangs on them: load, charge, fuse, wire; a fuse bolted on a tab. */
export const batteryTerminalSmall = rule('battery-terminal-small', 'safe', 'battery', (x) => {
  if (!x.bank) return [];
  const { part } = x.bank;
  const bears = terminalBears(part);
  if (!bears) return [];
  const words = bears.words(x.said);
  const out: Draft[] = [];
  const say = (
    also: string,
    severity: Draft['severity'],
    short: string,
    title: string,
    why: string,
    amps: number,
    cause?: string
  ) =>
    out.push({
      ...(cause ? { cause } : {}),
      at: BATTERY_PLACE,
      also,
      severity,
      short,
      title,
      why,
      figures: { amps, bearsA: bears.ratingA }
    });
  const loadA = Math.max(x.judge.packA, ...x.judge.all.filter((h) => h.kind === 'battery').map((h) => h.chargeA));
  if (loadA > LOAD_SHARE * bears.ratingA)
    say(
      'load',
      loadA > bears.ratingA ? 'stop' : 'caution',
      `${words} ${bears.ratingA} A: ${loadA.toFixed(1)} A`,
      `The battery’s ${words} carries ${loadA.toFixed(1)} A`,
      `It bears ${bears.ratingA} A for good; the receptacle on it gets hot and loosens. A battery with larger terminals, or less load.`,
      loadA
    );
  const first = x.judge.all.filter(
    (h) =>
      h.kind === 'fuse' &&
      x.judge.all.some((c) => c.conductor?.to.part === h.id && x.wiring.netlist.packIds.includes(c.conductor.from.part))
  );
  for (const f of first) {
    if (f.part?.ratingA != null && f.part.ratingA > bears.ratingA)
      say(
        `fuse-${f.id}`,
        'stop',
        `${f.id} ${f.part.ratingA} A on a ${words}`,
        `${f.id} is too big for the battery’s ${words}`,
        `The tab bears ${bears.ratingA} A; ${f.part.ratingA} A can flow for minutes before ${f.id} opens. Take a smaller fuse where the load allows it.`,
        f.part.ratingA,
        `fuse ${f.id}`
      );
    if (isTab(part) && (f.part?.family === 'post' || f.part?.family === 'midi'))
      say(
        `bolted-${f.id}`,
        'stop',
        `${f.id} cannot sit on a tab`,
        `${f.id} is bolted, the battery has push-on tabs`,
        'Nothing can be bolted on a push-on tab: it bends and breaks. An in-line holder with a lead to a receptacle takes its place.',
        f.part.ratingA ?? 0,
        `fuse ${f.id}`
      );
  }
  const thick = x.wiring.netlist.conductors
    .filter((c) => x.wiring.netlist.packIds.includes(c.from.part) || x.wiring.netlist.packIds.includes(c.to.part))
    .filter((c) => c.size && knownSize(c.size) && c.lengthMm > 0 && areaMm2(c.size) > bears.mostMm2)[0];
  if (thick)
    say(
      'wire',
      'caution',
      `${wireSizeText(thick.size!)} does not fit a ${words}`,
      `${wireSizeText(thick.size!)} is too thick for a ${words}`,
      `Receptacles for it take ${bears.mostMm2} mm² at most. Begin with a short thin lead of the right size and a fuse that suits it, or take thinner wire.`,
      0
    );
  return out;
});

import { say } from '../words/say.ts';
import { setTo } from '../../box/attr.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import type { ChargeSource } from '../../judge/charge-sources.ts';
import { BATTERY_PLACE, rule, set, type Draft, type Facts, type Remedy } from '../rule.ts';

/** Lithium charged below its limit is damaged for good, by whatever charges it: charger, sun, what lives in the box. */
export const coldCharge = rule('cold-charge', 'safe', 'battery', (x) => {
  if (!x.bank || !CHEMISTRY[x.bank.chemistry].isLithium) return [];
  const limitC = CHEMISTRY[x.bank.chemistry].chargeMinC;
  const out: Draft[] = [];
  const unknown = x.judge.sources.find((s) => s.coldestC === undefined && s.when === 'home');
  if (unknown)
    out.push({
      at: BATTERY_PLACE,
      severity: 'caution',
      say: say('cold-charge', 'unknown', { limitC }),
      figures: { limitC },
      asks: 'where it is charged',
      about: 'charging/coldestC',
      open: true,
      remedies: [
        {
          label: `Indoors, above ${x.said.degC(5)}`,
          effect: 'safe for this battery',
          edits: [set('charging/coldestC', setTo(5))]
        }
      ]
    });
  const cold = x.judge.sources.filter((s) => s.coldestC !== undefined && s.coldestC < limitC);
  const worst = cold.sort((a, b) => a.coldestC! - b.coldestC!)[0];
  if (!worst) return out;
  const c = Math.round(worst.coldestC! * 10) / 10;
  if (x.box.bank.blocksCold === 'yes') {
    out.push({
      at: BATTERY_PLACE,
      also: 'blocked',
      severity: 'note',
      say: say('cold-charge', 'blocked', { limitC, name: worst.name, atC: c }),
      figures: { coldestC: c, limitC }
    });
    return out;
  }
  out.push({
    at: BATTERY_PLACE,
    ...(worst.when === 'home' ? {} : { also: worst.id }),
    severity: 'stop',
    say: say('cold-charge', 'ruins', {
      atC: c,
      name: worst.name,
      limitC,
      coldCount: cold.length,
      coldNames: cold.slice(1).map((s) => s.name)
    }),
    figures: { coldestC: c, limitC },
    remedies: remediesFor(x, worst)
  });
  return out;
});

function remediesFor(x: Facts, s: ChargeSource): Remedy[] {
  const blocks: Remedy = {
    label: 'Its label says that it blocks cold charging',
    effect: 'nothing is counted below its limit',
    edits: [set('bank/blocksCold', 'yes')],
    answer: true
  };
  if (s.id === 'sun')
    return [
      {
        label: 'No panel during the outing',
        effect: 'charged at home',
        edits: [set('charging/solar/duringOuting', false)]
      },
      blocks
    ];
  if (s.id === 'season-sun' && x.box.season)
    return [
      { label: 'No sun through the season', effect: 'packs are swapped', edits: [set('season/useSun', false)] },
      blocks
    ];
  if (s.id === 'plugged')
    return [
      { label: 'Not plugged in on the outing', effect: 'charged at home', edits: [set('charging/plugged', [])] },
      blocks
    ];
  if (s.when === 'home')
    return [
      {
        label: `Charge indoors, above ${x.said.degC(5)}`,
        effect: 'written on the lid card',
        edits: [set('charging/coldestC', setTo(5))]
      },
      blocks
    ];
  return [blocks];
}

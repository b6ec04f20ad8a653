import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { METER_FUSE_A } from '../../wiring/branch-draft.ts';
import { BOX_PLACE, rule, set, type Draft, type Where, branchPlace } from '../rule.ts';

/** Thin meter leads on a battery without a small fuse. */
export const meterUnfused = rule('meter-unfused', 'safe', 'wiring', (x) => {
  const out: Draft[] = [];
  const sense = x.box.wiring.senseFuse;
  const bareSense = x.wiring.shunt && (sense.is === 'none' || (sense.is === 'set' && sense.value > METER_FUSE_A));
  const senseDraft = (at: Where): Draft => ({
    at,
    also: 'sense',
    severity: 'stop',
    say: say('meter-unfused', 'sense', {}),
    figures: { fuseA: sense.is === 'set' ? sense.value : 0 },
    remedies: [
      {
        label: 'A 1 A fuse in each, at the shunt',
        effect: 'opens before the thin wire burns',
        edits: [set('wiring/senseFuse', AUTO)]
      }
    ]
  });
  for (const c of x.wiring.circuits) {
    if (c.portPart?.role !== 'meter') continue;
    const at = branchPlace(c);
    if (c.fuseA !== undefined && c.fuseA > METER_FUSE_A)
      out.push({
        at,
        also: 'supply',
        severity: 'stop',
        say: say('meter-unfused', 'supply', { fuseTag: c.fuseTag, fuseA: c.fuseA, portTag: c.portTag }),
        figures: { fuseA: c.fuseA },
        remedies: [
          { label: 'Fit a small fuse', effect: '1 to 3 A', edits: [set(`circuits/${c.circuit.id}/fuse`, AUTO)] }
        ]
      });
    if (bareSense) out.push(senseDraft(at));
  }
  // a meter that stands in no face, or is read by radio, hangs on the same thin leads
  if (bareSense && !x.wiring.circuits.some((c) => c.portPart?.role === 'meter')) out.push(senseDraft(BOX_PLACE));
  return out;
});

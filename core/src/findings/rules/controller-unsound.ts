import { say } from '../words/say.ts';
import { portTag } from '../../panel/panel.ts';
import { AUTO, NONE } from '../../box/attr.ts';
import { switchesOf } from '../../box/feeds.ts';
import type { Feed, Solar } from '../../box/schema.ts';
import { controllerFuseA } from '../../wiring/charge-fuse.ts';
import { startOf, switchedBy } from '../../wiring/tree.ts';
import { BATTERY_PLACE, rule, set, type Draft, type Facts } from '../rule.ts';

/** A controller built into the box: its fuse, its panel's port, and which side is joined first. */
export const controllerUnsound = rule('controller-unsound', 'safe', 'battery', (x) => {
  const { solar } = x.box.charging;
  if (!solar || solar.fit !== 'inside') return [];
  const out: Draft[] = [];
  // the breaker of a feed it hangs on protects its lead as well
  const guarded = x.judge.of('solar/battery+')?.guard;
  if (controllerFuseA(x.box) === undefined && (!guarded || guarded.tag === 'F0'))
    out.push({
      at: BATTERY_PLACE,
      also: 'fuse',
      severity: 'stop',
      say: say('controller-unsound', 'fuse', { straight: solar.controller === 'none' }),
      remedies: [{ label: 'Fit a fuse', effect: 'at the battery end', edits: [set('charging/solar/fuse', AUTO)] }]
    });
  const port = solar.panelPortId;
  if (port.is !== 'set' || !x.box.ports.some((p) => p.id === port.value))
    out.push({
      at: BATTERY_PLACE,
      also: 'port',
      severity: 'caution',
      say: say('controller-unsound', 'port', { straight: solar.controller === 'none' })
    });
  // what a controller needs, a panel that hangs straight on the battery has none of
  if (solar.controller === 'none') return out;
  const off = partedBy(x);
  if (off.length > 0) out.push(switchedOff(x, solar, off));
  out.push({
    at: BATTERY_PLACE,
    also: 'order',
    severity: 'note',
    say: say('controller-unsound', 'order', {}),
    figures: { openV: solar.openV }
  });
  return out;
});

type Parting = { tag: string; daily: boolean };

/** What can part the controller from the battery: a switch of its own, those and the breakers of the feed it hangs behind. */
function partedBy(x: Facts): Parting[] {
  const { switchPortId, from } = x.box.charging.solar!;
  const daily = (id: string): Parting => ({
    tag: portTag(x.panel, id) ?? id,
    daily: true
  });
  const own = switchPortId.is === 'set' ? [daily(switchPortId.value)] : [];
  if (from.is !== 'set' || from.value.at !== 'feed') return own;
  const { id, ahead } = from.value;
  const feeds = [...switchedBy(x.box, x.wiring.tree, id), ...x.box.feeds.filter((f) => f.id === id && !ahead)];
  // a breaker is opened to work on the box, a switch every evening
  const levers = feeds.filter((f) => f.leverSwitches).map((f) => fuseTagOf(x, f));
  return [
    ...own,
    ...feeds.flatMap((f) => switchesOf(x.box, f)).map(daily),
    ...levers.map((tag) => ({ tag, daily: false }))
  ];
}

const fuseTagOf = (x: Facts, f: Feed): string => x.wiring.feeds.find((k) => k.circuit.id === f.id)?.fuseTag ?? 'F0';

function switchedOff(x: Facts, solar: Solar, off: readonly Parting[]): Draft {
  const tags = [...new Set(off.map((o) => o.tag))];
  const onTerminals = x.wiring.circuits.filter((c) => startOf(x.wiring.tree, c.circuit.id) === 'load-terminal');
  const bears = (portId: string): boolean =>
    x.box.devices.every((d) => d.portId !== portId || (d.maxV !== null && d.maxV >= solar.openV));
  return {
    at: BATTERY_PLACE,
    also: 'switch',
    severity: off.some((o) => o.daily) && onTerminals.some((c) => !bears(c.circuit.portId)) ? 'caution' : 'note',
    say: say('controller-unsound', 'switch', {
      tags,
      openV: solar.openV,
      loads: onTerminals.map((c) => `${c.portTag} ${c.feeds}`)
    }),
    figures: { openV: solar.openV },
    remedies: [
      {
        label: 'Join the controller ahead of every switch',
        effect: 'fused at the battery end',
        edits: [set('charging/solar/from', AUTO), set('charging/solar/switchPortId', NONE)]
      }
    ]
  };
}

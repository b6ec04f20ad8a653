import { portTag } from '../../panel/panel.ts';
import { AUTO, NONE } from '../../box/attr.ts';
import { switchesOf } from '../../box/feeds.ts';
import type { Feed, Solar } from '../../box/schema.ts';
import { listOf } from '../../quantity/list-of.ts';
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
      short: 'Solar controller has no fuse',
      title: 'The solar controller’s lead has no fuse at the battery end',
      why: 'The battery feeds a short on that lead, whatever the sun does.',
      remedies: [{ label: 'Fit a fuse', effect: 'at the battery end', edits: [set('charging/solar/fuse', AUTO)] }]
    });
  const port = solar.panelPortId;
  if (port.is !== 'set' || !x.box.ports.some((p) => p.id === port.value))
    out.push({
      at: BATTERY_PLACE,
      also: 'port',
      severity: 'caution',
      short: 'No port for the solar panel',
      title: 'The panel has no port to plug into',
      why: 'The controller is built in: give the panel an inlet of its own on a face, of another kind than the charge inlet.'
    });
  const off = partedBy(x);
  if (off.length > 0) out.push(switchedOff(x, solar, off));
  out.push({
    at: BATTERY_PLACE,
    also: 'order',
    severity: 'note',
    short: 'Battery first, panel last',
    title: 'Join the battery to the controller first, the panel last',
    why: 'Without a battery a controller may pass the panel’s open voltage on. To take it apart: panel off first.',
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
    short: `${tags.join(' or ')} parts controller and battery`,
    title: `With ${tags.join(' or ')} off the controller has no battery`,
    why: `In the sun it may then pass the panel’s open voltage, ${solar.openV.toFixed(1)} V, on${
      onTerminals.length > 0
        ? ` to ${listOf(onTerminals.map((c) => `${c.portTag} ${c.feeds}`))} at its load terminals`
        : ''
    }. Pull the panel first, and write that beside the switch; or join the controller ahead of every switch.`,
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

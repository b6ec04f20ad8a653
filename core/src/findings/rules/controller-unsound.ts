import { AUTO } from '../../box/attr.ts';
import { controllerFuseA } from '../../wiring/charge-fuse.ts';
import { BATTERY_PLACE, rule, set, type Draft } from '../rule.ts';

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

import { NONE, setTo, UNKNOWN, BoxBuilder, awg, on, span, outing, own, report } from './lib.ts';
import { addFeedEdits } from '../src/box/feed-edits.ts';
const base = (name: string, battery: string, kase = 'case-hard-large') => { const b = new BoxBuilder(name); b.set('outing', outing({ durationH: 10 })); b.use('battery', battery, 'bank/partId').use('case', kase, 'casePartId').use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId').use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId').set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap')); return b; };
const solar = (over: any) => ({ panelW: 50, maxPowerV: 18, openV: 22, tiltDeg: 40, unshadedFraction: 0.9, learnt: null, skyFraction: { is: 'auto' }, controller: 'mppt', controllerMaxV: 50, controllerMaxA: 10, duringOuting: true, fit: 'inside', panelPortId: { is: 'auto' }, from: { is: 'auto' }, switchPortId: { is: 'none' }, loadTerminal: null, fuse: { is: 'auto' }, ...over });
{ const b = base('H load terminal 10 A, 14 A of loads, direct plug', 'battery-lfp-50');
  b.set('bank/stands', 'outside').set('bank/disconnectIn', setTo('load-terminal')).set('bank/disconnect', setTo({ cutV: 11.5, backV: 12.6 }));
  const p = b.port('inlet-sae', 'front', 'Panel'); b.edit({ op: 'remove', path: `circuits/${p.circuitId}` });
  const l = b.port('socket-12v-20', 'front', 'Lamp'); const k = b.port('socket-12v-20', 'front', 'Kettle'); const d = b.port('socket-12v-capped', 'front', 'Direct');
  b.device('lamp-strip', { name: 'Lamp', portId: l.portId, modes: on(60), spans: span(18, 22) });
  b.device('lens-heater', { name: 'Kettle', portId: k.portId, modes: on(100), spans: span(18, 19) });
  b.device('cool-box', { name: 'Cool box', portId: d.portId, modes: on(45, 0.4), spans: span(18, 28) });
  b.set('charging/solar', solar({ panelPortId: setTo(p.portId), loadTerminal: { mostA: 10 } }) as any);
  for (const c of [l, k]) b.set(`circuits/${c.circuitId}/from`, setTo({ at: 'load-terminal' }));
  b.set(`circuits/${d.circuitId}/from`, setTo({ at: 'post', pack: null })).set(`circuits/${d.circuitId}/fuse`, setTo(30)).set(`circuits/${d.circuitId}/wire`, awg('16'));
  report(b.box); }
{ const b = base('I inverter on a socket', 'battery-lfp-20');
  const s = b.port('socket-12v-capped', 'front', 'Inverter');
  b.device('laptop' as any, { name: 'Laptop', supply: 'inverter', converterW: 300, portId: s.portId, modes: on(60), spans: span(18, 22) } as any);
  report(b.box); }
{ const b = base('J two lamps on one 5 A rocker', 'battery-agm-35');
  const a = b.port('circular-16', 'front', 'Left'); const c = b.port('circular-16', 'front', 'Right'); const r = b.port('rocker-20', 'front', 'Rocker');
  own(b, 'panel', 'rocker-20', { ratingA: 5 }, `ports/${r.portId}/partId`);
  b.device('lamp-strip', { name: 'L', portId: a.portId, modes: on(60), spans: span(18, 22) }); b.device('lamp-strip', { name: 'R', portId: c.portId, modes: on(60), spans: span(18, 22) });
  for (const x of b.box.circuits) b.set(`circuits/${x.id}/switchPortId`, setTo(r.portId));
  report(b.box); }
{ const b = base('K doublers: three devices in one socket; device in a switch', 'battery-lfp-20');
  const a = b.port('socket-12v-capped', 'front', 'Socket'); const sw = b.port('toggle-12', 'front', 'Toggle');
  b.device('lamp-strip', { name: 'L', portId: a.portId, modes: on(60), spans: span(18, 22) }); b.device('aerator', { name: 'P', portId: a.portId, modes: on(60), spans: span(18, 22) }); b.device('lamp-red', { name: 'Red', portId: sw.portId, modes: on(5), spans: span(18, 22) });
  report(b.box); }
{ const b = base('L season post', 'battery-agm-12', 'case-steel-slim');
  b.set('outing', outing({ startH: 0, durationH: 24, airC: 2, seal: 'rain', day: '2026-11-15' }));
  const a = b.port('dc-5521', 'front', 'Camera');
  b.device('tracker', { name: 'Camera', portId: a.portId, modes: on(0.3), spans: [] , inSeason: true, belowMin: 'stops' });
  b.set('season', { startDay: '2026-11-15', dayCount: 120, monthC: [-2, -1, 3, 7, 12, 15, 17, 17, 13, 8, 4, 0], swingK: 8, boxOn: true, useSun: true, visitEveryDays: null, visit: 'charge' } as any);
  b.set('charging/solar', solar({ panelW: 5, controller: 'pwm', controllerMaxA: 5, duringOuting: false, fit: 'plugged' }) as any);
  report(b.box); }
import { seasonPlan } from '../src/season/season.ts'; import { evaluate } from '../src/evaluate.ts'; import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
{ const b = base('L2', 'battery-agm-12', 'case-hard-large');
  b.set('outing', outing({ startH: 0, durationH: 24, airC: 2, seal: 'rain', day: '2026-11-15' }));
  const a = b.port('dc-5521', 'front', 'Camera');
  b.device('tracker', { name: 'Camera', portId: a.portId, modes: on(0.3), spans: [], inSeason: true });
  b.set('season', { startDay: '2026-11-15', dayCount: 120, monthC: [-2, -1, 3, 7, 12, 15, 17, 17, 13, 8, 4, 0], swingK: 8, boxOn: true, useSun: false, visitEveryDays: null, visit: 'charge' } as any);
  const p = evaluate(b.box, STARTER_CATALOGUE); const s = seasonPlan(b.box, p); console.log('SEASON', s && { dies: s.diesOnDay, day: s.dayCount, visits: s.visitPlan });
  const c = new BoxBuilder('x'); c.box = b.box; c.set(`devices/${b.box.devices[0]!.id}/spans`, span(0, 24)); const q = evaluate(c.box, STARTER_CATALOGUE); const t = seasonPlan(c.box, q); console.log('with bars', t && { dies: t.diesOnDay });
}

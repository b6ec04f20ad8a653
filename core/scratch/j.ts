import { NONE, setTo, UNKNOWN, BoxBuilder, awg, on, span, outing, own, report } from './lib.ts';
import { addFeedEdits } from '../src/box/feed-edits.ts';
const base = (name: string, battery: string, over: any = {}, kase = 'case-hard-large') => { const b = new BoxBuilder(name); b.set('outing', outing({ durationH: 6, ...over.outing })); own(b.use('case', kase, 'casePartId'), 'battery', battery, over.battery ?? {}, 'bank/partId').use('fuse-holder', over.holder ?? 'holder-inline-blade', 'feeds/main/holderPartId').use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId').set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap')); return b; };
// S: rail 7.4 V fed, camera wants 8.4 max; second camera of 9 V on same rail; through-port charging
{ const b = base('S rail 7.4 V with a 12 V lamp on it', 'battery-lfp-20');
  const ports = ['Cam 1', 'Cam 2', 'Lamp'].map((n) => b.port('dc-5521', 'front', n));
  const f = addFeedEdits(b.box, { name: '7.4 V', converter: { outV: 7.4, partId: null, ratedW: 20 } } as any); b.edit(...f.edits);
  for (const p of ports) b.set(`circuits/${p.circuitId}/from`, setTo({ at: 'feed', id: f.feedId, ahead: false }));
  b.device('camera-dummy', { name: 'Cam 1', supply: '12v', wantsV: 7.4, minV: 6.5, maxV: 8.4, portId: ports[0]!.portId, modes: on(8), spans: span(18, 24) });
  b.device('camera-dummy', { name: 'Cam 2', supply: '12v', wantsV: 9, minV: 8, maxV: 10, portId: ports[1]!.portId, modes: on(8), spans: span(18, 24) });
  b.device('lamp-strip', { name: 'Lamp', portId: ports[2]!.portId, modes: on(12), spans: span(18, 24) });
  report(b.box); }
// T: second box forward on thin 6 m, master relay; charger dc inside from vehicle; agm
{ const b = base('T forward box, thin; DC charger inside from the vehicle, tight case', 'battery-agm-35');
  const s = b.port('circular-16', 'front', 'Sounder'), l = b.port('circular-16', 'front', 'Light');
  const f = addFeedEdits(b.box, { name: 'Forward', fuse: NONE, lengthMm: setTo(6000), wire: awg('18'), secondBox: true, ends: 'fuse-block' }); b.edit(...f.edits);
  for (const c of [s, l]) b.set(`circuits/${c.circuitId}/from`, setTo({ at: 'feed', id: f.feedId, ahead: false }));
  b.device('fish-finder-9', { name: 'Sounder', portId: s.portId, spans: span(18, 24) }); b.device('lamp-strip', { name: 'Light', portId: l.portId, modes: on(24), spans: span(18, 24) });
  b.set('charging/path', NONE).set('charging/builtIn', [{ id: 'k1', name: 'DC charger', currentA: setTo(12), voltageV: { is: 'auto' }, fuse: { is: 'auto' }, from: { is: 'auto' }, input: 'dc', lidShut: 'unknown' }] as any);
  report(b.box); }
// U: trolling motor in an angler's box; engine starter
{ const b = base('U motor 30 A and starter on the box', 'battery-lfp-50');
  const s = b.port('socket-12v-20', 'front', 'Motor'), l = b.port('genderless-30', 'front', 'Starter');
  b.device('water-pump', { name: 'Motor', portId: s.portId, hasMotor: true, use: 'propulsion', modes: on(360, 0.5), spans: span(18, 24) } as any);
  b.device('water-pump', { name: 'Starter', portId: l.portId, hasMotor: true, use: 'starting', modes: on(1200, 0.002), spans: span(18, 24) } as any);
  report(b.box); }
// V: all sockets open in rain, on lid; case wood; lamp built in; long lid leads; two lids
{ const b = base('V lid sockets in the rain', 'battery-lfp-20', { outing: { seal: 'rain', carry: 'one-hand' } }, 'case-wooden');
  const s = b.port('socket-12v-capped', 'lid', 'Up'), l = b.port('usb-a-twin', 'lid', 'USB');
  for (const p of [s, l]) b.set(`ports/${p.portId}/inUse`, 'open');
  b.device('lamp-strip', { name: 'Lamp', portId: s.portId, modes: on(20), spans: span(18, 24) });
  report(b.box); }

import { NONE, setTo, UNKNOWN, BoxBuilder, awg, on, span, outing, own, report } from './lib.ts';
const base = (name: string, battery: string, over: any = {}, kase = 'case-hard-large') => { const b = new BoxBuilder(name); b.set('outing', outing({ durationH: 6, ...over.outing })); own(b.use('case', kase, 'casePartId'), 'battery', battery, over.battery ?? {}, 'bank/partId').use('fuse-holder', over.holder ?? 'holder-inline-blade', 'feeds/main/holderPartId').use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId').set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap')); return b; };
{ const b = base('M two sevens joined before one bolted fuse on a tab', 'battery-agm-7', { holder: 'holder-post', battery: { terminal: 'tab-4.8' } });
  b.set('bank/count', 2).set('bank/packFuse', NONE).set('bank/takeOff', 'same-end').set('feeds/main/fuse', setTo(60)).set('feeds/main/wire', awg('8')).set('feeds/main/ends', 'stud').set('wiring/returns', setTo('stud'));
  const p = b.port('binding-posts', 'front', 'Jumper posts'); const l = b.port('genderless-30', 'front', 'Radio');
  b.device('vhf-mobile-25', { name: 'Radio', portId: l.portId, spans: span(18, 24) });
  for (const c of b.box.circuits) b.set(`circuits/${c.id}/fuse`, NONE).set(`circuits/${c.id}/wire`, awg('10'));
  report(b.box); }
{ const b = base('N 4S lithium bare, radio to 15 V', 'battery-lfp-12', { battery: { chemistry: 'nmc4', hasProtection: false, protectionCutoffV: null, name: '4S pack' } });
  const l = b.port('genderless-30', 'front', 'Radio');
  b.device('vhf-mobile-25', { name: 'Radio', portId: l.portId, spans: span(18, 24), maxV: 15.8 }); b.set('charging/chargerV', setTo(14.6)); b.set('charging/chargerA', setTo(20));
  report(b.box); }
{ const b = base('P charge through USB-C', 'battery-lfp-20');
  const u = b.port('usb-c-pd-60', 'front', 'USB');
  b.device('phone-usb-a' as any, { name: 'Phone', supply: 'usb-c', portId: u.portId, modes: on(18), spans: span(18, 20) });
  b.set('charging/path', setTo('through-port')).set('charging/throughPortId', setTo(u.portId));
  report(b.box); }
{ const b = base('Q charge through 10 A socket with 20 A charger behind the master', 'battery-agm-35', {}, 'case-battery-box-large');
  const s = b.port('socket-12v-capped', 'front', 'Socket', ); const m = b.port('rocker-20', 'front', 'Master'); b.set('feeds/main/switches', setTo([m.portId]));
  b.device('lamp-strip', { name: 'Lamp', portId: s.portId, modes: on(24), spans: span(18, 20) });
  b.set('charging/path', setTo('through-port')).set('charging/throughPortId', setTo(s.portId)).set('charging/chargerA', setTo(20)).set(`circuits/${s.circuitId}/fuse`, setTo(10));
  report(b.box); }
{ const b = base('R unknown everything, two packs, unknown lead', 'battery-lfp-20', { battery: { chemistry: 'unknown', capacityAh: 20, notKnown: ['capacity', 'mass', 'size'], terminal: 'unknown', maxContinuousA: null, hasProtection: null, maxChargeA: null } });
  b.set('bank/count', 2).set('bank/packFuse', UNKNOWN).set('bank/ageYears', 'unknown').set('feeds/main/fuse', UNKNOWN).set('feeds/main/wire', UNKNOWN).set('wiring/conductor', UNKNOWN).set('charging/path', UNKNOWN).set('bank/postsCovered', 'unknown');
  const s = b.port('socket-12v-capped', 'front', 'Socket'); b.device('lamp-strip', { name: 'Lamp', portId: s.portId, modes: on(24), spans: span(18, 20), lead: { lengthMm: 5000, wire: UNKNOWN, adapter: 'unknown', reversed: 'unknown', armoured: 'unknown' } });
  for (const c of b.box.circuits) b.set(`circuits/${c.id}/fuse`, UNKNOWN).set(`circuits/${c.id}/wire`, UNKNOWN).set(`circuits/${c.id}/switchPortId`, UNKNOWN);
  report(b.box); }

import { NONE, setTo, UNKNOWN, BoxBuilder, awg, on, span, outing, own, report } from './lib.ts';
import { addFeedEdits } from '../src/box/feed-edits.ts';
// D. series of two old 6 V lead, mismatched ages, opposite... inside, vented
{
  const b = new BoxBuilder('D two 6 V in series, one old');
  b.set('outing', outing({ durationH: 12, airC: 2 }));
  own(b.use('case', 'case-tool-box', 'casePartId'), 'battery', 'battery-agm-12', { name: '6 V 12 Ah gel', chemistry: 'gel', protectionCutoffV: null, terminal: 'tab-4.8' }, 'bank/partId');
  b.set('bank/count', 2).set('bank/arrangement', 'series').set('bank/packs', [{ ageYears: 1, startFraction: 1 }, { ageYears: 7, startFraction: 0.6 }]).set('bank/packFuse', NONE).set('bank/postsCovered', 'no');
  b.use('fuse-holder', 'holder-inline-glass', 'feeds/main/holderPartId').set('feeds/main/fuse', setTo(10)).set('feeds/main/wire', awg('18')).set('feeds/main/ends', 'lever').set('feeds/main/switches', NONE);
  const l = b.port('socket-12v-capped', 'front', 'Lamp'); const m = b.port('socket-12v-capped', 'front', 'Radio');
  b.device('lamp-strip', { name: 'Lamp', portId: l.portId, modes: on(20), spans: span(18, 24) });
  b.device('vhf-mobile-25', { name: 'Radio', portId: m.portId, spans: span(18, 30) });
  for (const c of b.box.circuits) b.set(`circuits/${c.id}/fuse`, NONE).set(`circuits/${c.id}/wire`, awg('18'));
  b.set('charging/path', setTo('through-port')).set('charging/throughPortId', setTo(l.portId)).set('charging/chargerA', UNKNOWN).set('charging/chargerV', UNKNOWN);
  report(b.box);
}
// E. kayak: outside LFP 100, 2 AWG lugs, 60 A breaker as switch, fuse block of 6, forward box by a relay with coil's switch in minus; shunt
{
  const b = new BoxBuilder('E craft with relay forward');
  b.set('outing', outing({ startH: 5, durationH: 10, airC: 4, seal: 'splash' }));
  own(b.use('case', 'case-hard-deep', 'casePartId'), 'battery', 'battery-lfp-100', {}, 'bank/partId').set('bank/stands', 'outside').set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap'));
  b.use('fuse-holder', 'holder-breaker', 'feeds/main/holderPartId').use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId');
  b.set('feeds/main/fuseFamily', setTo('breaker')).set('feeds/main/fuse', setTo(60)).set('feeds/main/fuseFromStartMm', setTo(900)).set('feeds/main/lead', { lengthMm: 2400, wire: awg('8'), wireCount: 1 }).set('feeds/main/wire', awg('10')).set('feeds/main/leverSwitches', true).set('feeds/main/switches', NONE).set('feeds/main/wayIn', setTo('lugs'));
  b.use('shunt', 'shunt-100', 'wiring/shuntPartId').set('wiring/senseFuse', NONE);
  const s = b.port('circular-16', 'front', 'Sounder'); const n = b.port('circular-16', 'front', 'Nav lights'); const p = b.port('circular-16', 'front', 'Pump'); const k = b.port('toggle-12', 'front', 'Kill');
  b.device('fish-finder-9', { name: 'Sounder', portId: s.portId, spans: span(5, 15), fussy: true });
  b.device('lamp-red', { name: 'Nav lights', portId: n.portId, modes: on(6), spans: span(5, 7) });
  b.device('water-pump', { name: 'Pump', portId: p.portId, modes: on(40, 0.1), spans: span(5, 15) });
  b.set(`circuits/${p.circuitId}/fuse`, setTo(15)).set(`circuits/${p.circuitId}/wire`, awg('20'));
  b.set(`circuits/${s.circuitId}/returnTo`, 'battery');
  b.set('relays', [{ id: 'r1', name: 'Pump relay', inId: p.circuitId, contact: 'make', ratingA: null, coilA: null, coilFuse: NONE, switchPortId: setTo(k.portId), switchPole: 'minus', suppressed: 'no' }] as any);
  report(b.box);
}
// F. cheap: 4 sockets on chain, one 15 A at 600 mm, CCA 22 AWG wire with drop-in tray; plugged usb; charger living inside w/ mains
{
  const b = new BoxBuilder('F tray of sockets, charger inside');
  b.set('outing', outing({ durationH: 30, airC: 20, seal: 'dry-store', inSun: true }));
  b.use('battery', 'battery-agm-35', 'bank/partId').use('case', 'case-hard-large', 'casePartId').use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId');
  b.set('feeds/main/fuse', setTo(15)).set('feeds/main/fuseFromStartMm', setTo(600)).set('feeds/main/wire', awg('16')).set('feeds/main/ends', 'chain').set('feeds/main/switches', NONE).set('wiring/conductor', setTo('copper-clad-aluminium')).set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('foam'));
  const ps = ['Fan', 'Fridge', 'Lamp', 'Laptop'].map((x) => b.port('socket-12v-20', 'front', x));
  for (const p of ps) b.set(`ports/${p.portId}/insert`, { wallMm: 2, behindMm: 30 });
  b.device('aerator', { name: 'Fan', portId: ps[0]!.portId, modes: on(15), spans: span(18, 48) });
  b.device('cool-box', { name: 'Fridge', portId: ps[1]!.portId, modes: on(45, 0.4), spans: span(18, 48) });
  b.device('lamp-strip', { name: 'Lamp', portId: ps[2]!.portId, modes: on(10), spans: span(18, 23) });
  for (const c of b.box.circuits) b.set(`circuits/${c.id}/fuse`, NONE).set(`circuits/${c.id}/wire`, awg('18'));
  b.set('charging/builtIn', [{ id: 'k1', name: 'Old car charger', currentA: setTo(10), voltageV: setTo(15.2), fuse: NONE, from: { is: 'auto' }, input: 'mains-cord', lidShut: 'yes' }] as any).set('charging/path', NONE);
  report(b.box);
}

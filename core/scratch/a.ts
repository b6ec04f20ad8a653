import { NONE, setTo, UNKNOWN, BoxBuilder, awg, on, span, outing, own, report } from './lib.ts';
import { addFeedEdits } from '../src/box/feed-edits.ts';

// A. car battery in a vented-lid battery box, self-resetting breaker, sounder clipped straight on, usb+volts always live
{
  const b = new BoxBuilder('A starter battery, clips and a self-resetting breaker');
  b.set('outing', outing({ startH: 5, durationH: 9, airC: 10, seal: 'splash' }));
  own(b.use('case', 'case-battery-box', 'casePartId'), 'battery', 'battery-flooded-60', { name: 'Car battery', protectionCutoffV: null }, 'bank/partId');
  b.use('fuse-holder', 'holder-breaker', 'feeds/main/holderPartId');
  own(b, 'fuse', 'breaker-thermal', { reset: 'auto' }, 'feeds/main/blockPartId' as any, 'own-breaker');
  b.set('feeds/main/blockPartId', null).set('feeds/main/fuseFamily', setTo('breaker')).set('feeds/main/fuse', setTo(50)).set('feeds/main/wire', awg('12')).set('feeds/main/ends', 'terminal').set('feeds/main/switches', NONE);
  b.set('bank/ageYears', 6).set('bank/holdDown', NONE).set('bank/postsCovered', 'no');
  const usb = b.port('usb-a-twin', 'right', 'USB', { xMm: 70, yMm: 80 });
  const volts = b.port('voltmeter-29', 'right', 'Volts', { xMm: 130, yMm: 80 });
  const sounder = b.port('gland-m12', 'front', 'Sounder cord');
  b.device('fish-finder-9', { name: 'Sounder', portId: sounder.portId, spans: span(5, 14), lead: { lengthMm: 2500, wire: awg('18'), adapter: 'none', reversed: 'no', armoured: 'no' } });
  b.device('phone-usb-a', { name: 'Phone', portId: usb.portId, modes: on(10), spans: span(6, 8) });
  if (sounder.circuitId) b.set(`circuits/${sounder.circuitId}/from`, setTo({ at: 'post', pack: null })).set(`circuits/${sounder.circuitId}/fuse`, NONE).set(`circuits/${sounder.circuitId}/wire`, awg('18'));
  for (const c of [usb, volts]) b.set(`circuits/${c.circuitId}/fuse`, NONE).set(`circuits/${c.circuitId}/wire`, awg('20'));
  b.set('charging/path', setTo('lid-open')).set('charging/chargerA', setTo(10));
  report(b.box);
}
// B. radio go-box: LFP 20 Ah with 20 A electronics, 22 A transmit, chain of genderless ports, 30 A, PWM panel
{
  const b = new BoxBuilder('B radio box, 20 A pack, 22 A transmit');
  b.set('outing', outing({ startH: 9, durationH: 6, airC: -2, seal: 'splash', site: { latitudeDeg: 50, longitudeDeg: 8, utcOffsetH: 2 } }));
  own(b.use('case', 'case-hard-deep', 'casePartId'), 'battery', 'battery-lfp-20', { maxContinuousA: 20 }, 'bank/partId');
  b.use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId').set('feeds/main/fuse', setTo(30)).set('feeds/main/wire', awg('14')).set('feeds/main/ends', 'chain').set('feeds/main/switches', NONE).set('bank/postsCovered', 'unknown');
  const r = b.port('genderless-30', 'front', 'Radio'); const t = b.port('genderless-30', 'front', 'Tuner'); const p = b.port('genderless-30', 'front', 'Panel or charger');
  b.device('hf-100-ssb', { name: 'Radio', portId: r.portId, spans: span(9, 15) });
  b.device('scanner', { name: 'Tuner', portId: t.portId, modes: on(5), spans: span(9, 15) });
  for (const c of b.box.circuits) b.set(`circuits/${c.id}/fuse`, NONE).set(`circuits/${c.id}/wire`, awg('14'));
  b.set('charging/solar', { panelW: 100, maxPowerV: 18, openV: 22, tiltDeg: 40, unshadedFraction: 0.9, learnt: null, skyFraction: { is: 'auto' }, controller: 'pwm', controllerMaxV: 25, controllerMaxA: 10, duringOuting: true, fit: 'plugged', panelPortId: setTo(p.portId), from: { is: 'auto' }, switchPortId: { is: 'none' }, loadTerminal: null, fuse: UNKNOWN } as any);
  report(b.box);
}
// C. photo box left for weeks, unknown lithium 0.95 kg, own lead with plug, heater straps
{
  const b = new BoxBuilder('C photo box, unknown lithium');
  b.set('outing', outing({ startH: 20, durationH: 10, airC: -6, seal: 'rain', day: '2026-12-12' })).set('preferences/lengthUnit', 'in').set('preferences/temperatureUnit', 'F').set('preferences/massUnit', 'lb');
  own(b.use('case', 'case-plastic-medium', 'casePartId'), 'battery', 'battery-lfp-12', { chemistry: 'lithium', name: '12 V 12 Ah lithium', massKg: 0.95, terminal: 'lead', maxContinuousA: null, hasProtection: null, maxChargeA: null, protectionCutoffV: null }, 'bank/partId');
  b.set('feeds/main/fuse', NONE).set('feeds/main/ends', 'splice').set('feeds/main/wire', awg('20')).set('feeds/main/switches', NONE);
  const cam = b.port('dc-5521', 'front', 'Camera'); const h = b.port('dc-5521', 'front', 'Heater'); const u = b.port('usb-c-pd-30', 'front', 'USB');
  b.device('camera-dummy', { name: 'Camera', portId: cam.portId, spans: span(20, 30) });
  b.device('lens-heater', { name: 'Heater', portId: h.portId, modes: on(9), spans: span(20, 30) });
  for (const c of b.box.circuits) b.set(`circuits/${c.id}/fuse`, NONE).set(`circuits/${c.id}/wire`, awg('22'));
  b.set('charging/path', UNKNOWN).set('bank/holdDown', setTo('hook-and-loop'));
  report(b.box);
}

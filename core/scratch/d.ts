import { NONE, setTo, UNKNOWN, BoxBuilder, awg, on, span, outing, own, report } from './lib.ts';
const b = new BoxBuilder('changeover without pack fuses');
b.set('outing', outing({}));
b.use('battery', 'battery-lfp-12', 'bank/partId').use('case', 'case-hard-large', 'casePartId').use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId').use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId').set('bank/postsCovered','yes').set('bank/holdDown',setTo('strap'));
b.set('bank/count',2).set('bank/arrangement','changeover').set('bank/packFuse',NONE);
const o = b.port('circular-16','front','Lamp'); const s = b.port('rocker-20','front','Master'); b.set('feeds/main/switches', setTo([s.portId]));
b.device('lamp-strip', { name: 'Lamp', portId: o.portId, modes: on(10), spans: span(18, 22) });
report(b.box);
// G vehicle direct, LFP, no dc-dc; two outlets on one fuse; long camera lead 15 m in the season
const c = new BoxBuilder('G hide with a 12 m lead, vehicle direct');
c.set('outing', outing({ startH: 6, durationH: 48, airC: -8, warmestC: -1, seal: 'rain', day: '2026-01-15', site: { latitudeDeg: 55, longitudeDeg: 10, utcOffsetH: 1 } }));
own(c.use('case','case-steel-medium','casePartId'),'battery','battery-lfp-20',{ protectionCutoffV: 10 },'bank/partId').use('fuse-holder','holder-inline-blade','feeds/main/holderPartId').use('fuse-block','block-mini-6','feeds/main/blockPartId').set('bank/postsCovered','no').set('bank/blocksCold','unknown');
const cam = c.port('usb-c-pd-30','front','Camera USB'); const g = c.port('sae-2pin','front','Heater'); const tr = c.port('dc-5521','front','Trail camera');
c.device('camera-dummy', { name: 'Camera', portId: cam.portId, supply: 'usb-c', wantsV: null, spans: span(6, 54), lead: { lengthMm: 12000, wire: awg('20'), adapter: 'none', reversed: 'no', armoured: 'no' } });
c.device('lens-heater', { name: 'Heater', portId: g.portId, modes: on(12), spans: span(16, 32), lead: { lengthMm: 12000, wire: awg('22'), adapter: 'unknown', reversed: 'unknown', armoured: 'yes' } });
c.device('trail-camera' as any, { name: 'Trail camera', portId: tr.portId, spans: span(6, 54), maxV: 13, minV: 6 });
c.set('charging/fedFrom', 'vehicle-direct').set('charging/path', setTo('through-port')).set('charging/throughPortId', setTo(g.portId));
report(c.box);

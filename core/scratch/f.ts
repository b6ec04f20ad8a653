import * as demo from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
const b = demo.demoBoxes().find((x) => /Jetty/.test(x.name))!;
const p = evaluate(b, STARTER_CATALOGUE);
console.log(b.devices.map((d) => [d.id, d.name, d.portId, JSON.stringify(d.lead), d.modes.map((m) => JSON.stringify(m.draw)).join()]));
console.log(p.feed.portIds, p.feed.deviceIds); for (const r of p.feed.ohm) console.log(r.map((x) => x.toFixed(4)).join(' '));
console.log(p.findings.filter((f) => f.verdict === 'safe' && f.severity !== 'note').map((f) => f.severity + ' ' + f.key + ' ' + f.title));

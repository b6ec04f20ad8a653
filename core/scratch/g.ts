import * as demo from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { applyEdits } from '../src/box/edits.ts';
import { proven } from '../src/remedy/prove.ts';
let box = demo.demoBoxes().find((x) => /Jetty/.test(x.name))!;
const offered = (f: any) => (typeof f.remedies === 'function' ? f.remedies() : f.remedies);
for (let n = 0; n < 40; n++) {
  const plan = evaluate(box, STARTER_CATALOGUE);
  const b = { box, catalogue: STARTER_CATALOGUE, plan };
  let did = false;
  for (const f of plan.findings) { if (f.verdict !== 'safe' || f.severity === 'note') continue; const [cure] = proven(b, f).filter((r) => !r.answer); if (cure) { console.log(f.key, '->', cure.label); box = applyEdits(box, cure.edits); did = true; break; } }
  if (!did) break;
}
const plan = evaluate(box, STARTER_CATALOGUE);
for (const f of plan.findings) if (f.key.startsWith('device-lead-thin')) { console.log(f.title, f.why, offered(f).map((r: any) => r.label));
 const before = new Set(plan.findings.filter((f) => f.severity !== 'note').map((f) => f.key));
 for (const r of offered(f)) { const after = evaluate(applyEdits(box, r.edits), STARTER_CATALOGUE); console.log(r.label, 'cleared', !after.findings.some((g) => g.key === f.key), 'new', after.findings.filter((g) => g.severity !== 'note' && !before.has(g.key)).map((g) => g.key + ' ' + g.title)); } }

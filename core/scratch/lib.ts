import { NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import type { Box, Device } from '../src/box/schema.ts';
import { BoxBuilder, starter } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { boxSchema } from '../src/box/schema.ts';
export { NONE, setTo, UNKNOWN, BoxBuilder, starter };
export const awg = (size: string) => setTo({ system: 'awg' as const, size });
export const on = (powerW: number, dutyFraction = 1): Device['modes'] => [{ id: 'm1', name: 'on', dutyFraction, draw: { kind: 'power', powerW } }];
export const span = (startH: number, endH: number): Device['spans'] => [{ startH, endH, dutyFraction: null }];
export const outing = (over: Partial<Box['outing']>): Box['outing'] => ({ startH: 18, durationH: 8, airC: 8, warmestC: null, day: '2026-10-10', site: null, inSun: false, seal: 'dry-store', carry: 'vehicle', budgetAmount: null, ...over });
export function own(b: BoxBuilder, kind: any, id: string, over: any, path: string, ownId = `own-${id}`) {
  const part: any = { ...starter(kind, id), id: ownId, ...over };
  (b as any).set(`parts/${part.id}`, part).set(path, part.id);
  return b;
}
export function report(box: Box) {
  const parsed = boxSchema.safeParse(box);
  if (!parsed.success) { console.log('INVALID', parsed.error.issues.slice(0, 4)); return; }
  const plan = evaluate(box, STARTER_CATALOGUE);
  console.log(`\n=== ${box.name}: ` + plan.verdicts.map((v) => `${v.name} ${v.state} (${v.say})`).join(' · '));
  for (const f of plan.findings) console.log(`${f.severity[0]!.toUpperCase()}${f.open ? '?' : ' '} [${f.id}] ${f.title}${f.cause ? '  <' + f.cause + '>' : ''}`);
  return plan;
}

import { readFileSync, statSync } from 'node:fs';
import { STARTER_CATALOGUE } from '../core/src/catalogue/starter.ts';
import { evaluate } from '../core/src/evaluate.ts';
import { MOST_CHARACTERS } from '../core/src/exchange/limits.ts';
import { readBox } from '../core/src/exchange/read-box.ts';
import { sure } from '../core/src/outing/sure.ts';
import { seasonPlan } from '../core/src/season/season.ts';
import { proven } from '../core/src/remedy/prove.ts';
import { report, reportText } from '../core/src/exchange/report.ts';

const args = process.argv.slice(2);
const file = args.find((a) => !a.startsWith('--'));

function refuse(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(2);
}

if (!file) refuse('Name a box file: npm run report -- FILE.json [--text]');
let text: string;
try {
  if (statSync(file).size > MOST_CHARACTERS * 2) refuse(`${file}: is too large for a box file.`);
  text = readFileSync(file, 'utf8');
} catch (error) {
  refuse(`${file}: cannot be read (${(error as NodeJS.ErrnoException).code ?? error}).`);
}
const read = readBox(text);
if (!read.ok) refuse(read.problems.map((p) => `${file}${p.path ? `, at ${p.path}` : ''}: ${p.message}`).join('\n'));
const plan = evaluate(read.box, STARTER_CATALOGUE, { fitNodeLimit: 200_000 });
const catalogue = STARTER_CATALOGUE;
const longer = {
  remedies: new Map(plan.findings.map((f) => [f.key, proven({ box: read.box, catalogue, plan }, f)])),
  sure: plan.bank && plan.outing ? sure(read.box, plan.demand, plan.bank, plan.feed) : undefined,
  season: seasonPlan(read.box, plan)
};
const result = report(read.box, plan, longer);
process.stdout.write(
  args.includes('--text') ? reportText(read.box, plan, longer) : `${JSON.stringify(result, null, 2)}\n`
);
process.exitCode = result.stops > 0 ? 3 : 0;

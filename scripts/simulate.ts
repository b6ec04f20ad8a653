/**
 * npm run simulate -- FILE.json: writes the circuit of a box as an open SPICE netlist beside the file; where a simulator is
 * installed, its voltages and currents are compared with ours. A check for developers; nobody needs it to use Haversack.
 */
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { STARTER_CATALOGUE } from '../core/src/catalogue/starter.ts';
import { evaluate } from '../core/src/evaluate.ts';
import { readBox } from '../core/src/exchange/read-box.ts';
import { compareWithSpice, SPICE } from './spice-compare.ts';

const [file] = process.argv.slice(2);
if (!file) {
  console.error('Which box? npm run simulate -- FILE.json');
  process.exit(2);
}
const read = readBox(readFileSync(file, 'utf8'));
if (!read.ok) {
  console.error(`${file}: ${read.problems.map((p) => `${p.path} ${p.message}`).join('; ')}`);
  process.exit(2);
}
const plan = evaluate(read.box, STARTER_CATALOGUE);
const target = file.replace(/\.json$/i, '') + '.cir';
const result = compareWithSpice(plan, read.box.name, target, (text) => writeFileSync(target, text));
console.log(`Netlist written to ${target}.`);
if (!result) {
  console.log(`${SPICE} is not installed (Debian: apt-get install ngspice): nothing was compared.`);
  process.exit(spawnSync(SPICE, ['-v']).error ? 0 : 1);
}
console.log(
  `${result.nodeCount} voltages, ${result.leadCount} currents compared: largest difference ${result.worstV.toExponential(2)} V, ${result.worstA.toExponential(2)} A.`
);
process.exit(result.agrees ? 0 : 1);

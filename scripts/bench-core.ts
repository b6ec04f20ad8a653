import { STARTER_CATALOGUE } from '../core/src/catalogue/starter.ts';
import { demoBoxes } from '../core/src/demo/boxes.ts';
import { crowdedBox } from '../core/src/demo/crowded.ts';
import { evaluate } from '../core/src/evaluate.ts';

function median(times: number[]): number {
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!;
}

function measure(name: string, bound: string, work: () => void, rounds = 60): void {
  for (let i = 0; i < 15; i++) work();
  const times: number[] = [];
  for (let i = 0; i < rounds; i++) {
    const t = performance.now();
    work();
    times.push(performance.now() - t);
  }
  console.log(
    `${name.padEnd(44)} ${median(times).toFixed(2)} ms  (${bound}; slowest ${Math.max(...times).toFixed(1)} ms)`
  );
}

for (const box of [...demoBoxes(), crowdedBox(24)]) {
  const plan = evaluate(box, STARTER_CATALOGUE);
  const bound = box.circuits.length >= 24 ? 'under 16 ms' : 'under 5 ms';
  measure(
    `evaluate, ${box.name}, ${box.circuits.length} circuits`,
    bound,
    () => void evaluate(box, STARTER_CATALOGUE, { reuse: plan })
  );
}

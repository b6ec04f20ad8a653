// The simulated shunt meter: a process of its own that speaks the lines of docs/meter-protocol.md over TCP on this computer,
// driven by the plan of a box on the shelf.
import { createServer, type Socket } from 'node:net';
import type { Box } from '@haversack/core/box/schema';
import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { evaluate } from '@haversack/core/evaluate';
import { SimulatedMeter, truthOf, USUAL_FAULTS, type Truth } from '@haversack/core/meter/simulate';
import { OptionError, readOptions } from './options.mjs';

const OPTIONS = {
  '--port': { value: 'NUMBER', what: 'the port it answers on; without it 4175' },
  '--server': { value: 'ADDRESS', what: 'the Haversack whose box drives it; without it http://127.0.0.1:4173' },
  '--box': { value: 'NAME', what: 'the box by the beginning of its name; without it the first that has a plan' },
  '--speed': { value: 'TIMES', what: 'how much faster than the clock its time goes; without it 60' },
  '--offset': { value: 'AMPS', what: 'what it shows too much; without it 0.012' },
  '--lost': { value: 'SHARE', what: 'share of its lines that are lost; without it 0.01' },
  '--seed': { value: 'NUMBER', what: 'another one gives other noise; without it 1' }
};

const fail = (sentence: string): never => {
  console.error(sentence);
  process.exit(1);
};

function typed(): Record<string, string | true | undefined> {
  try {
    return readOptions(process.argv.slice(2), OPTIONS).options as Record<string, string | true | undefined>;
  } catch (error) {
    if (error instanceof OptionError) return fail(error.message);
    throw error;
  }
}

const options = typed();
function number(name: string, otherwise: number, least: number, most: number): number {
  const text = options[name];
  if (text === undefined) return otherwise;
  const value = Number(text);
  if (!(value >= least && value <= most)) return fail(`'${name} ${text}' is not a number from ${least} to ${most}.`);
  return value;
}
const port = number('--port', 4175, 1, 65535);
const speed = number('--speed', 60, 0.1, 3600);
const seed = number('--seed', 1, 0, 1e9);
const faults = {
  ...USUAL_FAULTS,
  ampOffsetA: number('--offset', USUAL_FAULTS.ampOffsetA, -5, 5),
  lostFraction: number('--lost', USUAL_FAULTS.lostFraction, 0, 1)
};
const server = String(options['--server'] ?? 'http://127.0.0.1:4173');
const wanted = String(options['--box'] ?? '').toLowerCase();

/** The outing of the chosen box as it is planned now; undefined while the server is away or no box has a plan. */
async function truthNow(): Promise<{ name: string; truth: Truth } | undefined> {
  try {
    const { boxes } = (await (await fetch(`${server}/api/boxes`)).json()) as { boxes: { id: string; name: string }[] };
    for (const { id, name } of boxes.filter((b) => b.name.toLowerCase().startsWith(wanted))) {
      const stored = (await (await fetch(`${server}/api/boxes/${id}`)).json()) as { document: Box };
      const truth = truthOf(evaluate(stored.document, STARTER_CATALOGUE));
      if (truth) return { name, truth };
    }
  } catch {
    // asked again with the next one that listens
  }
  return undefined;
}

const began = Date.now();
const clockS = (): number => ((Date.now() - began) / 1000) * speed;

async function serve(socket: Socket): Promise<void> {
  let alive = true;
  socket.on('close', () => (alive = false));
  socket.on('error', () => (alive = false));
  const found = await truthNow();
  if (!found) {
    socket.end('no box with a plan yet\r\n');
    return;
  }
  const meter = new SimulatedMeter(found.truth, faults, seed);
  // what was drawn before somebody listened is counted as well
  const untilNow = clockS();
  for (let s = 0; s < untilNow; s += 60) meter.reading(s);
  const timer = setInterval(() => {
    if (!alive) return clearInterval(timer);
    const line = meter.line(clockS());
    // who does not listen fast enough is not waited for
    if (line !== undefined && socket.writableLength < 10_000) socket.write(`${line}\r\n`);
  }, 1000);
}

const listener = createServer((socket) => void serve(socket));
listener.on('error', (error: NodeJS.ErrnoException) =>
  fail(error.code === 'EADDRINUSE' ? `Port ${port} is in use; take another: --port ${port + 1}` : error.message)
);
listener.listen(port, '127.0.0.1', () =>
  console.log(`The simulated meter speaks on port ${port}, ${speed} times as fast as the clock.`)
);
// started along with a server it ends with it
process.on('disconnect', () => process.exit(0));

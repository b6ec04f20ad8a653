// Installs what is missing, builds when the sources changed, and serves. `--demo` uses a database of its own with the demo boxes.
import { spawn } from 'node:child_process';
import plain from 'node:http';
import secure from 'node:https';
import { createServer } from 'node:net';
import { mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { databaseIn, markDemo, startOver } from './data-folder.mjs';
import { ensureBuilt } from './build.mjs';
import { ensureInstalled, root } from './ensure.mjs';
import { hasPhrase, makePhrase, ownNames } from './lan.mjs';
import { OptionError, readOptions } from './options.mjs';

const fail = (sentence) => {
  console.error(sentence);
  process.exit(1);
};

/** What was typed, or the sentence that says what would be right. */
function typed() {
  try {
    return readOptions(process.argv.slice(2), {
      '--port': { value: 'NUMBER', what: 'the port it answers on; without it 4173' },
      '--data': { value: 'FOLDER', what: 'where the database lies; without it ./data, or ./data/demo for the demo' },
      '--meter': { value: 'NUMBER', what: 'the port of the simulated meter; without it the first free one after 4175' },
      '--demo': { what: 'with the demo boxes, in a database of their own' },
      '--fresh': { what: 'starts the demo over; the database it had is put aside' },
      '--lan': { what: 'open to the other devices of your network, by a pass phrase' },
      '--https': { what: 'with --lan: with a certificate of its own, so that a phone keeps the program' },
      '--new-phrase': { what: 'with --lan: another pass phrase; devices that were let in enter it again' }
    }).options;
  } catch (error) {
    if (error instanceof OptionError) return fail(error.message);
    throw error;
  }
}

function portIsFree(number) {
  return new Promise((done) => {
    const probe = createServer();
    probe.once('error', () => done(false));
    probe.listen(number, '127.0.0.1', () => probe.close(() => done(true)));
  });
}

/** The first free port from one on. */
async function freePort(from) {
  for (let number = from; number < from + 50; number++) if (await portIsFree(number)) return number;
  return undefined;
}

/** The simulated shunt meter of the demo: a process of its own, driven by the first box of the shelf. */
function startMeter(port, address) {
  const meter = spawn(
    process.execPath,
    ['--import', 'tsx', join('scripts', 'meter.ts'), '--port', String(port), '--server', address],
    { cwd: root, stdio: ['ignore', 'ignore', 'inherit', 'ipc'] }
  );
  meter.on('error', () => console.error('The simulated meter could not be started; everything else works.'));
  return meter;
}

/** What the server says of itself; its own certificate is nobody else's, and it is this very computer that is asked. */
const answers = (address) =>
  new Promise((done, fail) => {
    const { get } = address.startsWith('https') ? secure : plain;
    get(`${address}/api/health`, { rejectUnauthorized: false }, (r) => {
      let text = '';
      r.on('data', (piece) => (text += piece));
      r.on('end', () =>
        r.statusCode === 200 ? done(JSON.parse(text)) : fail(new Error(`it answers ${r.statusCode}`))
      );
    }).on('error', fail);
  });

/** Port and network that were asked for. */
function openTo(options) {
  const port = Number(options['--port'] ?? '4173');
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    fail(`'${options['--port']}' is not a port: type a number from 1 to 65535, such as --port 4180.`);
  const lan = options['--lan'] === true;
  const https = lan && options['--https'] === true;
  if (!lan && (options['--https'] || options['--new-phrase']))
    fail('--https and --new-phrase go with --lan: npm start -- --lan --https.');
  return { port, lan, https };
}

function freshDemo(demo, dataDir) {
  if (!demo) fail('--fresh starts the demo over; your own data is never touched by it.');
  const over = startOver(dataDir, Date.now());
  if (!over.ok) fail(over.why);
  if (over.keptAs) console.log(`The demo before is kept as ${over.keptAs}.`);
}

function makeFolder(dataDir, demo) {
  try {
    mkdirSync(dataDir, { recursive: true });
    if (demo) markDemo(dataDir);
  } catch (error) {
    fail(`The data folder ${dataDir} cannot be made (${error.code}). Name another one: --data FOLDER.`);
  }
}

/** What the server is told of its place. */
const environment = ({ lan, https, port, dataDir, db, own, address, outside, phrase, demo, meterPort }) => ({
  ...process.env,
  HOST: lan ? '0.0.0.0' : '127.0.0.1',
  PORT: String(port),
  ...(https ? { HAVERSACK_DATA: dataDir } : { ORIGIN: address }),
  BODY_SIZE_LIMIT: '128M',
  // a page that listens to the meter does not keep it from ending
  SHUTDOWN_TIMEOUT: '2',
  HAVERSACK_DB: db,
  HAVERSACK_MIGRATIONS: join(root, 'drizzle'),
  HAVERSACK_LAN: lan ? '1' : '',
  HAVERSACK_HTTPS: https ? '1' : '',
  HAVERSACK_HOSTS: [process.env.HAVERSACK_HOSTS, ...own.addresses, ...own.names].filter(Boolean).join(','),
  HAVERSACK_ADDRESSES: outside.join(','),
  HAVERSACK_NEW_PHRASE: phrase ?? '',
  HAVERSACK_DEMO: demo ? '1' : '',
  HAVERSACK_METER_PORT: meterPort ? String(meterPort) : ''
});

async function untilOpen(server, address) {
  for (let i = 0; i < 100; i++) {
    try {
      const health = await answers(address);
      if (health.state === 'busy') {
        server.kill();
        fail(health.message);
      }
      if (health.state !== 'opening') break;
    } catch {
      await new Promise((done) => setTimeout(done, 100));
    }
  }
}

async function sayHowToJoin({ outside, phrase, https }) {
  console.log(`\nOpen to your network at ${outside.join(' and ')}`);
  if (phrase) console.log(`The pass phrase, asked for once on each device:  ${phrase}`);
  else console.log('The pass phrase is the one from before; --new-phrase makes another.');
  const { default: qr } = await import('qrcode');
  console.log(await qr.toString(`${outside[0]}/enter`, { type: 'terminal', small: true }));
  console.log(
    'On this computer the shelf shows, under "On a phone", a picture that lets one device in without typing.'
  );
  if (https) console.log('The certificate is of its own making: the browser asks once whether you trust it.');
}

async function main() {
  const options = typed();
  const demo = options['--demo'] === true;
  const { port, lan, https } = openTo(options);
  const own = lan ? ownNames() : { addresses: [], names: [] };
  if (lan && own.addresses.length === 0) fail('This computer is in no network now: there is nobody to open to.');
  const cwd = process.env.INIT_CWD ?? process.cwd();
  const dataDir = options['--data'] ? resolve(cwd, options['--data']) : resolve(root, demo ? 'data/demo' : 'data');
  const db = databaseIn(dataDir);
  if (!(await portIsFree(port)))
    fail(
      `Port ${port} is in use, perhaps by a Haversack that already runs. Open http://127.0.0.1:${port}, or take another: npm run demo -- --port ${port + 1}`
    );
  ensureInstalled();
  const built = ensureBuilt();
  if (options['--fresh']) freshDemo(demo, dataDir);
  makeFolder(dataDir, demo);
  const address = `${https ? 'https' : 'http'}://127.0.0.1:${port}`;
  const outside = own.addresses.map((a) => `${https ? 'https' : 'http'}://${a}:${port}`);
  const phrase = lan && (options['--new-phrase'] || !hasPhrase(dataDir)) ? makePhrase() : undefined;
  const meterPort = demo ? Number(options['--meter']) || (await freePort(4175)) : undefined;
  const server = spawn(process.execPath, [join('scripts', 'serve.mjs'), built], {
    cwd: root,
    stdio: 'inherit',
    env: environment({ lan, https, port, dataDir, db, own, address, outside, phrase, demo, meterPort })
  });
  server.on('exit', (code) => process.exit(code ?? 0));
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
  await untilOpen(server, address);
  if (meterPort && !https) {
    const meter = startMeter(meterPort, address);
    server.on('exit', () => meter.kill());
    for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => meter.kill(signal));
    console.log(`The simulated meter speaks on port ${meterPort}: Logbook, Meter, Join.`);
  }
  console.log(
    `Haversack${demo ? ' with the demo boxes' : ''} is at ${address}  (data in ${dataDir}; stop with Ctrl+C)`
  );
  if (!lan) return;
  await sayHowToJoin({ outside, phrase, https });
}

if (process.argv[1]?.endsWith('demo.mjs')) await main();

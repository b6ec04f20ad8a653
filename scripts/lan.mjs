// What opening to the network needs before the server starts: addresses, a pass phrase, a certificate of one's own.
import { randomInt } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';

/** Short, plain, none like another when it is heard. 128 of them: five give 35 bits, and wrong tries are held up. */
export const WORDS =
  'acorn amber anchor anvil apple arrow autumn badge bamboo barley basket beacon birch bishop blanket bottle bramble brass bridge bronze bucket button cabin candle canoe canvas carbon carrot castle cedar chalk cherry clover cobalt comet copper coral cotton cricket crystal dagger daisy desert dragon drum eagle ember engine fabric falcon feather fern fiddle forest fossil garden garlic ginger glacier goblet granite hammer harbor hazel helmet heron hickory honey hunter island ivory jacket jasper jigsaw juniper kettle kitten ladder lantern laurel lemon linen lizard lobster maple marble meadow mirror mitten monkey mortar nectar needle nickel nutmeg oyster paddle panther parrot pebble pepper pickle pigeon pillow planet pocket pollen quarry quiver rabbit ribbon river rocket saddle salmon sandal shovel silver sparrow thistle thunder timber walnut willow wagon whisker window yarrow'.split(
    ' '
  );
const PHRASE_WORDS = 5;

/** A phrase that nobody chose. */
export const makePhrase = (pick = randomInt) =>
  Array.from({ length: PHRASE_WORDS }, () => WORDS[pick(WORDS.length)]).join(' ');

/** What this computer is called in its network: addresses first. */
export function ownNames(interfaces = networkInterfaces(), name = hostname()) {
  const addresses = Object.values(interfaces)
    .flatMap((list) => list ?? [])
    .filter((i) => i.family === 'IPv4' && !i.internal)
    .map((i) => i.address);
  const named = name.toLowerCase();
  return { addresses, names: [named, named.endsWith('.local') ? named : `${named}.local`] };
}

/** The file the server keeps of the phrase, beside the database. */
export const hasPhrase = (dataDir) => existsSync(join(dataDir, 'network.json'));

const YEAR_MS = 365 * 24 * 3600 * 1000;

/** A certificate of one's own, made once and kept, made anew when an address is not in it or it ends soon. */
export async function certificate(dataDir, hosts, nowMs = Date.now()) {
  const file = join(dataDir, 'network-certificate.json');
  if (existsSync(file)) {
    const kept = JSON.parse(readFileSync(file, 'utf8'));
    if (kept.untilMs - nowMs > YEAR_MS / 12 && hosts.every((h) => kept.hosts.includes(h))) return kept;
  }
  const { generate } = await import('selfsigned');
  const isAddress = (h) => /^\d+(\.\d+){3}$/.test(h);
  const untilMs = nowMs + 2 * YEAR_MS;
  const made = await generate([{ name: 'commonName', value: 'Haversack' }], {
    keySize: 2048,
    algorithm: 'sha256',
    notAfterDate: new Date(untilMs),
    extensions: [
      { name: 'basicConstraints', cA: false },
      {
        name: 'subjectAltName',
        altNames: hosts.map((h) => (isAddress(h) ? { type: 7, ip: h } : { type: 2, value: h }))
      }
    ]
  });
  const kept = { key: made.private, cert: made.cert, hosts, untilMs };
  writeFileSync(file, JSON.stringify(kept), { mode: 0o600 });
  return kept;
}

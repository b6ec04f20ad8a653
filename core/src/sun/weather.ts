/** A small repeatable random source (mulberry32): the same seed gives the same weather on every machine. */
export function seededRandom(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** One standard normal value from two uniform ones. @source Box and Muller */
export function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** A dull day follows a dull day more often than not. @source rule of thumb for day-to-day cloud */
const PERSISTENCE = 0.5;
const SPREAD = 0.45;
const LEAST = 0.05;
const MOST = 1;

/**
 * Sky of each of some days as a share of clear sky: simulated, seeded, scattered about the season's mean with
 * dull spells; over all days it has that mean, but for what stands above clear sky and is cut.
 */
export function skyOfDays(meanFraction: number, dayCount: number, seed: number): number[] {
  const random = seededRandom(seed);
  let z = normal(random);
  const raw = Array.from({ length: dayCount }, () => {
    z = PERSISTENCE * z + Math.sqrt(1 - PERSISTENCE ** 2) * normal(random);
    return Math.max(LEAST, 1 + SPREAD * z);
  });
  const mean = raw.reduce((s, v) => s + v, 0) / dayCount;
  return raw.map((v) => Math.min(MOST, (meanFraction * v) / mean));
}

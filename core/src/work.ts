/** Takes long work, given out in pieces so that a worker can stop it, to its end at one go. */
export function finished<R>(work: Generator<unknown, R>): R {
  let next = work.next();
  while (!next.done) next = work.next();
  return next.value;
}

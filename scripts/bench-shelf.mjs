// A full shelf: how long its list takes with a thousand boxes, and what a save waits while others ask for much.
const BOXES = 1000;
const SAVES = 300;
const LIST_REST_MS = 250;
const say = (name, text) => console.log(`${name.padEnd(44)} ${text}`);
const sorted = (list) => list.toSorted((a, b) => a - b);

const speakTo = (url) => async (method, path, body) => {
  const answer = await fetch(url + path, {
    method,
    headers: { 'content-type': 'application/json' },
    body: body && JSON.stringify(body)
  });
  if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${(await answer.text()).slice(0, 200)}`);
  return answer.json();
};

const timed = async (work) => {
  const began = performance.now();
  await work();
  return performance.now() - began;
};

/** What a save waits while templates and lists are made. */
async function savesUnderLoad(url, json, boxes, target) {
  let going = true;
  const ask = async (path, restMs = 0) => {
    while (going) {
      await (await fetch(url + path)).arrayBuffer();
      await new Promise((done) => setTimeout(done, restMs));
    }
  };
  const others = [0, 1, 2].map((i) => ask(`/api/boxes/${boxes[i].id}/template?paper=a4`));
  // a shelf that is looked at again and again, not one that is asked for without a breath
  others.push(ask('/api/boxes', LIST_REST_MS));
  let { revision } = target;
  const saves = [];
  for (let i = 0; i < SAVES; i++) {
    const document = { ...target.document, notes: `save ${i}` };
    saves.push(
      await timed(async () => ({ revision } = await json('PUT', `/api/boxes/${target.id}`, { document, revision })))
    );
  }
  going = false;
  await Promise.all(others);
  const order = sorted(saves);
  say(
    'a save while three templates and lists are made',
    `${order[Math.floor(SAVES * 0.99)].toFixed(0)} ms at p99  (under 100 ms; median ${order[SAVES / 2].toFixed(0)} ms, slowest ${order.at(-1).toFixed(0)} ms)`
  );
}

/** @param url where the server answers; heavy boxes that are slow to work out, some of the thousand */
export async function reportShelf(url, heavy) {
  const json = speakTo(url);
  const { boxes } = await json('GET', '/api/boxes');
  const documents = await Promise.all(boxes.map(async (b) => (await json('GET', `/api/boxes/${b.id}`)).document));
  const made = [];
  for (let i = boxes.length; i < BOXES; i++) {
    const document = i % 100 === 0 ? heavy : documents[i % documents.length];
    made.push(await json('POST', '/api/boxes', { document: { ...document, name: `Box ${i}` } }));
  }
  const list = () => json('GET', '/api/boxes');
  await list();
  const busy = [];
  for (let i = 0; i < 15; i++) busy.push(await timed(list));
  say(
    `list of ${BOXES} boxes while they are worked out`,
    `${sorted(busy)[7].toFixed(0)} ms  (under 150 ms; slowest ${Math.max(...busy).toFixed(0)} ms)`
  );
  const began = performance.now();
  while ((await list()).boxes.some((b) => b.pending)) await new Promise((done) => setTimeout(done, 500));
  say(`${BOXES} boxes worked out in the background`, `${((performance.now() - began) / 1000).toFixed(1)} s`);
  const times = [];
  for (let i = 0; i < 15; i++) times.push(await timed(list));
  say(
    `list of ${BOXES} boxes`,
    `${sorted(times)[7].toFixed(0)} ms  (under 150 ms; slowest ${Math.max(...times).toFixed(0)} ms)`
  );

  await savesUnderLoad(url, json, boxes, made[0]);
}

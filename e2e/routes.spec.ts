import { open } from './helpers.ts';
import { expect, test } from './test.ts';

const NOBODY = '00000000-0000-4000-8000-000000000000';
type Row = { id: string; name: string };

/** What hands out a file of a box, the type of it, and how its text begins. */
const FILES: [path: string, type: RegExp, begins: string][] = [
  ['export', /json/, '{'],
  ['travel', /zip/, 'PK'],
  ['runs', /csv/, 'run,from,to'],
  ['circuit', /svg/, '<svg'],
  ['circuit?format=spice', /plain/, '*'],
  ['template?paper=a4', /pdf/, '%PDF-'],
  ['template?paper=letter', /pdf/, '%PDF-'],
  ['labels', /svg/, '<svg'],
  ['labels?format=pdf&paper=letter', /pdf/, '%PDF-'],
  ['papers/card.pdf', /pdf/, '%PDF-'],
  ['papers/build.pdf?paper=letter', /pdf/, '%PDF-'],
  ['papers/test.pdf', /pdf/, '%PDF-'],
  ['papers/passport.pdf', /pdf/, '%PDF-'],
  ['papers/passport.json', /json/, '{'],
  ['due?format=ics&today=2026-11-29', /calendar/, 'BEGIN:VCALENDAR']
];

test('every file of a box comes with its type and a name, and begins as such a file does', async ({ request }) => {
  const { boxes } = (await (await request.get('/api/boxes')).json()) as { boxes: Row[] };
  const box = boxes.find((b) => b.name.startsWith('Canal'))!;
  for (const [path, type, begins] of FILES) {
    const answer = await request.get(`/api/boxes/${box.id}/${path}`);
    expect([path, answer.status()]).toEqual([path, 200]);
    expect(answer.headers()['content-type']).toMatch(type);
    expect(answer.headers()['content-disposition']).toMatch(/^attachment; filename="[a-z0-9.-]+"$/);
    const head = (await answer.body())
      .subarray(0, 400)
      .toString('latin1')
      .replace(/^<\?xml[^>]*>\s*/, '');
    expect(head.startsWith(begins), `${path}: ${head.slice(0, 40)}`).toBe(true);
  }
});

test('of a box that is not there every route says so; none fails in itself', async ({ request }) => {
  const paths = [...FILES.map(([path]) => path), 'due', 'revisions?changes=1', 'logbook', 'marks', 'variants', ''];
  for (const id of [NOBODY, 'nobody', '%2e%2e%2fetc', "x' or 1=1 --", 'a'.repeat(3000)])
    for (const path of paths) {
      const answer = await request.get(`/api/boxes/${id}/${path}`.replace(/\/$/, ''));
      expect([id.slice(0, 20), path, answer.status()]).toEqual([id.slice(0, 20), path, 404]);
      expect((await answer.text()).toLowerCase()).not.toMatch(/sqlite|select |\/tmp\/|\bat file:|node_modules/);
    }
});

test('what is asked wrongly is refused with what would be right', async ({ request }) => {
  const { boxes } = (await (await request.get('/api/boxes')).json()) as { boxes: Row[] };
  const at = `/api/boxes/${boxes[0]!.id}`;
  const wrong: [path: string, status: number, says: RegExp][] = [
    ['template?paper=a0', 400, /a4 or letter/],
    ['papers/card.docx', 404, /card, .*as \.pdf/],
    ['papers/letter.pdf', 404, /There is no paper/],
    ['papers/card.pdf?paper=huge', 400, /a4 or letter/],
    ['labels?format=png', 422, /format=svg or format=pdf/],
    ['faces/front.png', 404, /front\.svg or front\.dxf/],
    ['faces/inside.svg', 404, /There is no drawing/],
    ['due?today=yesterday', 400, /./],
    ['revisions/999999', 404, /not kept any more/]
  ];
  for (const [path, status, says] of wrong) {
    const answer = await request.get(`${at}/${path}`);
    expect([path, answer.status()]).toEqual([path, status]);
    expect((await answer.json()).message).toMatch(says);
  }
  for (const [data, says] of [
    [{}, /document and the revision/],
    [{ document: {}, revision: 'one' }, /document and the revision/],
    [{ document: {}, revision: 1, why: 'because' }, /document and the revision/],
    [{ document: { format: 'haversack-box', version: 4 }, revision: 1 }, /Nothing was taken over/],
    [{ document: null, revision: 1 }, /no box/]
  ] as const) {
    const answer = await request.put(at, { data });
    expect(answer.status()).toBeGreaterThanOrEqual(400);
    expect(answer.status()).toBeLessThan(500);
    expect((await answer.json()).message).toMatch(says);
  }
  const torn = await request.put(at, { headers: { 'content-type': 'application/json' }, data: Buffer.from('{"docu') });
  expect(torn.status()).toBe(400);
});

test('a faulty file is told by its places in words, all of them, and nothing of it is taken', async ({
  page,
  request
}) => {
  const { boxes } = (await (await request.get('/api/boxes')).json()) as { boxes: Row[] };
  const hide = boxes.find((b) => b.name === 'Saltmarsh hide box')!;
  const { document } = (await (await request.get(`/api/boxes/${hide.id}`)).json()) as {
    document: { circuits: object[] };
  };
  const faulty = { ...document, name: 7, circuits: document.circuits.map((c) => ({ ...c, fuse: 15 })) };
  await open(page, '/');
  await page
    .getByLabel('Box file')
    .setInputFiles({ name: 'faulty.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(faulty)) });
  const told = page.getByRole('alert');
  await expect(told).toContainText('Name: must be a text.');
  await expect(told).toContainText('Nothing was taken over');
  await expect(told.getByRole('listitem')).toHaveCount(1 + document.circuits.length);
  await expect(told.getByRole('listitem').nth(1)).toContainText(
    /^circuit 1.*, fuse: choose automatic, a value of its own, none or unknown\.$/
  );
  const after = (await (await request.get('/api/boxes')).json()) as { boxes: Row[] };
  expect(after.boxes).toHaveLength(boxes.length);
});

test('what a file was refused for stays told while waiting work joins the server', async ({ page }) => {
  let goOn = (): void => undefined;
  const held = new Promise<void>((done) => (goOn = done));
  // what the shelf asks for before it joins is kept back until the file was refused
  await page.route('**/api/today*', async (route) => {
    await held;
    await route.continue();
  });
  await open(page, '/');
  await expect(page.getByRole('link', { name: /Saltmarsh hide box/ }).first()).toBeVisible();
  await page
    .getByLabel('Box file')
    .setInputFiles({ name: 'torn.json', mimeType: 'application/json', buffer: Buffer.from('{"docu') });
  const told = page.getByRole('alert');
  await expect(told).toContainText('is not a JSON file');
  const [today] = await Promise.all([page.waitForResponse(/api\/today/), goOn()]);
  await today.finished();
  // joining has nothing to send and is done within a moment
  await page.waitForTimeout(1000);
  await expect(told).toContainText('is not a JSON file');
});

import { otherVariants } from '@haversack/core/demo/variants';
import { canalNightBankBox, saltmarshHideBox } from '@haversack/core/demo/boxes';
import { blankEntry } from '@haversack/core/logbook/kinds';
import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { addMarks, addPhoto, listMarks, listPhotos, readPhoto } from './bench.ts';
import { createBox, getBox } from './boxes.ts';
import { shelfNow } from './testing/shelf-now.ts';
import { openDatabase } from './db/open.ts';
import type { Db } from './db/open.ts';
import { batteriesFromBox, listBatteries } from './batteries.ts';
import { addLog, listLog } from './logbook.ts';
import { listOwnParts, saveOwnPart } from './parts.ts';
import { packBox, unpackBox } from './travel.ts';
import { keepVariant, listVariants } from './variants.ts';

const NOW = Date.UTC(2026, 10, 28, 9);
const PNG = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 1, 2, 3]);
let folder: string;
let here: Db;
let there: Db;

async function database(name: string): Promise<Db> {
  const opened = await openDatabase(join(folder, name, 'haversack.db'), join(process.cwd(), 'drizzle'), NOW);
  if (opened.state !== 'ready') throw new Error(opened.message);
  return opened.db;
}

/** The hide box with all that a box can have. */
function wholeBox(db: Db): string {
  const battery = STARTER_CATALOGUE.find((p) => p.kind === 'battery')!;
  const own = saveOwnPart(db, { ...battery, id: 'own-pack', name: 'My pack', origin: 'own' }, NOW);
  const document = saltmarshHideBox();
  const { id } = createBox(db, { ...document, parts: { ...document.parts, [own.id]: own } }, NOW);
  for (const v of otherVariants(document)) keepVariant(db, id, v, NOW);
  const [pack] = batteriesFromBox(db, id, '2026-11-01', NOW);
  addLog(db, id, { ...blankEntry('fault', '2026-11-20'), what: 'wet port', batteryIds: [pack!.id] }, NOW);
  addLog(db, id, { ...blankEntry('wish', '2026-11-21'), wish: 'a longer lead' }, NOW);
  addMarks(db, id, [{ id: crypto.randomUUID(), key: 'step drill', value: true, by: 'A', atMs: NOW }]);
  addPhoto(db, id, 'step drill', PNG, NOW);
  return id;
}
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'haversack-travel-'));
  here = await database('here');
  there = await database('there');
});
afterEach(() => {
  here.$client.close();
  there.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('a box as one file', () => {
  test('arrives with its variants, logbook, marks, photographs, own parts and batteries', () => {
    const id = wholeBox(here);
    const { name, bytes } = packBox(here, id);
    expect(name).toBe(saltmarshHideBox().name);
    const box = unpackBox(there, bytes, NOW);
    expect(getBox(there, box.id).document).toEqual(getBox(here, id).document);
    expect(listVariants(there, box.id).variants.map((v) => v.document)).toEqual(
      listVariants(here, id).variants.map((v) => v.document)
    );
    const plain = (db: Db, boxId: string) => listLog(db, boxId).records.map((r) => ({ ...r, id: '' }));
    expect(plain(there, box.id)).toEqual(plain(here, id));
    expect(listMarks(there, box.id)).toEqual(listMarks(here, id));
    const [photo] = listPhotos(there, box.id);
    expect(photo).toMatchObject({ key: 'step drill', type: 'image/png', atMs: NOW });
    expect(readPhoto(there, box.id, photo!.id).bytes.equals(PNG)).toBe(true);
    expect(listOwnParts(there).map((p) => p.name)).toEqual(['My pack']);
    expect(listBatteries(there).map((b) => [b.id, b.boxId])).toEqual([[listBatteries(here)[0]!.id, box.id]]);
  });

  test('a plain box, of which nobody has marked or written anything, arrives; so does one with more marks than are sent at once', () => {
    const plain = createBox(here, canalNightBankBox(), NOW).id;
    const arrived = unpackBox(there, packBox(here, plain).bytes, NOW).id;
    expect(getBox(there, arrived).document).toEqual(getBox(here, plain).document);
    expect([listMarks(there, arrived), listPhotos(there, arrived), listLog(there, arrived).total]).toEqual([[], [], 0]);
    for (let n = 0; n < 2; n++) {
      const marks = Array.from({ length: 400 }, (_, k) => ({
        id: crypto.randomUUID(),
        key: `lead c${n}/${k}`,
        value: true,
        by: 'A',
        atMs: NOW
      }));
      addMarks(here, plain, marks);
    }
    expect(listMarks(there, unpackBox(there, packBox(here, plain).bytes, NOW).id)).toHaveLength(800);
  });

  test('taken in where it came from it is a box of its own; what is there already stays as it is', () => {
    const id = wholeBox(here);
    const before = [getBox(here, id), listLog(here, id), listBatteries(here)];
    const copy = unpackBox(here, packBox(here, id).bytes, NOW);
    expect(copy.id).not.toBe(id);
    expect(listLog(here, copy.id).total).toBe(2);
    expect([getBox(here, id), listLog(here, id), listBatteries(here)]).toEqual(before);
  });

  test('a file with one damaged piece is refused with its name, and nothing of it is taken in', () => {
    const bytes = packBox(here, wholeBox(here)).bytes;
    const files = unzipSync(bytes);
    const spoil: [string, Uint8Array | undefined, RegExp][] = [
      ['box.json', strToU8('{"half'), /box.json is damaged/],
      ['logbook.json', strToU8('[{"kind":"party"}]'), /stands in logbook\.json\. Nothing was taken over/],
      ['marks.json', strToU8('[{"id":1}]'), /stands in marks\.json/],
      ['parts.json', strToU8('[{"kind":"battery"}]'), /stands in parts\.json/],
      ['batteries.json', undefined, /holds no batteries.json/],
      ['haversack.json', strToU8('{"format":"haversack-travel","version":9}'), /newer Haversack/],
      ['haversack.json', strToU8('{"format":"other","version":1}'), /not a box of Haversack/]
    ];
    for (const [name, piece, why] of spoil) {
      const rest = Object.fromEntries(Object.entries(files).filter(([n]) => n !== name));
      expect(() => unpackBox(there, zipSync(piece ? { ...rest, [name]: piece } : rest), NOW)).toThrow(why);
    }
    const picture = Object.keys(files).find((n) => n.startsWith('photos/'))!;
    const noPicture = Object.fromEntries(Object.entries(files).filter(([n]) => n !== picture));
    expect(() => unpackBox(there, zipSync(noPicture), NOW)).toThrow(/photograph is missing/);
    expect(() => unpackBox(there, zipSync({ ...files, [picture]: strToU8('<svg>') }), NOW)).toThrow(/no photograph/);
    expect(() => unpackBox(there, bytes.slice(0, 400), NOW)).toThrow(/no whole zip/);
    expect(shelfNow(there)).toEqual([]);
    expect([listOwnParts(there), listBatteries(there)]).toEqual([[], []]);
  });

  test('every piece reads as what its name says with a tool of anybody', () => {
    const files = unzipSync(packBox(here, wholeBox(here)).bytes);
    for (const [name, bytes] of Object.entries(files))
      if (name.endsWith('.json')) expect(() => JSON.parse(strFromU8(bytes))).not.toThrow();
    expect(Object.keys(files).filter((n) => n.startsWith('photos/'))).toHaveLength(1);
  });
});

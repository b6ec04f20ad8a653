import { readFileSync } from 'node:fs';
import { applyEdits, type Edit } from '@haversack/core/box/edits';
import { boxSchema, type Box } from '@haversack/core/box/schema';
import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { demoBoxes } from '@haversack/core/demo/boxes';
import { START_SETS } from '@haversack/core/drill/bits';
import { evaluate } from '@haversack/core/evaluate';
import { spiceNetlist } from '@haversack/core/exchange/spice';
import { dxfText, oneLine, someLines, xmlText } from '@haversack/core/quantity/clean-text';
import { schematic } from '@haversack/core/schematic/layout';
import { schematicSvg } from '@haversack/core/schematic/svg';
import { faceSvg } from '@haversack/core/template/svg';
import { drilledFaces, faceDrawing } from '@haversack/core/template/face-drawing';
import { benchSource } from '@haversack/core/trials/setting';
import DxfParser from 'dxf-parser';
import fc from 'fast-check';
import Papa from 'papaparse';
import { SaxesParser } from 'saxes';
import { describe, expect, test } from 'vitest';
import { faceDxf } from './dxf.ts';

/** Names that broke a writer once, or would: line breaks that begin a new entity, controls, markup, codes of the format. */
const NASTY = [
  'Lamp\n  0\nCIRCLE\n  8\ncut\n 10\n20\n 20\n20\n 40\n45',
  'Lamp\r\n0\r\nENDSEC',
  '</text><circle r="45"/>',
  ']]><script>alert(1)</script>',
  '"\' onload="x" &amp;&lt;&#0;',
  'bell\u0007 null\u0000 escape\u001b[31m',
  'turned \u202Eback\u202C and \u2066kept\u2069',
  'half \ud83d and \udd0b half, whole \ud83d\udd0b',
  '%%c45 %%d %%%%p',
  '^J^M caret',
  '\\U+2300 \\M+1',
  '=HYPERLINK("http://x","y")',
  '.control\nshell rm\n.endc',
  '\u2028line\u2029paragraph\ufeff',
  '𝔘𝔫𝔦 Ω µ 電池 עברית'
];
const signs = fc.constantFrom(...'\n\r\t\u0000\u001b\u202e\ud800<>&"\'%^\\=+-@;,{}', 'a', 'Z', '0', ' ', 'Ω');
const nastyName = fc.oneof(
  fc.constantFrom(...NASTY),
  fc.array(signs, { minLength: 1, maxLength: 40 }).map((all) => all.join('')),
  fc.string({ unit: 'binary', minLength: 1, maxLength: 40 })
);

/** Every name of a box that a person types, taken from the list in turn; past the schema, as a broken database would give them. */
function renamed(box: Box, names: readonly string[]): Box {
  let n = 0;
  const next = () => names[n++ % names.length]!;
  const named = <T extends { name: string }>(list: readonly T[]): T[] => list.map((x) => ({ ...x, name: next() }));
  return {
    ...box,
    name: next(),
    devices: named(box.devices),
    ports: named(box.ports),
    circuits: named(box.circuits),
    feeds: named(box.feeds) as unknown as Box['feeds'],
    bodies: named(box.bodies),
    relays: named(box.relays),
    brackets: named(box.brackets),
    openings: named(box.openings),
    parts: Object.fromEntries(Object.entries(box.parts).map(([id, p]) => [id, { ...p, name: next() }])) as Box['parts']
  };
}

/** Reads an XML strictly: elements by name, and all text. @throws Error where it is not well formed */
function readXml(xml: string): { count: Map<string, number>; texts: string[] } {
  const count = new Map<string, number>();
  const texts: string[] = [];
  let now = '';
  const parser = new SaxesParser();
  parser.on('error', (e) => {
    throw e;
  });
  parser.on('opentag', ({ name }) => {
    count.set(name, (count.get(name) ?? 0) + 1);
    now = '';
  });
  parser.on('text', (t) => (now += t));
  parser.on('closetag', ({ name }) => name === 'text' && texts.push(now));
  parser.write(xml).close();
  return { count, texts };
}

const boxes = demoBoxes();
/** Both sides with their spaces drawn together, in any order: a writer groups by layer. */
const alike = (texts: readonly string[]): string[] => texts.map((t) => t.replace(/\s+/g, ' ').trim()).sort();

describe('hostile names reach no writer as anything but text', () => {
  test.each(boxes.map((b): [string, Box] => [b.name, b]))(
    '%s: faces, circuit, netlist and table are read back as the plan has them',
    { timeout: 120_000 },
    (_, box) => {
      fc.assert(
        fc.property(fc.array(nastyName, { minLength: 3, maxLength: 12 }), (names) => {
          const bad = renamed(box, names);
          const plan = evaluate(bad, STARTER_CATALOGUE);
          for (const face of drilledFaces(bad, plan.panel!)) {
            const d = faceDrawing(bad, plan.panel!, plan.fit!.part, face, START_SETS);
            const shapes = (kind: string) => d.shapes.filter((s) => s.kind === kind);
            const dxf = new DxfParser().parseSync(faceDxf(d))!;
            expect(dxf.entities.filter((e) => e.type === 'CIRCLE')).toHaveLength(shapes('circle').length);
            const said = dxf.entities.flatMap((e) =>
              e.type === 'TEXT' ? [(e as unknown as { text: string }).text] : []
            );
            expect(said).toHaveLength(shapes('text').length);
            const texts = d.shapes.flatMap((s) => (s.kind === 'text' ? [s.text] : []));
            expect(alike(said)).toEqual(alike(texts.map(dxfText)));
            const svg = readXml(faceSvg(d));
            expect(svg.count.get('circle') ?? 0).toBe(shapes('circle').length);
            expect(svg.count.get('script')).toBeUndefined();
            expect(alike(svg.texts)).toEqual(alike(texts.map(oneLine)));
          }
          const drawn = schematic(plan.wiring, { widthPx: 1000, lengthUnit: 'mm' });
          const circuit = readXml(schematicSvg(drawn, { title: bad.name, colours: 'red-black' }));
          // and the title above
          expect(circuit.texts).toHaveLength(1 + drawn.shapes.filter((s) => s.t === 'text').length);
          const { text } = spiceNetlist(plan.wiring, benchSource(plan.bank), bad.name);
          expect(text.match(/^\.control$/gm)).toHaveLength(1);
          for (const line of text.split('\n').slice(1))
            expect(line).toMatch(/^$|^[RVIB]\w* |^set |^op$|^print all$|^quit$|^\.(control|endc|end)$/);
          const rows = bad.devices.map((d) => [d.name, '1']);
          const csv = Papa.unparse(rows, { escapeFormulae: true });
          const back = Papa.parse<string[]>(csv).data;
          expect(back).toHaveLength(rows.length);
          for (const [cell] of back) expect(cell!.startsWith('=')).toBe(false);
        }),
        { numRuns: process.env.HAVERSACK_LONG ? 72 : 24, seed: 17 }
      );
    }
  );
});

describe('the edge: what a name may hold', () => {
  test('a name is one line without controls, notes keep their lines; plain text stays as it is', () => {
    const edits: Edit[] = [
      { op: 'set', path: 'name', value: 'Night\n  0\nCIRCLE' },
      { op: 'set', path: 'notes', value: 'first\r\nsecond\u0007\n\tthird' }
    ];
    const read = boxSchema.parse(applyEdits(boxes[0]!, edits));
    expect(read.name).toBe('Night   0 CIRCLE');
    expect(read.notes).toBe('first\nsecond \n\tthird');
    for (const box of boxes) expect(boxSchema.parse(box)).toEqual(box);
  });

  test('whatever comes in, it is clean the first time and stays so', () => {
    fc.assert(
      fc.property(nastyName, (name) => {
        for (const clean of [oneLine, someLines]) expect(clean(clean(name))).toBe(clean(name));
        // eslint-disable-next-line no-control-regex -- that is what is looked for
        expect(oneLine(name)).not.toMatch(/[\u0000-\u001f\u007f-\u009f\u2028\u2029\u202a-\u202e]/);
        expect(oneLine(name).isWellFormed()).toBe(true);
        expect(dxfText(name)).not.toMatch(/%%|\n|\\U\+/);
        expect(readXml(`<text>${xmlText(name)}</text>`).texts).toEqual([oneLine(name)]);
      }),
      { numRuns: 1000, seed: 3 }
    );
  });

  test('no module writes markup with an escaping of its own', () => {
    for (const file of ['core/src/template/svg.ts', 'core/src/schematic/svg.ts'])
      expect(readFileSync(file, 'utf8')).not.toMatch(/replace\(\/\[?&/);
  });
});

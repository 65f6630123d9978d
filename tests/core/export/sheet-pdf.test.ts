/** The printed sheet, read back by another program's reader of PDFs. */
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, test } from 'vitest';
import { writeSheetPdf } from '../../../src/core/export/index.ts';
import { chartAt, setSpacings } from '../../../src/core/sheet/index.ts';
import { makeDrawing, makeLayer, makeShot, newId, type Shot } from '../../../src/core/shot/index.ts';
import { cellOf, strokeThrough } from '../../make.ts';

function arm(): Shot {
  const shot = makeShot({ title: 'Lamp “test” é', width: 640, height: 360, fps: 24, length: 100 });
  const [rough, clean] = shot.layers;
  const keys = [1, 2].map((number) =>
    makeDrawing(clean.id, number, {
      role: 'key',
      ink: [
        strokeThrough([
          [0, 0],
          [9, 9],
        ]),
      ],
    }),
  );
  for (const key of keys) shot.drawings[key.id] = key;
  clean.exposures = keys.map(({ id }, i) => ({ id: newId(), cell: cellOf(id), frames: i === 0 ? 16 : 84 }));
  rough.name = 'Never seen';
  setSpacings(shot, chartAt(shot, clean.id, 0)!, [0.1, 0.3, 0.6], 2);
  shot.notes = [{ id: newId(), frame: 3, colour: 'plum', text: 'pole leads' }];
  shot.markers = [{ id: newId(), frame: 12, name: 'click' }];
  return shot;
}

async function pagesOf(bytes: Uint8Array) {
  const pdf = await getDocument({ data: bytes.slice(), useSystemFonts: true }).promise;
  const pages: { text: string; x: number; y: number }[][] = [];
  for (let i = 1; i <= pdf.numPages; i++) {
    const { items } = await (await pdf.getPage(i)).getTextContent();
    pages.push(
      items.flatMap((item) =>
        'str' in item && item.str.trim() ? [{ text: item.str, x: item.transform[4], y: item.transform[5] }] : [],
      ),
    );
  }
  return { pdf, pages };
}

describe('the sheet as a PDF', () => {
  test('has a page for every seventy-two frames, and says which', async () => {
    const { pages } = await pagesOf(writeSheetPdf(arm(), 0, 99));
    expect(pages).toHaveLength(2);
    const [first, second] = pages.map((page) => page.map(({ text }) => text));
    expect(first).toContain('Lamp "test" é');
    expect(first.join(' ')).toContain('frames 1 to 72');
    expect(second.join(' ')).toContain('frames 73 to 100');
    expect(first).toEqual(expect.arrayContaining(['Clean', 'pole leads', 'click', '1', '72']));
    expect(second).toContain('100');
  });
  test('prints the timing charts: a tick for each drawing where it is spaced, and what the spacing is called', async () => {
    const shot = arm();
    const { pages } = await pagesOf(writeSheetPdf(shot, 0, 99));
    const chart = pages[0].filter(({ x }) => x > pages[0].find(({ text }) => text === 'charts')!.x - 8);
    const y = (name: string) => chart.find(({ text }) => text === name)!.y;
    const numbers = chartAt(shot, shot.layers[1].id, 0)!.ticks.map(({ drawing }) => String(drawing.number));
    // Downwards on the page, in proportion.
    expect((y(numbers[1]) - y(numbers[2])) / (y(numbers[0]) - y(numbers[1]))).toBeCloseTo(1.5, 1);
    expect(chart.some(({ text }) => 'slow out'.startsWith(text) && text.length > 2)).toBe(true);
  });
  test('leaves guides out, and goes on to more pages where layers have no room', async () => {
    const shot = arm();
    for (let i = 0; i < 14; i++) shot.layers.push(makeLayer(`Layer ${i}`, 'effect'));
    const { pages } = await pagesOf(writeSheetPdf(shot, 0, 47));
    expect(pages.length).toBeGreaterThan(1);
    const all = pages.flat().map(({ text }) => text);
    for (let i = 0; i < 14; i++) expect(all).toContain(`Layer ${i}`);
    expect(all).not.toContain('Never seen');
  });
  test('tells how far it is', () => {
    const parts: number[] = [];
    writeSheetPdf(arm(), 0, 99, (part) => parts.push(part));
    expect(parts).toEqual([0.5, 1]);
  });
});

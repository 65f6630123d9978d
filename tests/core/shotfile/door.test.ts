/** The door is as wide as the house, and no wider: what is made can be carried, and what cannot be is refused in a sentence. */

import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, test } from 'vitest';
import { change, History } from '../../../src/core/history/index.ts';
import { transformDrawn } from '../../../src/core/ink/index.ts';
import { makeChart } from '../../../src/core/mouths/index.ts';
import { addPalette, addSwatch, takePalettes } from '../../../src/core/paint/index.ts';
import { scaling, translation } from '../../../src/core/plane/index.ts';
import { addTraceOver, duplicateLayer } from '../../../src/core/sheet/index.ts';
import { BadFile, LIMITS, Refused, type Shot } from '../../../src/core/shot/index.ts';
import {
  crc32,
  readBrushFile,
  readPalettes,
  readShotFile,
  writeShotFile,
  ZipReader,
} from '../../../src/core/shotfile/index.ts';
import { fullShot } from '../../full-shot.ts';
import { circle, smallShot } from '../../make.ts';

type Parts = Record<string, Uint8Array>;

function file(edit: (parts: Parts) => void): Uint8Array {
  const { shot, media } = fullShot();
  const parts = unzipSync(writeShotFile(shot, media));
  edit(parts);
  return zipSync(parts);
}

/** The file with its structure changed; `text` may go on changing it as text. */
function withShot(edit: (shot: Shot) => void, text: (json: string) => string = (json) => json): Uint8Array {
  return file((parts) => {
    const shot = JSON.parse(strFromU8(parts['shot.json']));
    edit(shot);
    parts['shot.json'] = strToU8(text(JSON.stringify(shot)));
  });
}

function complaint(bytes: Uint8Array): string {
  try {
    readShotFile(bytes);
  } catch (error) {
    expect(error, String((error as Error).stack)).toBeInstanceOf(BadFile);
    const { message } = error as Error;
    expect(message).toMatch(/^[^\n]{10,400}\.$/);
    return message;
  }
  throw new Error('The bad file was taken.');
}

describe('shapes before contents', () => {
  test('a list is no object, an object no list', () => {
    expect(complaint(withShot((shot) => void (shot.layers[2].exposures[0] = [] as never)))).toMatch(
      /layers 3, exposures 1/,
    );
    expect(complaint(withShot((shot) => void (shot.background = [] as never)))).toMatch(/background/);
    expect(complaint(withShot((shot) => void (shot.layers = {} as never)))).toMatch(/layers: is no list/);
    expect(complaint(withShot((shot) => void (shot.guides = 7 as never)))).toMatch(/guides/);
    expect(complaint(withShot((shot) => void (shot.background = null as never)))).toMatch(/background/);
  });
  test('keys named after members of every object, and fields nobody knows, are passed over', () => {
    const { shot, media } = fullShot();
    const parts = unzipSync(writeShotFile(shot, media));
    const odd = '"constructor":{"x":1},"__proto__":{"fps":9},"toString":3,"unknown":[[]],"title"';
    parts['shot.json'] = strToU8(strFromU8(parts['shot.json']).replace('"title"', odd));
    expect(readShotFile(zipSync(parts)).shot).toStrictEqual(shot);
  });
  test('nested very deep, in a field that is known or not', () => {
    const deep = `${'['.repeat(5000)}1${']'.repeat(5000)}`;
    const known = withShot(
      (shot) => void (shot.title = '(deep)'),
      (json) => json.replace('"(deep)"', deep),
    );
    expect(complaint(known)).toMatch(/title/);
    const unknown = withShot(
      () => undefined,
      (json) => json.replace('"title"', `"unknown":${deep},"title"`),
    );
    expect(readShotFile(unknown).shot.title).toBe('Cap falls');
  });
  test('a list much too long is refused by its length, before anything in it is looked at', () => {
    // Every entry is wrong as well: the first complaint tells what was looked at first.
    const long = withShot((shot) => void (shot.layers = Array.from({ length: 400_000 }, () => 7 as never)));
    expect(complaint(long)).toMatch(/400000 entries, at most 500/);
  });
});

describe('what no field says by itself', () => {
  const CASES: [string, RegExp, (shot: Shot) => void][] = [
    ['an id that every object has', /no id/, (shot) => void (shot.layers[0].id = 'toString')],
    ['a name of what every object has', /no id/, (shot) => void (shot.mouthGuide.head = 'constructor')],
    [
      'holds longer together than a shot',
      /40000 frames/,
      (shot) => {
        for (const each of shot.layers[2].exposures.slice(0, 2)) each.frames = 20_000;
        shot.layers[2].exposures = shot.layers[2].exposures.slice(0, 2);
      },
    ],
    [
      'a picture its clip does not have',
      /number 4/,
      (shot) => {
        const cell = shot.layers.flatMap(({ exposures }) => exposures).find((each) => each.cell?.kind === 'picture')!
          .cell!;
        if (cell?.kind === 'picture') cell.index = 3;
      },
    ],
    ['two layers of one id', /two layers/, (shot) => void (shot.layers[1].id = shot.layers[0].id)],
    [
      'two exposures of one id',
      /two exposures/,
      (shot) => void (shot.layers[2].exposures[1].id = shot.layers[2].exposures[0].id),
    ],
    [
      'two swatches of one id',
      /two swatches/,
      (shot) => void (shot.palettes[0].swatches[1].id = shot.palettes[0].swatches[0].id),
    ],
    ['two clips of one id', /two clips/, (shot) => void shot.tracks[0].clips.push(shot.tracks[0].clips[0])],
    ['two sounds of the reading of one id', /two sounds/, (shot) => void (shot.reading[1].id = shot.reading[0].id)],
    ['a colour that is none', /colour/, (shot) => void (shot.background.colour = '#abc')],
  ];
  for (const [what, message, edit] of CASES)
    test(what, () => {
      expect(complaint(withShot(edit))).toMatch(message);
    });
  test('lines and areas of a swatch that is not there take the first', () => {
    const { shot, media } = fullShot();
    Object.values(shot.drawings)[0].ink[0].swatch = 'nobody';
    const read = readShotFile(writeShotFile(shot, media)).shot;
    const swatches = new Set(read.palettes[0].swatches.map(({ id }) => id));
    for (const { ink, paint } of Object.values(read.drawings))
      for (const { swatch } of [...ink, ...paint]) expect(swatches.has(swatch)).toBe(true);
  });
  test('a file that an earlier version saved with its model sheet gone opens, without one', () => {
    const read = readShotFile(withShot((shot) => void (shot.model = { kind: 'drawing', drawing: 'gone' }))).shot;
    expect(read.model).toBeNull();
  });
});

describe('the label', () => {
  for (const [label, message] of [
    ['null', /not a Vignette shot file/],
    ['[]', /not a Vignette shot file/],
    ['{"format":"vignette-shot"}', /does not say its version/],
    ['{"format":"vignette-shot","version":"6"}', /does not say its version/],
    ['{"format":"vignette-shot","version":10}', /later version/],
  ] as const)
    test(label, () => {
      expect(complaint(file((parts) => (parts['vignette.json'] = strToU8(label))))).toMatch(message);
    });
  test('of palettes and brushes too', () => {
    expect(() => readPalettes('{"format":"vignette-palettes"}', 'dusk.json')).toThrow(/does not say its version/);
    expect(() => readBrushFile('{"format":"vignette-brushes","version":10}')).toThrow(/later version/);
    expect(() => readBrushFile('null')).toThrow(BadFile);
  });
});

describe('the zip', () => {
  test('knows its checksum', () => {
    expect(crc32(strToU8('123456789'))).toBe(0xcbf43926);
  });
  test('a bit flipped in a member is noticed, wherever it is', () => {
    const { shot, media } = fullShot();
    const bytes = writeShotFile(shot, media);
    const view = new DataView(bytes.buffer);
    const bodies: number[] = [];
    for (let at = 0; at + 30 < bytes.length; at++)
      if (view.getUint32(at, true) === 0x04034b50)
        bodies.push(at + 30 + view.getUint16(at + 26, true) + view.getUint16(at + 28, true));
    expect(bodies.length).toBeGreaterThan(6);
    for (const at of bodies) {
      const damaged = bytes.slice();
      damaged[at + 1] ^= 4;
      complaint(damaged);
    }
  });
  test('a member nobody asks for is never unpacked', () => {
    const bytes = file((parts) => (parts['unasked.bin'] = new Uint8Array(200 * 1024 ** 2)));
    expect(bytes.length).toBeLessThan(1024 ** 2);
    const before = process.memoryUsage().arrayBuffers;
    expect(readShotFile(bytes).shot.title).toBe('Cap falls');
    expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(50 * 1024 ** 2);
  });
  test('a member that unpacks to more than it says, or lies over another, is refused', () => {
    const bytes = zipSync({ a: new Uint8Array(100_000), b: strToU8('b'.repeat(50)) });
    const view = new DataView(bytes.buffer);
    const marks: number[] = [];
    for (let at = 0; at + 4 < bytes.length; at++) if (view.getUint32(at, true) === 0x02014b50) marks.push(at);
    const names = { kind: 'file', most: 1e9 };
    const smaller = bytes.slice();
    new DataView(smaller.buffer).setUint32(marks[0] + 24, 10, true);
    expect(() => new ZipReader(smaller, names).read('a')).toThrow(BadFile);
    const over = bytes.slice();
    new DataView(over.buffer).setUint32(marks[1] + 42, view.getUint32(marks[0] + 42, true), true);
    expect(() => new ZipReader(over, names)).toThrow(BadFile);
    expect(() => new ZipReader(bytes, { kind: 'file', most: 1000 })).toThrow(/unpacks to/);
    expect(new ZipReader(bytes, names).read('b')).toEqual(strToU8('b'.repeat(50)));
    expect(new ZipReader(bytes, names).read('c')).toBeNull();
  });
});

describe('edits obey the bounds of the file', () => {
  const refused = (shot: Shot, edit: (draft: Shot) => void) => {
    const history = new History(shot);
    expect(() => history.change('edit', edit)).toThrow(Refused);
    expect(history.shot).toBe(shot);
    expect(history.seq).toBe(0);
  };
  test('a name that gets longer by being copied stays within its letters', () => {
    const { shot, layerId } = smallShot();
    shot.layers[2].name = 'n'.repeat(LIMITS.maxTitle);
    const { shot: after } = change(shot, (draft) => {
      duplicateLayer(draft, layerId);
      addTraceOver(draft, layerId);
    })!;
    expect(after.layers.map(({ name }) => name.length)).toEqual([5, 5, 120, 120, 120]);
    expect(readShotFile(writeShotFile(after, new Map())).shot).toEqual(after);
  });
  test('swatches, colour models, charts, layers, arcs beyond what a file holds', () => {
    const { shot } = smallShot();
    refused(shot, (draft) => {
      for (let i = 0; i < LIMITS.maxSwatches; i++) addSwatch(draft, `swatch ${i}`, '#808080');
    });
    refused(shot, (draft) => {
      const swatches = Array.from({ length: 4090 }, (_, i) => ({
        name: `s${i}`,
        colour: '#808080',
        group: '',
        opacity: 1,
      }));
      takePalettes(draft, [{ name: 'large', swatches }]);
    });
    refused(shot, (draft) => {
      for (let i = 0; i < LIMITS.maxPalettes; i++) addPalette(draft, draft.palettes[0].id, `model ${i}`);
    });
    refused(shot, (draft) => {
      for (let i = 0; i <= LIMITS.maxCharts; i++) draft.charts.push(makeChart(draft, `chart ${i}`));
    });
    refused(shot, (draft) => {
      for (let i = 0; i <= LIMITS.maxLayers; i++) duplicateLayer(draft, draft.layers[0].id);
    });
  });
  test('lines carried out of reach, numbers that are none, texts too long', () => {
    const { shot, drawing } = smallShot();
    const far = (map: Parameters<typeof transformDrawn>[1]) => (draft: Shot) =>
      void Object.assign(draft.drawings[drawing.id], transformDrawn(drawing, map));
    refused(shot, far(scaling(1e7, 1e7)));
    refused(shot, far(translation(3e8, 0)));
    refused(shot, far(scaling(Number.NaN, 1)));
    refused(shot, (draft) => void draft.drawings[drawing.id].ink.push(circle(3e8, 0, 5)));
    refused(shot, (draft) => void (draft.layers[0].opacity = Number.NaN));
    refused(shot, (draft) => void (draft.title = 'x'.repeat(200)));
    refused(shot, (draft) => void (draft.guides.horizon = 3e8));
    expect(new History(shot).change('fine', far(translation(40, 5)))).not.toBeNull();
  });
});

import { describe, expect, test } from 'vitest';
import { radiusAt, SHIPPED_BRUSHES } from '../../../src/core/ink/index.ts';
import { brushUpToDate, keptUpToDate, makeDrawing, POINT_SIZE } from '../../../src/core/shot/index.ts';
import { packDrawing, readBrushFile, unpackDrawing, writeBrushFile } from '../../../src/core/shotfile/index.ts';
import { strokeThrough } from '../../make.ts';

describe('a file of brushes', () => {
  test('gives back what was written', () => {
    expect(readBrushFile(writeBrushFile(SHIPPED_BRUSHES))).toEqual(SHIPPED_BRUSHES);
  });
  const broken = (change: (data: { format: string; version: number; brushes: Record<string, unknown>[] }) => void) => {
    const data = JSON.parse(writeBrushFile(SHIPPED_BRUSHES.slice(0, 2)));
    change(data);
    return () => readBrushFile(JSON.stringify(data));
  };
  test('that is none, or cut short, is refused with one sentence', () => {
    expect(() => readBrushFile('not json')).toThrow(/not a file of brushes/);
    expect(() => readBrushFile(writeBrushFile(SHIPPED_BRUSHES).slice(0, 300))).toThrow(/cut short/);
    expect(() => readBrushFile('null')).toThrow(/not a file of brushes/);
    expect(broken((data) => (data.format = 'something'))).toThrow(/not a file of brushes/);
    expect(broken((data) => (data.version = 9))).toThrow(/later version/);
    expect(broken((data) => (data.brushes = []))).toThrow(/no brush was taken in/);
  });
  test('with a value that cannot be says where', () => {
    expect(broken((data) => (data.brushes[1].brush = { ...SHIPPED_BRUSHES[1].brush, width: -4 }))).toThrow(
      /brushes 2, brush: width/,
    );
    expect(broken((data) => (data.brushes[0].name = ''))).toThrow(/brushes 1: name/);
    expect(
      broken((data) => {
        const { brush } = SHIPPED_BRUSHES[0];
        data.brushes[0].brush = { ...brush, widthBy: { ...brush.widthBy, curve: [0, 1] } };
      }),
    ).toThrow(/widthBy: curve/);
  });
});

describe('strokes in drawings', () => {
  const ink = SHIPPED_BRUSHES.flatMap(({ brush, name }) => [
    strokeThrough(
      [
        [1, 2],
        [3, 4],
        [5, 6],
      ],
      { brush, name },
    ),
    // The same brush as another object, as it comes from a worker.
    strokeThrough([[1, 2]], { brush: structuredClone(brush) }),
  ]);
  test('come back with name and brush, each brush kept once', () => {
    const drawing = makeDrawing('layer', 3, { ink });
    const bytes = packDrawing(drawing);
    const back = unpackDrawing(bytes, 'drawing 3');
    expect(back).toEqual(drawing);
    expect(new Set(back.ink.map(({ brush }) => brush)).size).toBe(SHIPPED_BRUSHES.length);
  });
  test('of an earlier version draw as wide as they did', () => {
    const older = { kind: 'pencil', width: 12, thinning: 0.7, opacity: 0.9 } as const;
    const brush = brushUpToDate(older);
    for (const pressure of [0, 0.25, 0.5, 1]) {
      const points = Float32Array.from([0, 0, pressure, 0, 0, 0]);
      const wide = Math.max(0.5, 12 * (1 + 2 * 0.7 * (pressure - 0.5)));
      expect(2 * radiusAt(brush, points, 0, 1)).toBeCloseTo(wide, 4);
    }
    expect(brush).toMatchObject({ grain: true, opacity: 0.9, stamp: null });
    expect(brushUpToDate(brush)).toBe(brush);
  });
  test('of a drawing of version 2 are read', () => {
    const head = JSON.stringify({
      id: 'd1',
      layerId: 'l1',
      number: 1,
      label: '',
      role: 'key',
      stage: 'clean',
      ink: [
        {
          id: 's1',
          lineage: 's1',
          brush: { kind: 'pen', width: 8, thinning: 0.5, opacity: 1 },
          swatch: 'w',
          closed: false,
          seed: 1,
          points: 1,
        },
      ],
      paint: [],
    });
    const json = new TextEncoder().encode(head.padEnd(Math.ceil(head.length / 4) * 4));
    const bytes = new Uint8Array(12 + json.length + POINT_SIZE * 4);
    bytes.set(new TextEncoder().encode('VGDR'));
    new DataView(bytes.buffer).setUint16(4, 2, true);
    new DataView(bytes.buffer).setUint32(8, json.length, true);
    bytes.set(json, 12);
    const { ink: read } = unpackDrawing(bytes, 'drawing 1');
    expect(read[0]).toMatchObject({ name: '', brush: { kind: 'pen', width: 8, grain: false } });
    expect(read[0].brush.widthBy).toMatchObject({ drive: 'pressure', lowest: 0.5, highest: 1.5 });
  });
  test('that name a brush the drawing does not hold are refused', () => {
    const bytes = packDrawing(makeDrawing('layer', 1, { ink: [strokeThrough([[1, 1]])] }));
    const text = new TextDecoder('latin1').decode(bytes).replace('"brush":0', '"brush":7');
    const broken = Uint8Array.from(text, (letter) => letter.charCodeAt(0));
    expect(() => unpackDrawing(broken, 'drawing 1')).toThrow(/names a brush it does not hold/);
  });
  test('in edits kept by an earlier version are brought up to date wherever they stand', () => {
    const older = { id: 's', points: new Float32Array(6), brush: { kind: 'pen', width: 8, thinning: 0, opacity: 1 } };
    const patch = { path: ['drawings', 'd', 'ink'], at: 0, remove: 0, insert: [older] };
    const [{ insert }] = keptUpToDate([patch]) as unknown as { insert: { brush: object; name: string }[] }[];
    expect(insert[0].name).toBe('');
    expect(insert[0].brush).not.toHaveProperty('thinning');
    const plain = [{ path: ['title'], set: 'Cap falls' }];
    expect(keptUpToDate(plain)).toBe(plain);
  });
});

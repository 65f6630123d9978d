/** Mouths by the trade's rules, and their place on the head. */

import fc from 'fast-check';
import { beforeEach, describe, expect, test } from 'vitest';
import { change, type Recipe } from '../../../src/core/history/index.ts';
import {
  chartDrawingToDrawOn,
  chartOf,
  duplicateChart,
  layMouths,
  type MouthSpan,
  makeChart,
  mouthDrift,
  mouthPlaceAt,
  placeMap,
  planMouths,
  putMouth,
  removeChart,
  sitMouths,
  takeForChart,
} from '../../../src/core/mouths/index.ts';
import { mapPoint } from '../../../src/core/plane/index.ts';
import { readingRows } from '../../../src/core/reading/index.ts';
import { addDrawing, drawingName, drawingShown, totalFrames } from '../../../src/core/sheet/index.ts';
import {
  MOUTHS,
  makeDrawing,
  makeLayer,
  POINT_SIZE,
  type ReadingSound,
  type Shot,
} from '../../../src/core/shot/index.ts';
import { phoneTable } from '../../../src/core/speech/index.ts';
import { smallShot, strokeThrough } from '../../make.ts';

/** "M4 AA6 -5 B1": sounds with their lengths in frames; - is silence; words are parted by |. */
function rows(short: string, from = 0) {
  const reading: ReadingSound[] = [];
  let at = from;
  let word = 0;
  for (const part of short.split(' ')) {
    if (part === '|') {
      word++;
      continue;
    }
    const [, text, length] = /^([A-Z-]+)([\d.]+)$/.exec(part)!;
    if (text !== '-')
      reading.push({
        id: `${at}`,
        clip: null,
        from: at / 24,
        to: (at + Number(length)) / 24,
        text,
        colour: 'blue',
        word,
        fit: -1,
        held: false,
      });
    at += Number(length);
  }
  return readingRows({ ...smallShot().shot, reading });
}

const plan = (short: string, wishes = {}) => planMouths(rows(short), { lead: 0, ones: false, ...wishes });
const inShort = (spans: MouthSpan[]) => spans.map(({ kind, from, to }) => `${kind} ${from}-${to}`).join(', ');

describe('which mouth when', () => {
  test('by sounds: closed, open, teeth, on the frames they are heard', () => {
    expect(inShort(plan('M3 AA5 T3'))).toBe('closed 0-3, wide-open 3-8, teeth 8-11');
  });
  test('a closed mouth is never skipped and takes two frames where there is room', () => {
    expect(inShort(plan('AA6 P0.8 AA6'))).toMatch(/wide-open 0-\d, closed \d-\d, wide-open \d-13/);
    const [, closed] = plan('AA6 P0.8 AA6');
    expect(closed.to - closed.from).toBe(2);
  });
  test('no mouth for one frame unless asked', () => {
    expect(plan('AA4 T1 IY4').every(({ from, to }) => to - from >= 2)).toBe(true);
    expect(plan('AA4 T1 IY4', { ones: true }).some(({ from, to }) => to - from === 1)).toBe(true);
  });
  test('very fast sounds inside a word are dropped; vowels stay', () => {
    const kinds = plan('S2 T0.7 R0.7 IY5 T2').map(({ kind }) => kind);
    expect(kinds).toContain('wide');
    expect(kinds.length).toBeLessThan(5);
  });
  test('a mouth leads its sound by as many frames as asked', () => {
    const first = planMouths(rows('M4 AA6', 10), { lead: 0, ones: false })[0].from;
    for (const lead of [1, 2]) expect(planMouths(rows('M4 AA6', 10), { lead, ones: false })[0].from).toBe(first - lead);
  });
  test('a pause is a rest, a breath is not', () => {
    expect(inShort(plan('AA4 -6 IY4'))).toBe('wide-open 0-4, rest 4-10, wide 10-14');
    expect(plan('AA4 -0.6 IY4').map(({ kind }) => kind)).not.toContain('rest');
  });
  /** Frames a closed mouth may lie beside its sound. */
  const NEAR = 1;
  /** Frames a mouth needs to be seen. */
  const ROOM = 2;
  const isClosed = (phone: string) => ['M', 'B', 'P'].includes(phone);
  test('any reading: mouths follow without gap, none for one frame but a cramped closed one, every closed sound is there', () => {
    const phones = phoneTable().phones.filter((phone) => phone !== 'SIL');
    fc.assert(
      fc.property(
        fc.array(fc.record({ phone: fc.constantFrom(...phones), frames: fc.integer({ min: 2, max: 20 }) }), {
          minLength: 1,
          maxLength: 40,
        }),
        fc.integer({ min: 0, max: 2 }),
        (list, lead) => {
          const short = list.map(({ phone, frames }) => `${phone}${frames / 2}`).join(' ');
          const sounds = rows(short, 6);
          const spans = planMouths(sounds, { lead, ones: false });
          const shut = spans.filter(({ kind }) => kind === 'closed');
          // One for each, but that two with no room for a mouth between them may share one.
          const between = (i: number) => {
            const last = list.findLastIndex(({ phone }, k) => k < i && isClosed(phone));
            return last < 0 ? ROOM : sounds[i].from - sounds[last].to;
          };
          const runs = list.filter(({ phone }, i) => isClosed(phone) && !(i > 0 && isClosed(list[i - 1].phone))).length;
          const parted = list.filter(({ phone }, i) => isClosed(phone) && between(i) >= ROOM).length;
          expect(shut.length).toBeLessThanOrEqual(runs);
          expect(shut.length).toBeGreaterThanOrEqual(parted);
          for (const [i, { phone }] of list.entries()) {
            const [from, to] = [sounds[i].from - lead, sounds[i].to - lead];
            if (!isClosed(phone)) continue;
            expect(shut.some((span) => span.from < to + NEAR && span.to > from - NEAR)).toBe(true);
          }
          spans.forEach(({ kind, from, to }, i) => {
            if (i > 0) expect(from).toBe(spans[i - 1].to);
            if (spans.length > 1 && kind !== 'closed') expect(to - from).toBeGreaterThanOrEqual(2);
            expect(to).toBeGreaterThan(from);
          });
        },
      ),
      { numRuns: 150 },
    );
  });
  test('nothing read, nothing laid', () => {
    expect(planMouths([], { lead: 1, ones: false })).toEqual([]);
  });
});

let shot: Shot;
const edit = (recipe: Recipe) => {
  const done = change(shot, recipe);
  if (done) shot = done.shot;
};
const MOUTH = 'mouth';
const HEAD = 'head';

/** A head of three drawings held eight frames each, a chart with a line for each mouth, an empty mouth layer. */
beforeEach(() => {
  const { shot: made } = smallShot();
  const head = makeLayer('Head', 'clean', { id: HEAD, afterLast: 'holds' });
  const drawings = [1, 2, 3].map((number) => makeDrawing(HEAD, number, { id: `h${number}` }));
  head.exposures = drawings.map(({ id }, i) => ({ id: `x${i}`, cell: { kind: 'drawing', drawing: id }, frames: 8 }));
  const mouth = makeLayer('Mouth', 'mouth', { id: MOUTH, afterLast: 'holds' });
  shot = {
    ...made,
    length: 24,
    layers: [head, mouth],
    drawings: Object.fromEntries(drawings.map((each) => [each.id, each])),
  };
  edit((draft) => {
    const chart = { ...makeChart(draft, 'Front'), id: 'chart' };
    draft.charts.push(chart);
    for (const kind of MOUTHS) {
      const drawing = chartDrawingToDrawOn(draft, chartOf(draft, 'chart'), kind);
      const { x, y } = chart.base;
      drawing.ink.push(
        strokeThrough([
          [x - 40, y],
          [x + 40, y],
        ]),
      );
    }
    draft.mouthGuide = {
      head: HEAD,
      places: { h1: { x: 100, y: 50, turn: 0, size: 0.5 }, h3: { x: 140, y: 90, turn: Math.PI / 2, size: 0.5 } },
    };
  });
});

const put = (kind: (typeof MOUTHS)[number], frame: number, hold = 24) =>
  edit((draft) => void putMouth(draft, MOUTH, chartOf(draft, 'chart'), kind, frame, hold));
const mouths = () =>
  shot.layers[1].exposures
    .map(({ cell, frames }) => `${cell?.kind === 'drawing' ? drawingName(shot.drawings[cell.drawing]) : '-'}x${frames}`)
    .join(' ');
const inkAt = (frame: number) => drawingShown(shot, shot.layers[1], frame)!.ink[0];

describe('mouths on the head', () => {
  test('between two set places they are carried from drawing to drawing, not inside a hold', () => {
    expect(mouthPlaceAt(shot, 3)).toMatchObject({ x: 100, y: 50 });
    const between = mouthPlaceAt(shot, 8)!;
    expect(between.x).toBeCloseTo(120);
    expect(between.turn).toBeCloseTo(Math.PI / 4);
    expect(mouthPlaceAt(shot, 15)).toEqual(between);
    expect(mouthPlaceAt(shot, 16)).toMatchObject({ x: 140, y: 90 });
  });
  test('a mouth put down moves, turns and scales with the head, its line as well', () => {
    put('closed', 0);
    expect(mouths()).toBe('Mx8 Mx8 Mx8');
    const [first, last] = [inkAt(0), inkAt(20)];
    expect(first.points[0]).toBeCloseTo(80);
    expect(first.points[POINT_SIZE]).toBeCloseTo(120);
    expect(last.points[0]).toBeCloseTo(140);
    expect(last.points[1]).toBeCloseTo(70);
    expect(first.brush.width).toBeCloseTo(5);
    expect(mouthDrift(shot, MOUTH)).toEqual([]);
  });
  test('put again on a frame it is swapped; inside it takes over to the mouth’s end', () => {
    put('closed', 0);
    put('round', 12);
    expect(mouths()).toBe('Mx8 Mx4 Ox4 Ox8');
    put('wide', 12);
    expect(mouths()).toBe('Mx8 Mx4 Ix4 Ix8');
    // What no frame shows any more is the chart's business, not the tray's.
    expect(Object.values(shot.drawings).filter(({ label, layerId }) => label === 'O' && layerId === MOUTH)).toEqual([]);
  });
  test('a mouth changed on the chart is put down as it is now; put twice it is one drawing', () => {
    put('closed', 0, 4);
    put('round', 4, 4);
    put('closed', 16, 4);
    const laid = () =>
      Object.values(shot.drawings).filter(({ label, layerId }) => label === 'M' && layerId === MOUTH).length;
    edit((draft) => void putMouth(draft, MOUTH, chartOf(draft, 'chart'), 'closed', 0, 4));
    const before = laid();
    edit((draft) => {
      const chart = chartOf(draft, 'chart');
      draft.drawings[chart.mouths.find(({ kind }) => kind === 'closed')!.drawing].ink.push(
        strokeThrough([
          [150, 95],
          [170, 95],
        ]),
      );
    });
    put('closed', 0, 4);
    expect(inkAt(0)).toBeDefined();
    expect(drawingShown(shot, shot.layers[1], 0)!.ink).toHaveLength(2);
    expect(laid()).toBe(before);
  });
  test('when the place changes, drift is listed until mouths are brought back; changes made by hand come along', () => {
    put('closed', 0);
    const touched = drawingShown(shot, shot.layers[1], 0)!.id;
    edit(
      (draft) =>
        void draft.drawings[touched].ink.push(
          strokeThrough([
            [100, 40],
            [100, 60],
          ]),
        ),
    );
    edit((draft) => {
      draft.mouthGuide.places.h1 = { x: 110, y: 50, turn: 0, size: 1 };
    });
    const drift = mouthDrift(shot, MOUTH);
    expect(drift[0]).toMatchObject({ frame: 0, label: 'M', off: 10, larger: 0.5 });
    edit((draft) => sitMouths(draft, MOUTH));
    expect(mouthDrift(shot, MOUTH)).toEqual([]);
    const { ink } = drawingShown(shot, shot.layers[1], 0)!;
    expect(ink).toHaveLength(2);
    expect([...ink[1].points.slice(0, 2)]).toEqual([110, 30]);
  });
  test('in-betweens drawn by hand stay when mouths are filled', () => {
    edit((draft) => {
      const drawing = addDrawing(draft, MOUTH, 4, 3);
      drawing.ink.push(
        strokeThrough([
          [1, 1],
          [2, 2],
        ]),
      );
    });
    edit((draft) => {
      layMouths(draft, MOUTH, chartOf(draft, 'chart'), [
        { kind: 'closed', from: 0, to: 6 },
        { kind: 'round', from: 6, to: 12 },
      ]);
    });
    expect(mouths()).toBe('Mx4 1x3 Ox1 Ox4');
    expect(totalFrames(shot.layers[1].exposures)).toBe(12);
  });
  test('after the line the mouth before it does not come back', () => {
    put('closed', 0);
    edit((draft) => void layMouths(draft, MOUTH, chartOf(draft, 'chart'), [{ kind: 'round', from: 4, to: 8 }]));
    expect(mouths()).toBe('Mx4 Ox4 restx8 restx8');
  });
  test('what a chart lacks is said, the rest is laid', () => {
    edit((draft) => {
      const chart = chartOf(draft, 'chart');
      chart.mouths = chart.mouths.filter(({ kind }) => kind !== 'round');
    });
    let lacking: string[] = [];
    edit((draft) => {
      lacking = layMouths(draft, MOUTH, chartOf(draft, 'chart'), [
        { kind: 'closed', from: 0, to: 4 },
        { kind: 'round', from: 4, to: 8 },
      ]);
    });
    expect(lacking).toEqual(['round']);
    expect(mouths()).toBe('Mx4');
  });
});

describe('charts', () => {
  test('what is taken from the paper and put back there is the same', () => {
    const at = { x: 33, y: 44, turn: 0.3, size: 0.25 };
    const drawn = {
      ink: [
        strokeThrough([
          [30, 40],
          [36, 46],
          [40, 41],
        ]),
      ],
      paint: [],
    };
    edit((draft) => takeForChart(draft, chartOf(draft, 'chart'), 'mid', drawn, at));
    const chart = shot.charts[0];
    const { ink } = shot.drawings[chart.mouths.find(({ kind }) => kind === 'mid')!.drawing];
    const back = placeMap(chart.base, at);
    for (let i = 0; i < 3; i++) {
      const [x, y] = mapPoint(back, ink[0].points[i * POINT_SIZE], ink[0].points[i * POINT_SIZE + 1]);
      expect(x).toBeCloseTo(drawn.ink[0].points[i * POINT_SIZE], 3);
      expect(y).toBeCloseTo(drawn.ink[0].points[i * POINT_SIZE + 1], 3);
    }
  });
  test('a second chart starts equal and goes its own way; a removed one leaves laid mouths', () => {
    put('closed', 0);
    edit((draft) => void duplicateChart(draft, 'chart', 'Small'));
    const [first, second] = shot.charts;
    expect(second.mouths.map(({ kind }) => kind)).toEqual(first.mouths.map(({ kind }) => kind));
    expect(second.mouths[0].drawing).not.toBe(first.mouths[0].drawing);
    edit((draft) => removeChart(draft, 'chart'));
    expect(mouths()).toBe('Mx8 Mx8 Mx8');
    expect(Object.values(shot.drawings).some(({ layerId }) => layerId === 'chart')).toBe(false);
  });
});

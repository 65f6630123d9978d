/** The demo shot keeps the rules of the trade. */
import { decompressFrames, parseGIF } from 'gifuct-js';
import { describe, expect, test } from 'vitest';
import { drawBetween } from '../../demo/between.ts';
import { BLOCK_CLIP, blockClip } from '../../demo/block-clip.ts';
import { background, keeper, lampFlame, poleFlame, rough } from '../../demo/layers.ts';
import { makeDemo } from '../../demo/shot.ts';
import { source, swatchIds } from '../../demo/source.ts';
import { KEEPER, LENGTH, MARKERS, NOTES } from '../../demo/timing.ts';
import { mouthDrift } from '../../src/core/mouths/index.ts';
import { readingRows } from '../../src/core/reading/index.ts';
import { shownRun, totalFrames } from '../../src/core/sheet/index.ts';

const { shot: demo } = makeDemo();
const mouthLayer = demo.layers.find(({ name }) => name === 'Mouth')!;
const roughId = demo.layers.find(({ name }) => name === 'Rough')!.id;

const key = (id: string) => source.keys.find((each) => each.id === id)!;
const length = ({ wick, butt }: { wick: [number, number]; butt: [number, number] }) =>
  Math.hypot(wick[0] - butt[0], wick[1] - butt[1]);

describe('a drawing between two keys', () => {
  test('at the ends is the key itself', () => {
    const drawn = drawBetween(key('K3'), key('K4'), 0);
    for (const stroke of key('K3').strokes) {
      const same = drawn.strokes.find(({ name }) => name === stroke.name)!;
      stroke.points.forEach(([x, y], i) => {
        expect(same.points[i][0]).toBeCloseTo(x, 0);
        expect(same.points[i][1]).toBeCloseTo(y, 0);
      });
    }
  });
  test('the pole keeps its length: it turns, it does not shrink', () => {
    for (const t of [0.2, 0.5, 0.8]) {
      const { pole } = drawBetween(key('K3'), key('K4'), t);
      const wanted = t < 0.5 ? length(key('K3').pole) : length(key('K4').pole);
      expect(length(pole)).toBeCloseTo(wanted, 0);
    }
  });
  test('has no coordinate that is none, and no line flies off', () => {
    for (const each of KEEPER) {
      if ('key' in each) continue;
      const { strokes, areas } = drawBetween(key(each.from), key(each.to), each.t);
      const all = [...strokes.flatMap(({ points }) => points), ...areas.flatMap(({ points }) => points)];
      expect(all.every(([x, y]) => Math.abs(x) < 4000 && Math.abs(y) < 4000)).toBe(true);
    }
  });
});

describe('the sheet of the demo', () => {
  test('the action is at least 48 frames, with keys, breakdowns and in-betweens in order', () => {
    expect(LENGTH).toBeGreaterThanOrEqual(48);
    expect(KEEPER.map(({ frame }) => frame)).toEqual(KEEPER.map(({ frame }) => frame).sort((a, b) => a - b));
    const { drawings } = keeper();
    expect(new Set(drawings.map(({ role }) => role))).toEqual(new Set(['key', 'breakdown', 'between']));
  });
  test('every layer fills the shot and no hold is empty', () => {
    for (const layer of [keeper().layer, mouthLayer, poleFlame().layer, rough('blue').layer]) {
      expect(totalFrames(layer.exposures), layer.name).toBe(LENGTH);
      expect(
        layer.exposures.every(({ frames }) => frames >= 1),
        layer.name,
      ).toBe(true);
    }
    expect(background().layer.afterLast).toBe('holds');
  });
  test('mouths are never there for a single frame, sit on the head, and end in a smile drawn by hand', () => {
    const kinds: string[] = [];
    for (const { cell } of mouthLayer.exposures) {
      const drawing = cell?.kind === 'drawing' ? demo.drawings[cell.drawing] : null;
      kinds.push(drawing?.mouth?.kind ?? drawing?.label ?? '');
    }
    // The same mouth goes on where only the head moves under it.
    const runs: { kind: string; frames: number }[] = [];
    mouthLayer.exposures.forEach(({ frames }, i) => {
      if (runs.at(-1)?.kind === kinds[i]) runs.at(-1)!.frames += frames;
      else runs.push({ kind: kinds[i], frames });
    });
    for (const { kind, frames } of runs) expect(frames, kind).toBeGreaterThanOrEqual(2);
    expect(kinds.at(-1)).toBe('smile');
    expect(mouthDrift(demo, mouthLayer.id)).toEqual([]);
  });
  test('the line is read: its sounds stand on its frames, the first consonant on frame 50', () => {
    const rows = readingRows(demo);
    expect(rows.map(({ sound }) => sound.text).slice(0, 3)).toEqual(['DH', 'EH', 'R']);
    expect(Math.abs(rows[0].from + 1 - 50)).toBeLessThan(1.5);
    expect(rows.at(-1)!.to).toBeLessThan(LENGTH);
  });
  test('the lamp’s flame is a cycle of four drawings, repeated as a rule from the frame it lights', () => {
    const { layer, drawings } = lampFlame();
    expect(drawings).toHaveLength(4);
    expect(layer.afterLast).toBe('repeats');
    const shown = (frame: number) => {
      const cell = shownRun(layer.exposures, layer.afterLast, frame)?.exposure.cell;
      return cell?.kind === 'drawing' ? drawings.findIndex(({ id }) => id === cell.drawing) : -1;
    };
    const lit = source.lampLightsAtFrame - 1;
    expect(shown(lit - 1)).toBe(-1);
    for (let frame = lit; frame < LENGTH; frame++) expect(shown(frame)).toBe(Math.floor((frame - lit) / 2) % 4);
  });
  test('notes and markers stand on the shot, one of a colour a frame', () => {
    const places = NOTES.map(([frame, colour]) => `${frame} ${colour}`);
    expect(new Set(places).size).toBe(places.length);
    for (const [frame] of [...NOTES, ...MARKERS]) expect(frame).toBeLessThanOrEqual(LENGTH);
  });
  test('a line keeps its lineage through all drawings of the keeper', () => {
    const { drawings } = keeper();
    const jaw = source.keys[0].strokes.findIndex(({ name }) => name === 'jaw');
    const { lineage } = drawings[0].ink[jaw];
    expect(drawings.filter(({ ink }) => ink.some((stroke) => stroke.lineage === lineage)).length).toBe(drawings.length);
  });
  test('every line and area has a swatch of the palettes', () => {
    const ids = new Set(Object.values(swatchIds));
    for (const { drawings } of [keeper(), { drawings: Object.values(demo.drawings) }, background(), poleFlame()]) {
      for (const { ink, paint } of drawings.filter(({ layerId }) => layerId !== roughId)) {
        expect([...ink, ...paint].every(({ swatch }) => ids.has(swatch))).toBe(true);
      }
    }
  });
  test('the rough is a guide in pencil', () => {
    const { layer, drawings } = rough('blue');
    expect(layer.guide).toBe(true);
    expect(
      drawings.every(({ ink }) => ink.every(({ brush, swatch }) => brush.kind === 'pencil' && swatch === 'blue')),
    ).toBe(true);
  });
});

test('the reference clip is a GIF of the same action at its own rate', () => {
  const frames = decompressFrames(parseGIF(new Uint8Array(blockClip()).buffer), true);
  expect(frames).toHaveLength(BLOCK_CLIP.pictures);
  const total = frames.reduce((sum, { delay }) => sum + delay, 0);
  expect(Math.abs(total - (BLOCK_CLIP.pictures * 1000) / BLOCK_CLIP.fps)).toBeLessThanOrEqual(5);
});

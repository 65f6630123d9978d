/** The demo shot keeps the rules of the trade. */
import { readFileSync } from 'node:fs';
import { decompressFrames, parseGIF } from 'gifuct-js';
import { describe, expect, test } from 'vitest';
import { BLOCK_CLIP, blockClip } from '../../demo/block-clip.ts';
import { keeperLines, posesOf } from '../../demo/keeper.ts';
import { background, lampFlame, poleFlame, rough } from '../../demo/layers.ts';
import { source, swatchIds } from '../../demo/source.ts';
import { KEEPER, LENGTH, MARKERS, NOTES } from '../../demo/timing.ts';
import { isFirstPass, redoPlans } from '../../src/core/between/index.ts';
import { mouthDrift } from '../../src/core/mouths/index.ts';
import { drawingsAlong, holesOf, regionMap } from '../../src/core/paint/index.ts';
import { readingRows } from '../../src/core/reading/index.ts';
import { shownExposure, totalFrames } from '../../src/core/sheet/index.ts';
import { readShotFile } from '../../src/core/shotfile/index.ts';
import { DEMO } from '../programs/run.ts';

/** As it was built, which takes its time. */
const { shot: demo } = readShotFile(new Uint8Array(readFileSync(DEMO)));
const keeperDrawn = keeperLines('arc');
const mouthLayer = demo.layers.find(({ name }) => name === 'Mouth')!;
const roughId = demo.layers.find(({ name }) => name === 'Rough')!.id;

const key = (id: string) => source.keys.find((each) => each.id === id)!;
const length = ({ wick, butt }: { wick: [number, number]; butt: [number, number] }) =>
  Math.hypot(wick[0] - butt[0], wick[1] - butt[1]);

describe('the in-betweens of the demo', () => {
  const { drawings, plans } = keeperDrawn;
  const between = drawings.filter(({ role }) => role === 'between');
  test('are all computed from the keys, and say so: none was drawn or touched', () => {
    expect(between.length).toBeGreaterThan(15);
    for (const drawing of between) expect(isFirstPass(drawing), `drawing ${drawing.number}`).toBe(true);
    for (const drawing of drawings.filter(({ role }) => role !== 'between')) expect(drawing.firstPass).toBeNull();
  });
  test('have the lines of their keys, with their brushes and swatches, and paint', () => {
    for (const plan of plans)
      for (const id of plan.targets) {
        const { ink, paint } = drawings.find((each) => each.id === id)!;
        const [first] = plan.job.chain;
        expect(Math.abs(ink.length - first.ink.length)).toBeLessThan(10);
        expect(paint.length).toBeGreaterThan(50);
        const arm = (all: typeof ink) => all.find(({ name }) => name === 'pole-cup')!;
        expect(arm(ink).swatch).toBe(arm(first.ink).swatch);
        expect(arm(ink).brush.width).toBeCloseTo(arm(first.ink).brush.width, 1);
      }
  });
  test('the pole keeps its length: it turns, it does not shrink', () => {
    for (const { pole } of posesOf()) expect(length(pole) / length(key('K3').pole)).toBeCloseTo(1, 1);
  });
  test('have no coordinate that is none, and no line flies off', () => {
    for (const { ink } of between)
      for (const { points } of ink)
        for (let o = 0; o < points.length; o += 6)
          expect(Math.abs(points[o]) < 3000 && Math.abs(points[o + 1]) < 3000).toBe(true);
  });
});

describe('the sheet of the demo', () => {
  test('the action is at least 48 frames, with keys, breakdowns and in-betweens in order', () => {
    expect(LENGTH).toBeGreaterThanOrEqual(48);
    expect(KEEPER.map(({ frame }) => frame)).toEqual(KEEPER.map(({ frame }) => frame).sort((a, b) => a - b));
    const { drawings } = keeperDrawn;
    expect(new Set(drawings.map(({ role }) => role))).toEqual(new Set(['key', 'breakdown', 'between']));
  });
  test('every layer fills the shot and no hold is empty', () => {
    for (const layer of [keeperDrawn.layer, mouthLayer, poleFlame().layer, rough('blue').layer]) {
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
      const cell = shownExposure(layer.exposures, layer.afterLast, frame)?.exposure.cell;
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
    const { drawings } = keeperDrawn;
    const jaw = source.keys[0].strokes.findIndex(({ name }) => name === 'jaw');
    const { lineage } = drawings[0].ink[jaw];
    expect(drawings.filter(({ ink }) => ink.some((stroke) => stroke.lineage === lineage)).length).toBe(drawings.length);
  });
  test('every line and area has a swatch of the palettes', () => {
    // The shot was drawn in another run: its swatches have other ids than those drawn here.
    const ofShot = new Set(demo.palettes.flatMap(({ swatches }) => swatches.map(({ id }) => id)));
    const drawnHere = new Set(Object.values(swatchIds));
    for (const [ids, drawings] of [
      [ofShot, Object.values(demo.drawings)],
      [drawnHere, [keeperDrawn, background(), poleFlame()].flatMap((drawn) => drawn.drawings)],
    ] as const)
      for (const { ink, paint } of drawings.filter(({ layerId }) => layerId !== roughId))
        expect([...ink, ...paint].every(({ swatch }) => ids.has(swatch))).toBe(true);
  });
  test('the keys are poured, the in-betweens take their paint from them and are first passes still; no speck is bare', () => {
    const keeper = demo.layers.find(({ name }) => name === 'Keeper')!;
    const all = drawingsAlong(demo, keeper).map(({ drawing }) => drawing);
    expect(all.length).toBeGreaterThan(25);
    for (const drawing of all) {
      const carried = drawing.paint.filter(({ sure }) => sure !== null);
      const computed = drawing.firstPass !== null;
      expect(carried.length > 20, `drawing ${drawing.number}`).toBe(computed);
    }
    // The pole of one was moved onto its arc: that drawing is the hand's now.
    const touched = all.filter((drawing) => drawing.firstPass !== null && !isFirstPass(drawing));
    expect(touched.map(({ number }) => number)).toEqual([11]);
    // What is there is what would be drawn now: nothing is offered to be drawn anew.
    expect(redoPlans(demo, keeper.id)).toEqual([]);
    const sample = all[6];
    const map = regionMap(sample.ink, demo.width, demo.height, { gap: 6 });
    expect(holesOf(sample.id, map, sample.paint).filter(({ kind }) => kind === 'speck')).toEqual([]);
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

/** Edits of everything but the sheet: lines, paint, colours, sounds, mouths, what is settled, what names something else. */

import { partLines, pinPoint, repainted, setAlone } from '../src/core/between/index.ts';
import { plain } from '../src/core/history/index.ts';
import { erase, knead, swell, transformDrawn, withWidth } from '../src/core/ink/index.ts';
import { chartDrawingToDrawOn, duplicateChart, makeChart, removeChart } from '../src/core/mouths/index.ts';
import {
  addPalette,
  addSwatch,
  colourSwatch,
  pour,
  removePalette,
  removeSwatches,
  replaceSwatch,
  takeOff,
  takePaletteFrom,
  wipe,
} from '../src/core/paint/index.ts';
import { translation } from '../src/core/plane/index.ts';
import { drawingToDrawOn, removeLayer, removeUnused, unusedDrawings } from '../src/core/sheet/index.ts';
import { makeArea, makeClip, type Shot } from '../src/core/shot/index.ts';
import { duplicateClip, layClip, placeClip, removeClip, sliceClip } from '../src/core/sound/index.ts';
import { circle, strokeThrough } from './make.ts';
import type { Dice, Operation } from './operations.ts';

const layerBy = (shot: Shot, { layer }: Dice) => shot.layers[layer % shot.layers.length];
const nth = <T>(all: readonly T[], at: number): T | undefined => all[((at % all.length) + all.length) % all.length];
const drawingBy = (shot: Shot, { frame }: Dice) => nth(Object.values(shot.drawings), frame);
const clipBy = (shot: Shot, { frame }: Dice) =>
  nth(
    shot.tracks.flatMap(({ clips }) => clips),
    frame,
  );
const swatchBy = (shot: Shot, at: number) => nth(shot.palettes[0].swatches, at)!.id;

export const DRAWN: Record<string, Operation> = {
  line: (shot, dice) => {
    const { id } = layerBy(shot, dice);
    const start = [10 + dice.frame * 3, 20 + dice.by * 2] as [number, number];
    const swatch = swatchBy(shot, dice.frame);
    drawingToDrawOn(shot, id, dice.frame % shot.length, 2).ink.push(
      strokeThrough([start, [160, 90], [300, 150]], { swatch }),
    );
  },
  ring: (shot, dice) => {
    const swatch = swatchBy(shot, dice.by);
    drawingToDrawOn(shot, layerBy(shot, dice).id, dice.frame % shot.length, 1).ink.push(circle(90, 80, 30, { swatch }));
  },
  erase: (shot, dice) => {
    for (const drawing of Object.values(shot.drawings))
      drawing.ink = erase(drawing.ink, Float32Array.from([dice.frame * 4, 0, dice.frame * 4, 180]), 6) ?? drawing.ink;
  },
  pour: (shot, dice) => {
    const drawing = drawingBy(shot, dice);
    const square = [Float32Array.from([0, 0, 80, 0, 80, 80, 0, 80])];
    if (drawing) drawing.paint = pour(drawing.paint, makeArea(swatchBy(shot, dice.layer), square), 10 + dice.by, 10);
  },
  'paint off': (shot, dice) => {
    for (const drawing of Object.values(shot.drawings)) drawing.paint = takeOff(drawing.paint, 20 + dice.by, 20);
  },
  'wipe paint': (shot, dice) => {
    const drawing = drawingBy(shot, dice);
    if (drawing)
      drawing.paint = wipe(plain(drawing).paint, Float32Array.from([dice.frame * 2, 30, 5, dice.frame * 2, 60, 5]));
  },
  'move lines': (shot, dice) => {
    const drawing = drawingBy(shot, dice);
    if (drawing) Object.assign(drawing, transformDrawn(plain(drawing), translation(dice.by, 2)));
  },
  knead: (shot, dice) => {
    const drawing = drawingBy(shot, dice);
    if (drawing)
      Object.assign(drawing, knead(plain(drawing), 'push', { x: 160, y: 90, radius: 60, dx: dice.by, dy: 3 }));
  },
  'wider lines': (shot, dice) => {
    const drawing = drawingBy(shot, dice);
    if (drawing) drawing.ink = swell(plain(drawing).ink, 160, 90, 80, dice.by < 0 ? 0.8 : 1.2);
  },
  'one width': (shot, dice) => {
    const drawing = drawingBy(shot, dice);
    if (drawing) drawing.ink = plain(drawing).ink.map((stroke) => withWidth(stroke, 3 + Math.abs(dice.by)));
  },
  'name a line': (shot, dice) => {
    const stroke = drawingBy(shot, dice)?.ink[0];
    if (stroke) stroke.name = `line ${dice.by}`;
  },
  'carried paint': (shot, dice) => {
    const drawing = drawingBy(shot, dice);
    const ring = [Float32Array.from([5, 5, 40, 5, 40, 40])];
    if (drawing) repainted(drawing, [makeArea(swatchBy(shot, dice.by), ring, { sure: 0.7 })]);
  },
};

export const NAMED: Record<string, Operation> = {
  'remove layer': (shot, dice) => {
    if (shot.layers.length > 2) removeLayer(shot, layerBy(shot, dice).id);
  },
  'remove unused': (shot, dice) =>
    removeUnused(
      shot,
      unusedDrawings(shot, layerBy(shot, dice).id).map(({ id }) => id),
    ),
  fade: (shot, dice) => void (layerBy(shot, dice).opacity = Math.abs(dice.by) / 12),
  swatch: (shot, dice) => {
    if (shot.palettes[0].swatches.length < 20) addSwatch(shot, `swatch ${dice.frame}`, '#8a6b4c');
  },
  colour: (shot, dice) => {
    const palette = nth(shot.palettes, dice.layer)!;
    colourSwatch(shot, palette.id, swatchBy(shot, dice.frame), { colour: '#30c040' });
  },
  palette: (shot, dice) => {
    if (shot.palettes.length < 4) takePaletteFrom(shot, dice.frame, addPalette(shot, shot.palettes[0].id, 'lit'));
  },
  'palette off': (shot, dice) => removePalette(shot, nth(shot.palettes, dice.by)!.id),
  'swatches off': (shot, dice) => removeSwatches(shot, [swatchBy(shot, dice.by), swatchBy(shot, dice.frame)]),
  'swatch for another': (shot, dice) => void replaceSwatch(shot, swatchBy(shot, dice.by), swatchBy(shot, dice.frame)),
  'model sheet': (shot, dice) => {
    const drawing = drawingBy(shot, dice);
    shot.model = drawing && dice.by > -4 ? { kind: 'drawing', drawing: drawing.id } : null;
  },
  head: (shot, dice) => {
    shot.mouthGuide.head = dice.by > -4 ? layerBy(shot, dice).id : null;
    const drawing = drawingBy(shot, dice);
    if (drawing) shot.mouthGuide.places[drawing.id] = { x: dice.by, y: 3, turn: 0, size: 1 };
  },
  'head’s place off': (shot, dice) => {
    const at = nth(Object.keys(shot.mouthGuide.places), dice.frame);
    if (at) delete shot.mouthGuide.places[at];
  },
  'heard from a layer': (shot, dice) => {
    const clip = clipBy(shot, dice);
    if (clip) clip.follows = dice.by > -4 ? layerBy(shot, dice).id : null;
  },
  'clip in': (shot, dice) => {
    const sound = Object.values(shot.assets).find(({ kind }) => kind === 'sound');
    if (sound && shot.tracks.length < 6) layClip(shot, makeClip('clip', sound.id, 0.4, dice.frame), dice.layer);
  },
  'clip moved': (shot, dice) => {
    const clip = clipBy(shot, dice);
    if (clip) placeClip(shot, clip.id, dice.frame, dice.layer);
  },
  'clip cut': (shot, dice) => {
    const clip = clipBy(shot, dice);
    if (clip) sliceClip(shot, clip.id, clip.frame + 2);
  },
  'clip twice': (shot, dice) => {
    const clip = clipBy(shot, dice);
    if (clip && shot.tracks.length < 6) duplicateClip(shot, clip.id);
  },
  'clip off': (shot, dice) => {
    const clip = clipBy(shot, dice);
    if (clip && dice.by < 0) removeClip(shot, clip.id);
  },
  'mouth chart': (shot, dice) => {
    if (shot.charts.length < 3) shot.charts.push(makeChart(shot, `chart ${dice.by}`));
  },
  mouth: (shot, dice) => {
    const chart = nth(shot.charts, dice.layer);
    if (chart)
      chartDrawingToDrawOn(shot, chart, dice.by < 0 ? 'closed' : 'round').ink.push(
        circle(9, 9, 4, { swatch: swatchBy(shot, 0) }),
      );
  },
  'chart twice': (shot, dice) => {
    const chart = nth(shot.charts, dice.layer);
    if (chart && shot.charts.length < 3) duplicateChart(shot, chart.id, 'side');
  },
  'chart off': (shot, dice) => {
    const chart = nth(shot.charts, dice.layer);
    if (chart && dice.by < 0) removeChart(shot, chart.id);
  },
  'lines parted': (shot, dice) => {
    const [a, b] = [drawingBy(shot, dice), nth(Object.values(shot.drawings), dice.frame + 1)];
    if (a?.ink[0] && b && a !== b) partLines(shot, [a.id, b.id], [a.ink[0].id]);
  },
  'line alone': (shot, dice) => {
    const [a, b] = [drawingBy(shot, dice), nth(Object.values(shot.drawings), dice.frame + 2)];
    if (a?.ink[0] && b && a !== b) setAlone(shot, [a.id, b.id], [a.ink[0].id], dice.by < 0 ? 'fade' : 'keep');
  },
  'point on an arc': (shot, dice) => {
    const [a, b] = [drawingBy(shot, dice), nth(Object.values(shot.drawings), dice.frame + 1)];
    if (a?.ink[0] && b && a !== b) pinPoint(shot, [a.id, b.id], a.ink[0].id, 0.5, 'arc1');
  },
};

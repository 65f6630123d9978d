/** A shot with something in every field, for what must carry all of it: files, references, keeping. */
import { zipSync } from 'fflate';
import { chartDrawingToDrawOn, makeChart } from '../src/core/mouths/index.ts';
import {
  type Asset,
  makeArea,
  makeCast,
  makeClip,
  makeDrawing,
  makeLayer,
  makePlace,
  makeSwatch,
  makeTrack,
  newId,
  type Shot,
} from '../src/core/shot/index.ts';
import type { Media } from '../src/core/shotfile/index.ts';
import { cellOf, circle, smallShot, strokeThrough } from './make.ts';

const asset = (over: Partial<Asset> & Pick<Asset, 'id' | 'kind'>): Asset => ({
  name: over.kind === 'sound' ? 'line.wav' : 'broom.zip',
  type: over.kind === 'sound' ? 'audio/wav' : 'application/zip',
  bytes: 4,
  seconds: over.kind === 'sound' ? 1.5 : 0,
  pictures: over.kind === 'sound' ? 0 : 3,
  width: over.kind === 'sound' ? 0 : 32,
  height: over.kind === 'sound' ? 0 : 18,
  lines: [],
  ...over,
});

export function fullShot(): { shot: Shot; media: Media } {
  const { shot, drawing, swatch, layerId } = smallShot();
  const square = () => [Float32Array.from([0, 0, 9, 0, 9, 9]), Float32Array.from([2, 2, 3, 2, 3, 3])];
  drawing.paint = [makeArea(swatch, square(), { name: 'left cuff', edge: 'hard', soft: 3, sure: 0.5 })];
  drawing.role = 'key';
  const layer = shot.layers.find(({ id }) => id === layerId)!;
  // A second key and a first pass between the two.
  const end = makeDrawing(layerId, 3, { role: 'key', label: 'A', stage: 'painted', ink: [circle(180, 90, 50)] });
  const between = makeDrawing(layerId, 2, {
    spacing: 0.4,
    ink: [circle(170, 90, 50)],
    firstPass: { chain: [drawing.id, end.id], only: [drawing.ink[0].id], of: 'a1', made: 'b2' },
  });
  shot.drawings[end.id] = end;
  shot.drawings[between.id] = between;
  layer.exposures = [
    ...layer.exposures,
    { id: newId(), cell: cellOf(between.id), frames: 2 },
    { id: newId(), cell: null, frames: 1 },
    { id: newId(), cell: cellOf(end.id), frames: 2 },
  ];
  shot.guides = {
    mirror: { way: 'round', parts: 5, x: 160, y: 90, turn: 0.2 },
    vanishing: [{ id: 'v1', x: -400, y: 60 }],
    horizon: 60,
    ground: 150,
    arcs: [{ id: 'arc1', points: [10, 10, 60, 40, 110, 30] }],
    field: true,
    safe: true,
  };
  const [a, b] = [drawing.ink[0].id, end.ink[0].id];
  shot.passages = [
    {
      from: drawing.id,
      to: end.id,
      pairs: [{ a, b }],
      loose: ['gone-line'],
      alone: [{ line: a, way: 'fade' }],
      straightLines: [a],
      straight: true,
      pins: [{ line: a, at: 0.25, arc: 'arc1' }],
    },
  ];
  shot.assets.voice1 = asset({ id: 'voice1', kind: 'sound' });
  shot.assets.clip1 = asset({
    id: 'clip1',
    kind: 'pictures',
    lines: [{ id: 's1', picture: 2, points: [0.1, 0.2, 0.4, 0.5] }],
  });
  const reference = makeLayer('Broom', 'reference', { place: [1.5, 0, 0, 1.5, 12, -4], grey: true, opacity: 0.5 });
  reference.exposures = [
    { id: newId(), cell: { kind: 'picture', asset: 'clip1', index: 0 }, frames: 2 },
    { id: newId(), cell: { kind: 'picture', asset: 'clip1', index: 2 }, frames: 3 },
  ];
  shot.layers.push(reference);
  // A bundle of one layer on a column of its own, bent, cast, mixed, following others and their exposures.
  const inner = makeLayer('Sparks', 'effect');
  const spark = makeDrawing(inner.id, 1, { ink: [circle(40, 40, 8, { swatch })] });
  shot.drawings[spark.id] = spark;
  inner.exposures = [{ id: newId(), cell: cellOf(spark.id), frames: 2 }];
  shot.bundles.b1 = {
    id: 'b1',
    name: 'Burst',
    width: 320,
    height: 180,
    length: 6,
    layers: [inner],
    from: { shot: 'other', title: 'Sparks', stamp: '12' },
  };
  const column = makeLayer('Burst', 'effect', {
    grid: { x: 0, y: 0, width: 60, height: 40, across: 1, down: 1 },
    goesWith: layerId,
    distance: 0.5,
    blend: 'screen',
    only: { layer: reference.id, outside: true },
    casts: [
      makeCast('glow', {
        swatch,
        amounts: [
          { frame: 0, amount: 0.2 },
          { frame: 4, amount: 1 },
        ],
      }),
    ],
    moves: {
      pivot: { x: 40, y: 40 },
      on: 'twos',
      places: [
        makePlace(0, { bend: [1, 2, 0, 0, 0, 0, 3, 4], spacing: 'own', ticks: [0.1, 0.9] }),
        makePlace(5, { parts: ['where', 'bend'], x: 9, pin: { exposure: layer.exposures[1].id, offset: 1 } }),
      ],
    },
  });
  column.exposures = [
    { id: newId(), cell: { kind: 'bundle', bundle: 'b1', frame: 0 }, frames: 2 },
    { id: newId(), cell: { kind: 'bundle', bundle: 'b1', frame: 4 }, frames: 1 },
  ];
  shot.layers.push(column);
  shot.camera = {
    width: 200,
    height: 100,
    shake: 2,
    moves: { pivot: { x: 160, y: 90 }, on: 'ones', places: [makePlace(0), makePlace(9, { across: 0.5, down: 0.5 })] },
  };
  shot.checks = {
    followed: [
      {
        id: 'f1',
        name: 'Hand',
        colour: 'ochre',
        layer: layerId,
        spots: [
          { drawing: drawing.id, x: 12, y: 30, sure: 1, held: true },
          { drawing: between.id, x: 20, y: 28, sure: 0.7, held: false },
        ],
        hidden: [end.id],
        stands: [{ id: 'st1', from: 2, to: 5, on: reference.id }],
        measuredTo: null,
      },
      {
        id: 'f2',
        name: 'Elbow',
        colour: 'blue',
        layer: layerId,
        spots: [],
        hidden: [],
        stands: [],
        measuredTo: 'f1',
      },
    ],
    parts: [
      {
        id: 'p1',
        name: 'Head',
        layer: layerId,
        drawings: [{ drawing: drawing.id, lines: [a], areas: [], held: true }],
      },
    ],
    meant: [{ check: 'arcs', about: 'f1 d2', print: 'x7' }],
    limits: { arcs: 4.5 },
  };
  shot.model = { kind: 'picture', asset: 'clip1', index: 1 };
  shot.palettes.push({
    id: newId(),
    name: 'dusk',
    swatches: shot.palettes[0].swatches.map(({ id, name }) =>
      makeSwatch(name, '#334455', { id, group: 'keeper', opacity: 0.8 }),
    ),
  });
  for (const each of shot.palettes[0].swatches) each.group = 'keeper';
  shot.paletteCues.push({ frame: 5, palette: shot.palettes[1].id });
  shot.tracks = [
    makeTrack('Voice', {
      id: 't1',
      solo: true,
      gain: 0.7,
      clips: [
        makeClip('line', 'voice1', 1.5, 3, {
          id: 'c1',
          gain: 0.8,
          pin: { exposure: layer.exposures[1].id, offset: 2 },
          fadeIn: 0.1,
          fadeOut: 0.2,
          loop: { seconds: 4, join: 0.05, skip: 0 },
          pan: -0.4,
          follows: layerId,
          words: 'There you are.',
          muted: true,
        }),
      ],
    }),
  ];
  shot.reading = [
    { id: 'r1', clip: 'c1', from: 0.1, to: 0.2, text: 'DH', colour: 'blue', word: 0, fit: -1.5, held: true },
    { id: 'r2', clip: null, from: 2, to: 2.5, text: 'oo?', colour: 'plum', word: -1, fit: null, held: false },
  ];
  const chart = makeChart(shot, 'Front');
  shot.charts = [chart];
  chartDrawingToDrawOn(shot, chart, 'closed').ink.push(
    strokeThrough([
      [10, 20],
      [30, 20],
    ]),
  );
  shot.mouthGuide = { head: layerId, places: { [drawing.id]: { x: 10, y: 20, turn: 0.1, size: 1.2 } } };
  drawing.mouth = { chart: chart.id, kind: 'closed', at: { x: 1, y: 2, turn: 0, size: 1 } };
  shot.markers = [{ id: 'm1', frame: 4, name: 'lamp lights' }];
  shot.notes = [{ id: 'n1', frame: 2, colour: 'plum', text: 'TH' }];
  const pictures = zipSync({ '1.png': Uint8Array.from([1]), '2.png': Uint8Array.from([2]) });
  return {
    shot,
    media: new Map([
      ['clip1', new Uint8Array(pictures)],
      ['voice1', Uint8Array.from([1, 2, 3, 4])],
    ]),
  };
}

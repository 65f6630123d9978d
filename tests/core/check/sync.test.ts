/** Sounds against drawings: mouths that open late, stay open, miss their closed sounds; sounds off their pins or beside their drawings. */
import { expect, test } from 'vitest';
import { checkOf, lookOver, mendFinding } from '../../../src/core/check/index.ts';
import { change } from '../../../src/core/history/index.ts';
import {
  type Mouth,
  makeClip,
  makeDrawing,
  makeLayer,
  makeShot,
  makeTrack,
  newId,
  type Shot,
} from '../../../src/core/shot/index.ts';
import { circle } from '../../make.ts';

const FPS = 24;

/** A shot whose mouths stand as written, and whose sounds are heard on frames counted from 1. */
function speaking(mouths: [kind: Mouth, frames: number][], sounds: [text: string, from: number, to: number][]): Shot {
  const length = mouths.reduce((sum, [, frames]) => sum + frames, 0);
  const shot = makeShot({ title: 'Line', width: 640, height: 360, fps: FPS, length });
  const layer = makeLayer('Mouth', 'mouth');
  shot.layers = [layer];
  for (const [i, [kind, frames]] of mouths.entries()) {
    const drawing = makeDrawing(layer.id, i + 1, {
      ink: [circle(300, 200, 10 + i)],
      mouth: { chart: 'front', kind, at: { x: 300, y: 200, turn: 0, size: 1 } },
    });
    shot.drawings[drawing.id] = drawing;
    layer.exposures.push({ id: newId(), cell: { kind: 'drawing', drawing: drawing.id }, frames });
  }
  shot.reading = sounds.map(([text, from, to]) => ({
    id: newId(),
    clip: null,
    from: (from - 1) / FPS,
    to: to / FPS,
    text,
    colour: 'blue',
    word: -1,
    fit: null,
    held: false,
  }));
  return shot;
}

const found = (shot: Shot, layer = shot.layers[0]) =>
  lookOver(shot, checkOf('sync')!, layer, { from: 0, to: shot.length - 1 }).findings;
const words = (shot: Shot) => found(shot).map((finding) => finding.words);

test('a line spoken from its first sound to its last, its M closed: nothing is said', () => {
  const shot = speaking(
    [
      ['rest', 8],
      ['wide', 4],
      ['closed', 2],
      ['mid', 6],
      ['rest', 10],
    ],
    [
      ['IY', 9, 12],
      ['M', 13, 14],
      ['AA', 15, 20],
    ],
  );
  expect(words(shot)).toEqual([]);
});

test('an M without a closed mouth, and one whose mouth closes late: moved earlier it is in time', () => {
  const none = speaking(
    [
      ['rest', 8],
      ['mid', 12],
      ['rest', 4],
    ],
    [
      ['AA', 9, 12],
      ['M', 13, 15],
      ['AA', 16, 20],
    ],
  );
  expect(words(none)).toEqual(['The M on frame 13 has no closed mouth.']);
  const late = speaking(
    [
      ['rest', 8],
      ['mid', 7],
      ['closed', 3],
      ['mid', 6],
      ['rest', 6],
    ],
    [
      ['AA', 9, 12],
      ['M', 13, 15],
      ['AA', 16, 24],
    ],
  );
  const [finding] = found(late);
  expect(finding.words).toBe('The closed mouth of the M on frame 13 comes 3 frames late.');
  const shot = change(late, (draft) => mendFinding(draft, finding.mends[0]))!.shot;
  expect(words(shot)).toEqual([]);
});

test('a mouth that opens after the line begins, one that speaks on after it, one that never opens', () => {
  const sounds: [string, number, number][] = [
    ['AA', 9, 12],
    ['IY', 13, 18],
  ];
  expect(
    words(
      speaking(
        [
          ['rest', 12],
          ['mid', 8],
          ['rest', 10],
        ],
        sounds,
      ),
    ),
  ).toEqual(['The line on frame 9 is heard 4 frames before the mouth opens.']);
  expect(
    words(
      speaking(
        [
          ['rest', 8],
          ['mid', 18],
          ['rest', 10],
        ],
        sounds,
      ),
    ),
  ).toEqual(['The mouth speaks on for 8 frames after the last sound on frame 18.']);
  expect(words(speaking([['rest', 30]], sounds))).toEqual([
    'No mouth speaks from frame 9 to 18, where a line is heard.',
  ]);
});

/** A layer of drawings held as written, and a short sound on a frame counted from 1. */
function clicking(holds: number[], at: number): { shot: Shot; exposures: string[] } {
  const shot = makeShot({
    title: 'Click',
    width: 640,
    height: 360,
    fps: FPS,
    length: 8 + holds.reduce((a, b) => a + b),
  });
  const layer = makeLayer('Keeper', 'clean');
  shot.layers = [layer];
  for (const [i, frames] of holds.entries()) {
    const drawing = makeDrawing(layer.id, i + 1, { ink: [circle(100 + 20 * i, 100, 10)] });
    shot.drawings[drawing.id] = drawing;
    layer.exposures.push({ id: newId(), cell: { kind: 'drawing', drawing: drawing.id }, frames });
  }
  shot.tracks = [makeTrack('Clicks', { clips: [makeClip('click', 'asset', 0.2, at - 1)] })];
  return { shot, exposures: shot.layers[0].exposures.map(({ id }) => id) };
}

test('a short sound a frame beside the drawing that ends a hold is pinned to it, and then goes with it', () => {
  const { shot, exposures } = clicking([10, 2, 2], 12);
  const [finding] = found(shot);
  expect(finding.words).toBe('“click” begins 1 frame after the drawing that ends a hold.');
  const pinned = change(shot, (draft) => mendFinding(draft, finding.mends[0]))!.shot;
  expect(pinned.tracks[0].clips[0]).toMatchObject({ frame: 10, pin: { exposure: exposures[1], offset: 0 } });
  expect(found(pinned)).toEqual([]);
  expect(found(clicking([10, 2, 2], 11).shot)).toEqual([]);
  expect(found(clicking([2, 2, 2, 2], 4).shot)).toEqual([]);
});

test('a sound off its pin is laid back to it', () => {
  const { shot, exposures } = clicking([10, 2, 2], 11);
  shot.tracks[0].clips[0].pin = { exposure: exposures[1], offset: 0 };
  shot.tracks[0].clips[0].frame = 5;
  const [finding] = found(shot);
  expect(finding.words).toBe('“click” begins 5 frames before the drawing it is pinned to.');
  const back = change(shot, (draft) => mendFinding(draft, finding.mends[0]))!.shot;
  expect(back.tracks[0].clips[0].frame).toBe(10);
  expect(found(back)).toEqual([]);
});

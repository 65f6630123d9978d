/** Pictures ready for playing: as many as there is room for, those that are due first, every one that goes is closed. */
import { describe, expect, test } from 'vitest';
import { ReadyPictures } from '../../src/app/session/ready-pictures.ts';
import { addDrawing } from '../../src/core/sheet/index.ts';
import type { Shot } from '../../src/core/shot/index.ts';
import { circle, smallShot } from '../make.ts';

/** A shot with a drawing of its own on each of its frames. */
function onOnes(frames: number): Shot {
  const { shot, layerId, swatch } = smallShot();
  shot.length = frames;
  shot.layers = shot.layers.filter(({ id }) => id === layerId);
  shot.layers[0].exposures = [];
  for (let i = 0; i < frames; i++) addDrawing(shot, layerId, i, 1).ink.push(circle(40 + i, 90, 20, { swatch }));
  return shot;
}

interface Picture {
  width: number;
  height: number;
  frame: number;
  closed: boolean;
  close(): void;
}

function studio(shot: Shot, pictures: number) {
  const painted: Picture[] = [];
  const ready = new ReadyPictures(
    async (frame) => {
      const picture: Picture = {
        width: shot.width,
        height: shot.height,
        frame,
        closed: false,
        close() {
          if (this.closed) throw new Error('Closed twice.');
          this.closed = true;
        },
      };
      painted.push(picture);
      return picture as unknown as ImageBitmap;
    },
    (pictures + 1) * shot.width * shot.height * 4,
  );
  const open = () => painted.filter(({ closed }) => !closed);
  return { ready, painted, open };
}

describe('ready pictures', () => {
  test('asked for twice at once, a picture is made once and counted once', async () => {
    const shot = onOnes(3);
    const { ready, painted } = studio(shot, 8);
    await Promise.all([ready.make(shot, 0, 1), ready.make(shot, 0, 1), ready.make(shot, 0, 1)]);
    await ready.make(shot, 0, 1);
    expect(painted).toHaveLength(1);
    expect(ready.bytes).toBe(shot.width * shot.height * 4);
  });
  test('a hold costs one picture', async () => {
    const { shot } = smallShot();
    const { ready, painted } = studio(shot, 8);
    for (let frame = 0; frame < 4; frame++) await ready.make(shot, frame, 1);
    expect(painted).toHaveLength(1);
    expect(ready.missing(shot, 1, [0, 1, 2, 3, 4])).toEqual([4]);
  });
  test('what is kept is never more than the room, and everything that goes is closed', async () => {
    const shot = onOnes(40);
    const { ready, painted, open } = studio(shot, 6);
    for (let lap = 0; lap < 3; lap++) for (let frame = 0; frame < 40; frame++) await ready.make(shot, frame, 1);
    expect(painted.length).toBeGreaterThan(100);
    expect(open().length).toBeLessThanOrEqual(7);
    expect(ready.bytes).toBe(open().length * shot.width * shot.height * 4);
    ready.clear();
    expect(open()).toEqual([]);
    expect(ready.bytes).toBe(0);
  });
  test('larger than the room it is made again ahead of the playhead: no frame is missed, lap after lap', async () => {
    const shot = onOnes(30);
    const { ready, open } = studio(shot, 6);
    const round = (first: number) => Array.from({ length: 30 }, (_, i) => (first + i) % 30);
    let missed = 0;
    for (let tick = 0; tick < 90; tick++) {
      const frame = tick % 30;
      // Two pictures can be made while one is shown.
      for (const next of ready.missing(shot, 1, round(frame)).slice(0, 2)) await ready.make(shot, next, 1);
      if (!ready.ready(shot, frame, 1)) missed++;
      else expect((ready.ready(shot, frame, 1) as unknown as Picture).closed).toBe(false);
    }
    expect(missed).toBe(0);
    expect(open().length).toBeLessThanOrEqual(7);
  });
  test('one picture larger than all the room is seen all the same', async () => {
    const shot = onOnes(2);
    const { ready } = studio(shot, -0.5);
    await ready.make(shot, 0, 1);
    expect(ready.ready(shot, 0, 1)).toBeDefined();
  });
  test('an edit makes other pictures of what it changed, and of nothing else', async () => {
    const shot = onOnes(4);
    const { ready } = studio(shot, 8);
    for (let frame = 0; frame < 4; frame++) await ready.make(shot, frame, 1);
    // The first drawing of all stands nowhere on this sheet.
    const [unused, first, ...rest] = Object.values(shot.drawings);
    const edited: Shot = {
      ...shot,
      drawings: Object.fromEntries([
        [first.id, { ...first, ink: [...first.ink, circle(9, 9, 4)] }],
        ...[unused, ...rest].map((each) => [each.id, each]),
      ]),
    };
    expect(ready.missing(edited, 1, [0, 1, 2, 3])).toEqual([0]);
  });
});

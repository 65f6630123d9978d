/** What is told before a delivery, and deliveries kept under a name. */
import { describe, expect, test } from 'vitest';
import { checkOf, lookOver, setMeant } from '../../../src/core/check/index.ts';
import {
  type DeliveryWishes,
  type FormatId,
  filmOf,
  findingsOf,
  formatOf,
  keepDelivery,
  namedFile,
  removeDelivery,
  wishesFrom,
} from '../../../src/core/export/index.ts';
import { addDrawing } from '../../../src/core/sheet/index.ts';
import { makeArea, makeClip, makeTrack, newId, type Shot } from '../../../src/core/shot/index.ts';
import { circle, smallShot } from '../../make.ts';
import { travelling } from '../check/motions.ts';

async function told(shot: Shot, chosen: Partial<DeliveryWishes> = {}, id: FormatId = 'mp4', slow = false, speed = 1) {
  const format = formatOf(id);
  const wishes = wishesFrom(shot, format.asks ?? {}, chosen as never);
  const film = filmOf(shot, wishes, format.needs);
  return findingsOf({ shot, film, wishes, format, speed, pause: async () => {} }, slow);
}

/** Three drawings without gaps. */
function plainShot(): { shot: Shot; layer: string; swatch: string } {
  const { shot, layerId, swatch } = smallShot();
  addDrawing(shot, layerId, 4, 2).ink.push(circle(100, 60, 40, { swatch }));
  addDrawing(shot, layerId, 6, 6).ink.push(circle(220, 120, 30, { swatch }));
  for (const drawing of Object.values(shot.drawings)) drawing.stage = 'clean';
  return { shot, layer: layerId, swatch };
}

describe('before a delivery', () => {
  test('of a shot that is as it should be nothing is said', async () => {
    expect(await told(plainShot().shot)).toEqual([]);
  });
  test('guide and hidden layers with something on them', async () => {
    const { shot, layer } = plainShot();
    shot.layers.find(({ id }) => id === layer)!.guide = true;
    const [found] = (await told(shot)).filter(({ source }) => source === 'left-out-layers');
    expect(found.words).toBe('“Keeper” is a guide layer: its 3 drawings are not delivered.');
    expect(found.place).toEqual({ frame: 0, layer, view: 'desk' });
  });
  test('drawings still rough among clean ones, with the first of their frames', async () => {
    const { shot } = plainShot();
    Object.values(shot.drawings)[1].stage = 'rough';
    const [found] = await told(shot);
    expect(found).toMatchObject({ source: 'rough-among-clean', place: { frame: 4 } });
    expect(found.words).toContain('“Keeper” 2 is still rough');
  });
  test('drawings without paint where the others have it', async () => {
    const { shot, swatch } = plainShot();
    for (const drawing of Object.values(shot.drawings).slice(0, 2))
      drawing.paint.push(makeArea(swatch, [Float32Array.from([90, 50, 110, 50, 110, 70])]));
    const words = (await told(shot)).map((each) => each.words);
    expect(words).toContain('“Keeper” 3 has no paint, the others have.');
    expect(await told(shot, { planes: 'lines' })).toEqual([]);
  });
  test('what the checks find on what is delivered, unless it is meant so', async () => {
    const places = [0, 1, 2, 3, 4, 5, 6].map((k) => ({ x: 300 + 60 * k, y: 400 }));
    places[3].y += 9;
    const { shot, layer } = travelling(places);
    const checked = async () => (await told(shot, {}, 'mp4', true)).filter(({ source }) => source === 'checks');
    const [found, ...others] = await checked();
    expect(others).toEqual([]);
    expect(found.words).toMatch(/^“Keeper”, arcs: “Hand” is 9.0 px off its arc on drawing 4\.$/);
    expect(found.place).toEqual({ frame: 6, layer: layer.id, view: 'checks' });
    const [finding] = lookOver(shot, checkOf('arcs')!, layer, { from: 0, to: 99 }).findings;
    setMeant(shot, finding, true);
    expect(await checked()).toEqual([]);
    setMeant(shot, finding, false);
    layer.guide = true;
    expect(await checked()).toEqual([]);
  });
  test('a region left open in a painted drawing, found on a slower look', async () => {
    const { shot, swatch } = plainShot();
    const [drawing] = Object.values(shot.drawings);
    drawing.ink.push(circle(160, 90, 20, { swatch }));
    const ring = (radius: number) =>
      Float32Array.from({ length: 80 }, (_, i) =>
        i % 2 ? 90 + radius * Math.sin(((i >> 1) * Math.PI) / 20) : 160 + radius * Math.cos(((i >> 1) * Math.PI) / 20),
      );
    // The ring between the circles is painted, what the inner one encloses is not.
    drawing.paint.push(makeArea(swatch, [ring(50), ring(20)]));
    expect((await told(shot)).some(({ source }) => source === 'holes')).toBe(false);
    const found = await told(shot, {}, 'mp4', true);
    expect(found).toMatchObject([{ source: 'holes', place: { frame: 0, view: 'paint' } }]);
  });
  test('sounds that go on or begin after the last picture', async () => {
    const { shot } = plainShot();
    const asset = newId();
    const track = makeTrack('Voice');
    track.clips.push(makeClip('hello', asset, 1, 6), makeClip('bye', asset, 1, 40));
    shot.tracks.push(track);
    const words = (await told(shot)).map((each) => each.words);
    expect(words[0]).toBe('“hello” goes on 18 f after the last picture: it is cut off there.');
    expect(words[1]).toContain('begins after the last picture');
    track.muted = true;
    expect(await told(shot)).toEqual([]);
  });
  test('empty frames in the middle, not at the ends', async () => {
    const { shot, layer } = plainShot();
    const { exposures } = shot.layers.find(({ id }) => id === layer)!;
    const own = shot.layers.find(({ id }) => id === layer)!;
    own.exposures = exposures.map((each, i) => (i === 1 ? { ...each, cell: null } : each));
    expect(await told(shot)).toMatchObject([{ source: 'empty-frames', place: { frame: 4 } }]);
    own.exposures = exposures.map((each, i) => (i === 0 ? { ...each, cell: null } : each));
    expect(await told(shot)).toEqual([]);
  });
  test('a clear background where there is no alpha, and a preview at another speed', async () => {
    const { shot } = plainShot();
    expect((await told(shot, { ground: 'clear' })).map(({ source }) => source)).toEqual(['no-alpha']);
    expect(await told(shot, { ground: 'clear' }, 'webm')).toEqual([]);
    expect((await told(shot, {}, 'mp4', false, 0.5)).map(({ source }) => source)).toEqual(['other-speed']);
  });
  test('a file without pictures says nothing of drawings', async () => {
    const { shot } = plainShot();
    Object.values(shot.drawings)[1].stage = 'rough';
    expect(await told(shot, {}, 'sheet-csv')).toEqual([]);
  });
});

describe('named deliveries', () => {
  test('are kept, kept anew under the same name, removed; their files have the same names each time', () => {
    const { shot } = plainShot();
    keepDelivery(shot, ' for the edit ', 'mp4', { quality: 'best' });
    keepDelivery(shot, 'for the game', 'sprites', {});
    const { id } = shot.deliveries[0];
    keepDelivery(shot, 'for the edit', 'webm', { quality: 'small' });
    expect(shot.deliveries.map(({ name, format }) => [name, format])).toEqual([
      ['for the edit', 'webm'],
      ['for the game', 'sprites'],
    ]);
    expect(shot.deliveries[0].id).toBe(id);
    expect(namedFile(shot, shot.deliveries[0])).toBe('Cap falls for-the-edit');
    removeDelivery(shot, id);
    expect(shot.deliveries).toHaveLength(1);
  });
  test('need a name', () => {
    expect(() => keepDelivery(plainShot().shot, '  ', 'mp4', {})).toThrow(/Give the delivery a name/);
  });
});

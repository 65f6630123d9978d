/** What is typed becomes an order, or one sentence that says what can be typed instead. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { ALL_FORMATS } from '../../cli/deliver/mov.ts';
import { nameByFile, type OrderWords, orderOf, prepared } from '../../cli/deliver/order.ts';
import { itemsOf, partName } from '../../cli/deliver/shares.ts';
import { BadCall } from '../../cli/lent/faults.ts';
import { keepDelivery } from '../../src/core/export/index.ts';
import { newId } from '../../src/core/shot/index.ts';
import { smallShot } from '../make.ts';

const { shot } = smallShot();
shot.title = 'Lamp at the corner';
shot.markers.push({ id: newId(), frame: 4, name: 'Look' });
keepDelivery(shot, 'for the edit', 'gif', { width: 160, height: 90, joinHolds: false });
const [{ name: layer, id: layerId }] = shot.layers;

const order = (words: OrderWords) => orderOf(shot, words, '28 Nov 2026');
const film = (words: OrderWords) => prepared(shot, order(words)).film;

describe('words of a delivery', () => {
  test('sizes are shares, both sides, or a width', () => {
    const size = (words: string) => {
      const { width, height } = film({ as: 'png', size: words });
      return [width, height];
    };
    expect(size('50%')).toEqual([shot.width / 2, shot.height / 2]);
    expect(size('100 %')).toEqual([shot.width, shot.height]);
    expect(size('64x64')).toEqual([64, 64]);
    expect(size('160')).toEqual([160, Math.round((160 * shot.height) / shot.width)]);
  });
  test('frames count from 1, as on the sheet, or have a name', () => {
    const frames = (words: string) => {
      const [{ from, to }] = film({ as: 'png', frames: words }).parts;
      return [from + 1, to + 1];
    };
    expect(frames('2-5')).toEqual([2, 5]);
    expect(frames('3')).toEqual([3, 3]);
    expect(frames('Look')).toEqual([5, shot.length]);
  });
  test('layers by their names, the ground, what is burnt in, what the format asks', () => {
    const { wishes } = order({
      as: 'sprites',
      layers: layer,
      ground: '#102030',
      burn: 'frame,title',
      with: ['padding=8', 'trim=no', 'sizes=100 50'],
    });
    expect(wishes).toMatchObject({
      layers: layerId,
      ground: 'colour',
      colour: '#102030',
      burnFrame: true,
      burnTitle: true,
      burnDate: false,
      padding: 8,
      trim: false,
      sizes: '100 50',
    });
  });
  test('a named delivery is what was kept, with what is typed besides', () => {
    expect(order({ named: 'for the edit' })).toMatchObject({
      format: 'gif',
      name: 'lamp-at-the-corner-for-the-edit.gif',
      wishes: { width: 160, height: 90, joinHolds: false },
    });
    expect(order({ named: 'for the edit', size: '40x30' }).wishes).toMatchObject({
      width: 40,
      height: 30,
      joinHolds: false,
    });
  });
  test('files are called by their shot, or by their file', () => {
    const plain = order({ as: 'mp4' });
    expect(plain.name).toBe('lamp-at-the-corner.mp4');
    expect(nameByFile('series/A 07.vignette', plain)).toBe('a-07.mp4');
  });
  test('every format of the register, and MOV, can be ordered', () => {
    for (const { id, extension } of ALL_FORMATS) expect(order({ as: id }).name).toBe(`lamp-at-the-corner.${extension}`);
  });

  const wrong: [OrderWords, RegExp][] = [
    [{ as: 'avi' }, /“avi” is no format. Choose one of: mp4, /],
    [{ named: 'for nobody' }, /has no delivery named “for nobody”. It has “for the edit”/],
    [{ as: 'mp4', size: 'large' }, /“large” is no size. Write 50%/],
    [{ as: 'mp4', size: '0x10' }, /width must be at least 1 pixel/],
    [{ as: 'png', size: '9000x10' }, /width must be at most 8192/],
    [{ as: 'mp4', size: '5000x10' }, /MP4 stops at 4096 pixels a side, and this is 5000 x 10/],
    [{ as: 'mp4', frames: '0-5' }, /Frames 0-5 are not in “Lamp at the corner”: it has frames 1-12/],
    [{ as: 'mp4', frames: '5-400' }, /are not in/],
    [{ as: 'mp4', frames: 'Loook' }, /neither frames nor a named frame.*“Look”/],
    [{ as: 'mp4', every: 'x' }, /write a whole number, 2 for every second frame/],
    [{ as: 'mp4', layers: 'Nobody' }, /There is no layer “Nobody”/],
    [{ as: 'mp4', ground: 'grass' }, /“grass” is no ground/],
    [{ as: 'mp4', ground: '#12' }, /background must be a colour/],
    [{ as: 'mp4', burn: 'name' }, /“name” is no writing. Choose one of: frame, time/],
    [{ as: 'mp4', with: ['quality=superb'] }, /“superb” is no answer to “Quality”. Choose one of: small, good, best/],
    [{ as: 'mp4', with: ['colours=256'] }, /answers nothing that mp4 asks. Write one of quality, pulled/],
    [{ as: 'sprites', with: ['padding=many'] }, /“Between pictures” is a whole number from 0 to 64/],
  ];
  test.each(wrong)('%j is refused in one sentence', (words, sentence) => {
    expect(() => order(words)).toThrow(sentence);
    expect(() => order(words)).toThrow(BadCall);
  });
});

test('parts share everything out: each item is in one of them, and none is twice as large as another', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 5000 }), fc.integer({ min: 1, max: 300 }), (count, of) => {
      const sizes = [];
      let next = 0;
      for (let k = 1; k <= of; k++) {
        const { from, to } = itemsOf(count, { k, of });
        expect(from).toBe(next);
        sizes.push(to - from);
        next = to;
      }
      expect(next).toBe(count);
      expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(1);
    }),
  );
  expect(partName('lamp.mp4', { k: 3, of: 8 })).toBe('lamp.mp4.part-3-of-8');
});

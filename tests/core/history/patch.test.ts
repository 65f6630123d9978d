import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyPatches, diff } from '../../../src/core/history/index.ts';

const leaf = fc.oneof(fc.integer(), fc.string({ maxLength: 4 }), fc.boolean(), fc.constant(null));
const { tree } = fc.letrec((tie) => ({
  tree: fc.oneof(
    { depthSize: 'small' },
    leaf,
    fc.array(tie('tree'), { maxLength: 5 }),
    fc.dictionary(fc.string({ minLength: 1, maxLength: 3 }), tie('tree'), { maxKeys: 5 }),
  ),
}));
const root = fc.dictionary(fc.string({ minLength: 1, maxLength: 3 }), tree, { maxKeys: 6 });

describe('patches', () => {
  test('lead from any tree to any other, and back', () => {
    fc.assert(
      fc.property(root, root, (a, b) => {
        const { patches, inverse } = diff(a, b);
        expect(applyPatches(a, patches)).toEqual(b);
        expect(applyPatches(b, inverse)).toEqual(a);
      }),
      { numRuns: 1500 },
    );
  });

  test('leave the tree they are applied to as it was', () => {
    const a = {
      list: [
        { id: 'p', n: 1 },
        { id: 'q', n: 2 },
      ],
      other: { deep: [1, 2, 3] },
    };
    const before = structuredClone(a);
    applyPatches(a, [
      { path: ['list', 0, 'n'], set: 9 },
      { path: ['other', 'deep'], at: 1, remove: 1, insert: [7, 8] },
    ]);
    expect(a).toEqual(before);
  });

  test('share what did not change', () => {
    const a = { left: { deep: [1] }, right: { n: 1 } };
    const b = applyPatches(a, [{ path: ['right', 'n'], set: 2 }]);
    expect(b.left).toBe(a.left);
  });

  test('taking one line out of six hundred costs one line', () => {
    const ink = Array.from({ length: 600 }, (_, i) => ({ id: `s${i}`, points: new Float32Array(60) }));
    const { patches, inverse } = diff({ ink }, { ink: ink.filter((_, i) => i !== 3) });
    expect(patches).toEqual([{ path: ['ink'], at: 3, remove: 1, insert: [] }]);
    expect(inverse).toEqual([{ path: ['ink'], at: 3, remove: 0, insert: [ink[3]] }]);
  });

  test('a change inside one of many exposures is a change of that one number', () => {
    const exposures = Array.from({ length: 50 }, (_, i) => ({ id: `e${i}`, frames: 2 }));
    const changed = exposures.map((exposure, i) => (i === 20 ? { ...exposure, frames: 3 } : exposure));
    expect(diff({ exposures }, { exposures: changed }).patches).toEqual([
      { path: ['exposures', 20, 'frames'], set: 3 },
    ]);
  });

  test('a patch that leads nowhere names its path', () => {
    expect(() => applyPatches({ a: 1 } as object, [{ path: ['layers', 0, 'name'], set: 'x' }])).toThrow(
      'layers/0/name',
    );
  });
});

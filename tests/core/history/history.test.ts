import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { History, type JournalRow } from '../../../src/core/history/index.ts';
import { smallShot } from '../../make.ts';

const retitle = (title: string) => (shot: { title: string }) => {
  shot.title = title;
};

describe('history', () => {
  test('a wrong move costs one undo, and undo has no practical limit', () => {
    const { shot } = smallShot();
    const history = new History(shot);
    for (let i = 0; i < 3000; i++) history.change('title', retitle(`take ${i}`));
    for (let i = 0; i < 3000; i++) history.step('undo');
    expect(history.shot).toEqual(shot);
    expect(history.step('undo')).toBeNull();
    for (let i = 0; i < 3000; i++) history.step('redo');
    expect(history.shot.title).toBe('take 2999');
  });

  test('an edit that changes nothing leaves no row', () => {
    const history = new History(smallShot().shot);
    expect(history.change('title', retitle(history.shot.title))).toBeNull();
    expect(history.seq).toBe(0);
  });

  test('one gesture is one step of undo; the next gesture is another', () => {
    const history = new History(smallShot().shot);
    for (let i = 0; i < 5; i++) history.change('fade', retitle(`a${i}`), 'gesture 1');
    for (let i = 0; i < 5; i++) history.change('fade', retitle(`b${i}`), 'gesture 2');
    history.step('undo');
    expect(history.shot.title).toBe('a4');
    history.step('undo');
    expect(history.shot.title).toBe('Cap falls');
  });

  test('a new edit after an undo drops what could be done again', () => {
    const history = new History(smallShot().shot);
    history.change('title', retitle('one'));
    history.step('undo');
    history.change('title', retitle('two'));
    expect(history.step('redo')).toBeNull();
  });

  test('the journal replayed over the first state gives the same shot and the same undo', () => {
    const move = fc.oneof(
      fc.record({
        kind: fc.constant('change'),
        title: fc.string({ maxLength: 6 }),
        gesture: fc.constantFrom('', '', 'g'),
      }),
      fc.record({
        kind: fc.constantFrom('undo' as const, 'redo' as const),
        title: fc.constant(''),
        gesture: fc.constant(''),
      }),
    );
    fc.assert(
      fc.property(fc.array(move, { maxLength: 40 }), (moves) => {
        const { shot } = smallShot();
        const live = new History(shot);
        const rows: JournalRow[] = [];
        for (const { kind, title, gesture } of moves) {
          const row =
            kind === 'change' ? live.change('title', retitle(title), gesture) : live.step(kind as 'undo' | 'redo');
          if (row) rows.push(row);
        }
        const opened = new History(shot);
        for (const row of rows) opened.replay(row);
        expect(opened.shot).toEqual(live.shot);
        expect(opened.marks).toEqual(live.marks);
      }),
      { numRuns: 300 },
    );
  });

  test('an edit that follows from the last step is taken back with it; none is made without a step, or over what was taken back', () => {
    const history = new History(smallShot().shot);
    expect(history.changeAlong('follow', retitle('nothing before'))).toBeNull();
    history.change('title', retitle('one'));
    expect(history.changeAlong('follow', retitle('two'))).toMatchObject({ joins: true });
    history.change('title', retitle('three'));
    history.step('undo');
    expect(history.shot.title).toBe('two');
    expect(history.changeAlong('follow', retitle('would lose the redo'))).toBeNull();
    history.step('redo');
    expect(history.shot.title).toBe('three');
    history.step('undo');
    history.step('undo');
    expect(history.shot.title).toBe('Cap falls');
    expect(history.label('redo')).toBe('title');
  });

  test('edits out of memory are named before undo needs them', () => {
    const first = new History(smallShot().shot);
    const row = first.change('title', retitle('one'))!;
    const later = new History(first.shot, first.marks);
    expect(later.missing('undo')).toEqual([row.seq]);
    expect(() => later.step('undo')).toThrow('recall');
    later.recall([row]);
    later.step('undo');
    expect(later.shot.title).toBe('Cap falls');
  });
});

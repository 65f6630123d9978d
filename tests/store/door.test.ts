/** The store is one guarded door: whoever writes holds the claim, nothing is put over anything, and every shot opens. */
import 'fake-indexeddb/auto';
import '../locks.ts';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { type History, type JournalRow, plain } from '../../src/core/history/index.ts';
import { mendReferences } from '../../src/core/shot/index.ts';
import {
  addShot,
  answerAsking,
  apartAsFile,
  claimShot,
  compact,
  Database,
  deleteShot,
  Keeper,
  openKept,
  openToDraw,
  removeShot,
  renameShot,
  ShotElsewhere,
  setAsideOf,
  takeOverShot,
  throwAway,
} from '../../src/store/index.ts';
import { addLine, smallShot } from '../make.ts';

let db: Database;
let count = 0;

beforeEach(() => {
  db = new Database(`door-${++count}`);
});
afterEach(() => db.delete());

interface Tab {
  history: History;
  keeper: Keeper;
}

async function tab(id: string, taken = false): Promise<Tab> {
  const opened = await openToDraw(db, id, taken);
  return { history: opened.history, keeper: new Keeper(db, opened) };
}

async function kept(): Promise<{ id: string; drawing: string }> {
  const { shot, drawing } = smallShot();
  await addShot(db, shot, new Map());
  return { id: shot.id, drawing: drawing.id };
}

const shotOf = async (id: string) => (await openKept(db, id)).history.shot;
const lines = async (id: string, drawing: string) => (await shotOf(id)).drawings[drawing].ink.length;

function draw({ history, keeper }: Tab, drawing: string, times: number): void {
  for (let i = 0; i < times; i++) keeper.append(history.change('line', addLine(drawing))!);
}

const full = () => Promise.reject(Object.assign(new Error('full'), { name: 'QuotaExceededError' }));

describe('two tabs', () => {
  test('a shot that is drawn on elsewhere is not renamed, removed or deleted from the shelf; it is said why', async () => {
    const { id, drawing } = await kept();
    const claim = (await claimShot(id))!;
    const drawn = await tab(id);
    draw(drawn, drawing, 2);
    const refused = Promise.all(
      [renameShot(db, id, 'Other'), removeShot(db, id), deleteShot(db, id)].map((deed) =>
        expect(deed).rejects.toThrow(/open in another tab/),
      ),
    );
    draw(drawn, drawing, 1);
    await refused;
    await drawn.keeper.close();
    claim.release();
    expect(await lines(id, drawing)).toBe(4);
    await renameShot(db, id, 'Other');
    const { history } = await openKept(db, id);
    expect(history.shot.title).toBe('Other');
    for (let i = 0; i < 4; i++) history.step('undo');
    expect(history.shot.drawings[drawing].ink).toHaveLength(1);
  });

  test('a rename waits for the tab that is just closing the shot', async () => {
    const { id } = await kept();
    const claim = (await claimShot(id))!;
    setTimeout(() => claim.release(), 60);
    await renameShot(db, id, 'Lamp lands');
    expect((await shotOf(id)).title).toBe('Lamp lands');
  });

  test('a row is never put over another: who lost the shot is refused, and nothing of the other tab is touched', async () => {
    const { id, drawing } = await kept();
    const first = await tab(id);
    draw(first, drawing, 3);
    await first.keeper.settled();
    const second = await tab(id, true);
    let lost = false;
    first.keeper.onLost = () => {
      lost = true;
    };
    draw(first, drawing, 2);
    await first.keeper.settled();
    draw(second, drawing, 4);
    await second.keeper.settled();
    expect(lost).toBe(true);
    expect(first.keeper.unkept).toBe(2);
    expect(first.keeper.wouldLose).toBe(true);
    expect(await lines(id, drawing)).toBe(8);
    // Nor does a late snapshot of the old state come over the newer one.
    await first.keeper.close();
    await second.keeper.close();
    expect(await shotOf(id)).toEqual(second.history.shot);
  });

  test('taking over politely keeps all that was in hand there', async () => {
    const { id, drawing } = await kept();
    const claim = (await claimShot(id))!;
    const first = await tab(id);
    const stop = answerAsking(id, async () => {
      const left = await first.keeper.flushed();
      if (left === 0) claim.release();
      return left;
    });
    draw(first, drawing, 5);
    const taken = await takeOverShot(id, false);
    expect(taken.taken).toBe(false);
    expect(await lines(id, drawing)).toBe(6);
    taken.release();
    stop();
  });

  test('a tab whose changes find no room says how many, and is only left behind when asked once more', async () => {
    const { id, drawing } = await kept();
    const claim = (await claimShot(id))!;
    const first = await tab(id);
    const stop = answerAsking(id, () => first.keeper.flushed());
    const append = db.appendRows.bind(db);
    db.appendRows = full;
    draw(first, drawing, 3);
    await expect(takeOverShot(id, false)).rejects.toThrow(/holds 3 changes/);
    let lost = false;
    void claim.lost.then(() => {
      lost = true;
    });
    const taken = await takeOverShot(id, true);
    expect(taken.taken).toBe(true);
    await Promise.resolve();
    expect(lost).toBe(true);
    db.appendRows = append;
    first.keeper.abandon();
    taken.release();
    stop();
    expect(ShotElsewhere.name).toBe('ShotElsewhere');
  });
});

describe('opening reads one state', () => {
  test('while snapshots are written the same shot is read, never rows twice', async () => {
    const { id, drawing } = await kept();
    const drawn = await tab(id);
    for (let round = 1; round <= 12; round++) {
      draw(drawn, drawing, 3);
      await drawn.keeper.settled();
      // The snapshot of closing and the reading run side by side.
      const closing = drawn.keeper.close();
      const reads = await Promise.all([1, 2, 3].map(() => lines(id, drawing)));
      await closing;
      expect(reads).toEqual([1 + 3 * round, 1 + 3 * round, 1 + 3 * round]);
      Object.assign(drawn, await tab(id));
    }
  });
});

describe('whatever lies there, a shot opens', () => {
  /** A shot with six rows in its journal, left without a snapshot of them. */
  async function withRows(): Promise<{ id: string; drawing: string }> {
    const { id, drawing } = await kept();
    const drawn = await tab(id);
    draw(drawn, drawing, 6);
    await drawn.keeper.settled();
    drawn.keeper.abandon();
    return { id, drawing };
  }

  test('rows after a lost one are set aside, said, handed out; drawing goes on', async () => {
    const { id, drawing } = await withRows();
    await db.journal.delete([id, 4]);
    const opened = await openToDraw(db, id, false);
    expect(opened.history.shot.drawings[drawing].ink).toHaveLength(4);
    expect(opened.apart?.why).toMatch(/The last 2 changes do not fit .* set aside/);
    const [apart] = await setAsideOf(db, id);
    const file = JSON.parse(apartAsFile(apart));
    expect(file).toMatchObject({ format: 'vignette-set-aside', shot: id });
    expect(file.rows.map(({ seq }: JournalRow) => seq)).toEqual([5, 6]);
    expect(file.rows[0].patches[0].insert[0].points.slice(0, 2)).toEqual([1, 2]);
    const again: Tab = { history: opened.history, keeper: new Keeper(db, opened) };
    draw(again, drawing, 1);
    await again.keeper.close();
    expect(await lines(id, drawing)).toBe(5);
    expect((await openKept(db, id)).apart).toBeNull();
    await throwAway(db, apart);
    expect(await setAsideOf(db, id)).toEqual([]);
  });

  test('a row that leads nowhere, takes back what is not there, or is no row at all, stops the rebuilding there', async () => {
    const damages: ((row: Record<string, unknown>) => void)[] = [
      (row) => Object.assign(row, { patches: [{ path: ['nowhere', 'at', 'all'], set: 1 }] }),
      (row) => Object.assign(row, { kind: 'redo', of: [99] }),
      (row) => Object.assign(row, { patches: 'none' }),
      (row) => delete row.patches,
    ];
    for (const damage of damages) {
      const { id, drawing } = await withRows();
      const row = (await db.journal.get([id, 5])) as unknown as Record<string, unknown>;
      damage(row);
      await db.journal.put(row as never);
      const { history, apart } = await openKept(db, id);
      expect(history.shot.drawings[drawing].ink).toHaveLength(5);
      expect(apart?.rows).toHaveLength(2);
    }
  });

  test('a damaged drawing is blank, the rest is whole, and what is left of it is set aside', async () => {
    const { id, drawing } = await kept();
    await db.drawings.update([id, drawing], { bytes: Uint8Array.from([1, 2, 3]) } as never);
    const opened = await openToDraw(db, id, false);
    expect(opened.history.shot.drawings[drawing].ink).toEqual([]);
    expect(opened.apart?.why).toMatch(/one drawing is damaged/i);
    expect((await setAsideOf(db, id))[0].drawings).toHaveLength(1);
    await new Keeper(db, opened).close();
  });

  test('without its snapshot, or with one that is none, the drawings are found again', async () => {
    for (const structure of [undefined, { layers: 'none' }]) {
      const { id, drawing } = await withRows();
      const snapshot = (await db.snapshots.get(id))!;
      if (structure) await db.snapshots.put({ ...snapshot, structure: structure as never });
      else await db.snapshots.delete(id);
      const opened = await openToDraw(db, id, false);
      expect(opened.apart?.why).toMatch(/sheet of this shot is damaged/);
      const { shot } = opened.history;
      expect(shot.drawings[drawing].ink).toHaveLength(1);
      expect(shot.layers.at(-1)!.exposures[0].cell).toEqual({ kind: 'drawing', drawing });
      const tabbed: Tab = { history: opened.history, keeper: new Keeper(db, opened) };
      draw(tabbed, drawing, 2);
      await tabbed.keeper.close();
      const again = await openKept(db, id);
      expect([again.apart, again.history.shot.drawings[drawing].ink.length]).toEqual([null, 3]);
    }
  });

  test('what named something gone is put right, and edits after it fit when it is opened again', async () => {
    const { id, drawing } = await kept();
    const drawn = await tab(id);
    const dangle = drawn.history.change('model', (shot) => {
      shot.model = { kind: 'drawing', drawing: 'nobody' };
      shot.mouthGuide.head = 'no layer';
    })!;
    drawn.keeper.append(dangle);
    await drawn.keeper.settled();
    drawn.keeper.abandon();
    const again = await tab(id);
    expect([again.history.shot.model, again.history.shot.mouthGuide.head]).toEqual([null, null]);
    draw(again, drawing, 1);
    await again.keeper.settled();
    again.keeper.abandon();
    expect(await shotOf(id)).toEqual(again.history.shot);
    const own = structuredClone(again.history.shot);
    expect(mendReferences(own, plain)).toEqual([]);
  });
});

describe('the store itself', () => {
  test('that cannot be opened at once, as after a crash, is tried again; if it stays so that is said', async () => {
    const { id } = await kept();
    db.close();
    const again = new Database(db.name);
    const open = again.open.bind(again);
    let refusals = 3;
    again.open = (() =>
      refusals-- > 0
        ? Promise.reject(new DOMException('Internal error opening backing store', 'UnknownError'))
        : open()) as never;
    await again.ready(1);
    expect((await openKept(again, id)).history.shot.id).toBe(id);
    refusals = 99;
    await expect(again.ready(1)).rejects.toThrow(/cannot be opened just now. Nothing is lost/);
    again.close();
  });
});

describe('leaving', () => {
  test('closing a shot whose changes find no room stops nothing and says how many there are', async () => {
    const { id, drawing } = await kept();
    const drawn = await tab(id);
    const append = db.appendRows.bind(db);
    db.appendRows = full;
    draw(drawn, drawing, 3);
    expect(await drawn.keeper.close()).toBe(3);
    expect([drawn.keeper.unkept, drawn.keeper.wouldLose]).toEqual([3, true]);
    db.appendRows = append;
    expect(await drawn.keeper.close()).toBe(0);
    expect(await lines(id, drawing)).toBe(4);
  });

  test('a page that is going hands over what waits behind the row being written; living on, nothing is kept twice', async () => {
    const { id, drawing } = await kept();
    const drawn = await tab(id);
    draw(drawn, drawing, 4);
    drawn.keeper.hurry();
    draw(drawn, drawing, 2);
    await drawn.keeper.settled();
    expect(drawn.keeper.state.kind).toBe('kept');
    drawn.keeper.abandon();
    expect(await lines(id, drawing)).toBe(7);
  });
});

describe('letting go', () => {
  test('rows no opening and no undo needs go; undo of what is left, redo and the shot stay', async () => {
    const { id, drawing } = await kept();
    const drawn = await tab(id);
    for (let i = 0; i < 150; i++) {
      draw(drawn, drawing, 2);
      drawn.keeper.append(drawn.history.step('undo')!);
      if (i % 3 === 0) draw(drawn, drawing, 1);
    }
    drawn.keeper.append(drawn.history.step('undo')!);
    await drawn.keeper.settled();
    const before = await db.journal.count();
    const rowsKept = drawn.history.done.flat().length + drawn.history.undone.flat().length;
    await drawn.keeper.close();
    const after = await db.journal.count();
    expect(after).toBeLessThan(before / 1.5);
    expect(after).toBeGreaterThanOrEqual(rowsKept);
    const { history } = await openKept(db, id);
    expect(history.shot).toEqual(drawn.history.shot);
    const again = await tab(id);
    again.keeper.append(again.history.step('redo')!);
    for (;;) {
      await again.keeper.recall('undo');
      const row = again.history.step('undo');
      if (!row) break;
      again.keeper.append(row);
    }
    expect(again.history.shot.drawings[drawing].ink).toHaveLength(1);
    await again.keeper.close();
  });

  test('steps beyond those that are kept are counted, so that undo can say it', async () => {
    const { id, drawing } = await kept();
    const drawn = await tab(id);
    draw(drawn, drawing, 230);
    await drawn.keeper.close();
    const { history } = await openKept(db, id);
    await compact(db, history, 10);
    const again = await openKept(db, id);
    expect(again.history.done).toHaveLength(10);
    expect(again.history.letGo).toBe(220);
    for (let i = 0; i < 10; i++) again.history.step('undo');
    expect(again.history.step('undo')).toBeNull();
    expect(again.history.shot.drawings[drawing].ink).toHaveLength(221);
    // The first step of the next session still gets the next number.
    const next = await tab(id);
    draw(next, drawing, 1);
    await next.keeper.close();
    expect(await lines(id, drawing)).toBe(232);
  });

  test('files go that neither the shot nor a step of it names', async () => {
    const { id } = await kept();
    for (const name of ['orphan', 'undone', 'used'])
      await db.assets.put({ shotId: id, id: name, blob: new Blob(['x']) });
    const asset = {
      name: 'a',
      type: 'x',
      kind: 'sound' as const,
      bytes: 1,
      seconds: 1,
      pictures: 0,
      width: 0,
      height: 0,
      lines: [],
    };
    const drawn = await tab(id);
    drawn.keeper.append(drawn.history.change('used', (shot) => void (shot.assets.used = { id: 'used', ...asset }))!);
    drawn.keeper.append(drawn.history.change('in', (shot) => void (shot.assets.undone = { id: 'undone', ...asset }))!);
    drawn.keeper.append(drawn.history.step('undo')!);
    await drawn.keeper.close();
    expect((await db.assets.toArray()).map((row) => row.id).sort()).toEqual(['undone', 'used']);
    expect((await db.shots.get(id))!.room).toBeGreaterThan(0);
  });
});

import 'fake-indexeddb/auto';
import '../locks.ts';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import type { History } from '../../src/core/history/index.ts';
import { repeatTo, retimeLayer, rotateByFrames, writeNote } from '../../src/core/sheet/index.ts';
import {
  addShot,
  Database,
  deleteShot,
  duplicateShot,
  Keeper,
  mediaOf,
  openKept,
  openToDraw,
  putBackShot,
  readSetting,
  readView,
  removeShot,
  renameShot,
  writeSetting,
  writeView,
} from '../../src/store/index.ts';
import { addLine, circle, smallShot } from '../make.ts';

let db: Database;
let count = 0;

beforeEach(() => {
  db = new Database(`test-${++count}`);
});
afterEach(() => db.delete());

/** The shot as it opens. */
const kept = async (id: string) => (await openKept(db, id)).history.shot;

async function opened(): Promise<{ history: History; keeper: Keeper; drawing: string }> {
  const { shot, drawing } = smallShot();
  await addShot(db, shot, new Map());
  const kept = await openToDraw(db, shot.id, false);
  return { history: kept.history, keeper: new Keeper(db, kept), drawing: drawing.id };
}

describe('keeping', () => {
  test('every edit is back after the tab is gone without a word', async () => {
    const { history, keeper, drawing } = await opened();
    for (let i = 0; i < 30; i++) keeper.append(history.change('line', addLine(drawing))!);
    await keeper.settled();
    keeper.abandon();
    const again = (await openKept(db, history.shot.id)).history;
    expect(again.shot).toEqual(history.shot);
    expect(again.marks).toEqual(history.marks);
  });

  test('undo survives a reload', async () => {
    const { history, keeper, drawing } = await opened();
    for (let i = 0; i < 5; i++) keeper.append(history.change('line', addLine(drawing))!);
    keeper.append(history.step('undo')!);
    await keeper.close();
    const again = (await openKept(db, history.shot.id)).history;
    expect(again.shot.drawings[drawing].ink).toHaveLength(5);
    again.step('redo');
    expect(again.shot.drawings[drawing].ink).toHaveLength(6);
    for (let i = 0; i < 5; i++) again.step('undo');
    expect(again.shot.drawings[drawing].ink).toHaveLength(1);
  });

  test('undo reaches back beyond what is in memory', async () => {
    const { history, keeper, drawing } = await opened();
    for (let i = 0; i < 450; i++) keeper.append(history.change('line', addLine(drawing))!);
    await keeper.close();
    const again = await openToDraw(db, history.shot.id, false);
    const second = new Keeper(db, again);
    for (let i = 0; i < 450; i++) {
      await second.recall('undo');
      second.append(again.history.step('undo')!);
    }
    expect(again.history.shot.drawings[drawing].ink).toHaveLength(1);
    await second.close();
  });

  test('long sheets, notes and pins come back from journal and snapshot alike, undo and all', async () => {
    const { history, keeper } = await opened();
    const id = history.shot.layers.at(-1)!.id;
    keeper.append(history.change('repeat', (shot) => retimeLayer(shot, id, (all) => repeatTo(all, 0, 1, 900)))!);
    keeper.append(history.change('note', (shot) => writeNote(shot, 3, 'plum', 'sure?'))!);
    keeper.append(history.change('round', (shot) => retimeLayer(shot, id, (all) => rotateByFrames(all, 0, 900, 3)))!);
    await keeper.settled();
    expect(await kept(history.shot.id)).toEqual(history.shot);
    await keeper.close();
    const again = (await openKept(db, history.shot.id)).history;
    expect(again.shot).toEqual(history.shot);
    for (let i = 0; i < 3; i++) again.step('undo');
    expect(again.shot.layers.at(-1)!.exposures).toHaveLength(1);
    expect(again.shot.notes).toEqual([]);
  });

  test('what an earlier version kept is opened, with what it lacks empty', async () => {
    const { history } = await opened();
    const { drawings: _, markers: __, notes: ___, ...older } = history.shot;
    const row = (await db.snapshots.get(history.shot.id))!;
    await db.snapshots.put({ ...row, structure: older as unknown as typeof row.structure });
    expect(await kept(history.shot.id)).toEqual(history.shot);
  });

  test('a snapshot after a crash holds exactly what the journal says, removed drawings included', async () => {
    const { history, keeper, drawing } = await opened();
    keeper.append(history.change('remove', (shot) => void delete shot.drawings[drawing])!);
    await keeper.settled();
    keeper.abandon();
    const again = await openToDraw(db, history.shot.id, false);
    const second = new Keeper(db, again);
    second.append(again.history.change('title', (shot) => void (shot.title = 'after'))!);
    await second.close();
    expect(await db.drawings.where('shotId').equals(history.shot.id).count()).toBe(0);
    expect(await kept(history.shot.id)).toEqual(again.history.shot);
  });

  test('when the browser refuses, it is said at once, drawing goes on, and all is kept once there is room', async () => {
    const { history, keeper, drawing } = await opened();
    const append = db.appendRows.bind(db);
    const states: string[] = [];
    keeper.onState = ({ kind }) => states.push(kind);
    db.appendRows = () => Promise.reject(Object.assign(new Error('full'), { name: 'QuotaExceededError' }));
    keeper.append(history.change('line', addLine(drawing))!);
    await keeper.settled();
    expect(keeper.state).toMatchObject({ kind: 'refused', waiting: 1, why: expect.stringMatching(/storage is full/) });
    keeper.append(history.change('line', addLine(drawing))!);
    await keeper.settled();
    expect(keeper.state).toMatchObject({ kind: 'refused', waiting: 2 });
    db.appendRows = append;
    keeper.append(history.change('line', addLine(drawing))!);
    await keeper.settled();
    expect(keeper.state.kind).toBe('kept');
    expect(await kept(history.shot.id)).toEqual(history.shot);
    expect(states).toContain('refused');
    await keeper.close();
  });
});

describe('the shelf', () => {
  test('a shot comes in with its media, all or nothing', async () => {
    const { shot } = smallShot();
    const broken = new Map([
      [
        'voice',
        {
          get length() {
            throw new Error('gone');
          },
        } as never,
      ],
    ]);
    await expect(addShot(db, { ...shot, drawings: { bad: null as never } }, broken)).rejects.toThrow();
    expect(await db.shots.count()).toBe(0);
    expect(await db.assets.count()).toBe(0);
  });
  test('the same file opened twice gives two shots', async () => {
    const { shot } = smallShot();
    const media = new Map([['voice', Uint8Array.from([1, 2])]]);
    const first = await addShot(db, shot, media);
    const second = await addShot(db, shot, media);
    expect(second).not.toBe(first);
    expect((await kept(second)).id).toBe(second);
    expect(await db.shots.count()).toBe(2);
  });
  test('a duplicate is a shot of its own', async () => {
    const { shot, drawing } = smallShot();
    await addShot(db, shot, new Map());
    const copy = await duplicateShot(db, shot.id);
    const history = (await openKept(db, copy)).history;
    expect(history.shot.title).toBe('Cap falls, copy');
    expect(history.shot.drawings).toEqual({ [drawing.id]: drawing });
    expect(history.step('undo')).toBeNull();
  });
  test('renaming is an edit that undo takes back', async () => {
    const { shot } = smallShot();
    await addShot(db, shot, new Map());
    await renameShot(db, shot.id, 'Cap lands');
    const history = (await openKept(db, shot.id)).history;
    expect((await db.shots.get(shot.id))?.title).toBe('Cap lands');
    history.step('undo');
    expect(history.shot.title).toBe('Cap falls');
  });
  test('removing has a way back; deleting for good leaves nothing', async () => {
    const { shot } = smallShot();
    await addShot(db, shot, new Map([['voice', Uint8Array.from([1])]]));
    await removeShot(db, shot.id);
    expect((await db.shots.get(shot.id))?.removedAt).toBeGreaterThan(0);
    await putBackShot(db, shot.id);
    expect((await db.shots.get(shot.id))?.removedAt).toBe(0);
    expect(await kept(shot.id)).toEqual(shot);
    await deleteShot(db, shot.id);
    for (const table of db.tables) expect(await table.count()).toBe(0);
    await expect(openKept(db, shot.id)).rejects.toThrow('not kept in this browser');
  });
  test('lines come back to the bit', async () => {
    const { shot, drawing } = smallShot();
    drawing.ink.push(circle(12.3456, 7.891, 3.21));
    await addShot(db, shot, new Map());
    expect((await kept(shot.id)).drawings[drawing.id]).toEqual(drawing);
    expect(await mediaOf(db, shot.id)).toEqual(new Map());
  });
});

test('choices and views are remembered', async () => {
  await writeSetting(db, 'tools', { pen: 8 });
  await writeView(db, 's', { frame: 14 });
  expect(await readSetting(db, 'tools')).toEqual({ pen: 8 });
  expect(await readView(db, 's')).toEqual({ frame: 14 });
  expect(await readView(db, 'other')).toBeUndefined();
});

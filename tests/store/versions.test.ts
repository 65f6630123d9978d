/** Versions in the browser: a version costs what differs, is read as it was, and lets go what no other needs. */
import 'fake-indexeddb/auto';
import '../locks.ts';
import { beforeEach, expect, test } from 'vitest';
import { change } from '../../src/core/history/index.ts';
import type { Shot } from '../../src/core/shot/index.ts';
import {
  Database,
  deleteShot,
  dropVersion,
  fileVersions,
  keepVersion,
  readVersion,
  renameVersion,
  versionsOf,
} from '../../src/store/index.ts';
import { fullShot } from '../full-shot.ts';

let db: Database;
let number = 0;

beforeEach(async () => {
  db = new Database(`versions-${number++}`);
  await db.ready();
});

const kept = (shot: Shot, name: string) => keepVersion(db, shot, { name, auto: false, thumb: null });
const rows = () => db.versionDrawings.count();

test('is read as it was; drawings that are as they are now are the very same objects', async () => {
  const { shot } = fullShot();
  await kept(shot, 'first');
  const [id] = Object.keys(shot.drawings);
  const now = change(shot, (draft) => void (draft.drawings[id].ink = []))!.shot;
  const [row] = await versionsOf(db, shot.id);
  const read = await readVersion(db, row, now);
  expect(read).toEqual(shot);
  for (const other of Object.keys(shot.drawings))
    expect(read.drawings[other] === now.drawings[other], other).toBe(other !== id);
});

test('costs what differs: a second one adds only the drawing that has changed', async () => {
  const { shot } = fullShot();
  await kept(shot, 'first');
  const count = await rows();
  expect(count).toBe(Object.keys(shot.drawings).length);
  const [id] = Object.keys(shot.drawings);
  const now = change(shot, (draft) => void (draft.drawings[id].ink = []))!.shot;
  await kept(now, 'second');
  await kept(now, 'third');
  expect(await rows()).toBe(count + 1);
  const all = await versionsOf(db, shot.id);
  expect(all).toHaveLength(3);
  await dropVersion(db, all.find(({ name }) => name === 'second')!);
  expect(await rows()).toBe(count + 1);
  await dropVersion(db, all.find(({ name }) => name === 'third')!);
  expect(await rows()).toBe(count);
  await renameVersion(db, all.find(({ name }) => name === 'first')!.id, 'before lunch');
  expect((await versionsOf(db, shot.id)).map(({ name }) => name)).toEqual(['before lunch']);
});

test('one that lacks a drawing is said in a sentence', async () => {
  const { shot } = fullShot();
  await kept(shot, 'first');
  await db.versionDrawings.clear();
  const [row] = await versionsOf(db, shot.id);
  const blank = change(shot, (draft) => {
    for (const drawing of Object.values(draft.drawings)) drawing.ink = [];
  })!.shot;
  await expect(readVersion(db, row, blank)).rejects.toThrow(/“first” lacks a drawing/);
});

test('goes with the shot when that is deleted for good', async () => {
  const { shot } = fullShot();
  await kept(shot, 'first');
  await deleteShot(db, shot.id);
  expect([await db.versions.count(), await rows()]).toEqual([0, 0]);
});

test('of those kept by themselves the oldest give way; what the hand has kept stays', async () => {
  const { shot } = fullShot();
  await kept(shot, 'by hand');
  for (let i = 0; i < 23; i++)
    await keepVersion(db, shot, { name: `auto ${i}`, auto: true, thumb: null, at: Date.now() + i });
  const names = (await versionsOf(db, shot.id)).map(({ name }) => name);
  expect(names).toHaveLength(21);
  expect(names).toContain('by hand');
  expect(names).not.toContain('auto 2');
  expect(names[0]).toBe('auto 22');
});

test('two kept at once and one let go meanwhile: every version that is there can be read', async () => {
  const { shot } = fullShot();
  await kept(shot, 'first');
  const [first] = await versionsOf(db, shot.id);
  const [id] = Object.keys(shot.drawings);
  const now = change(shot, (draft) => void (draft.drawings[id].ink = []))!.shot;
  await Promise.all([kept(now, 'second'), dropVersion(db, first), kept(now, 'third')]);
  for (const row of await versionsOf(db, shot.id)) expect(await readVersion(db, row, shot)).toEqual(now);
});

test('they go along in the shot file, as they were', async () => {
  const { shot } = fullShot();
  const [id] = Object.keys(shot.drawings);
  const now = change(shot, (draft) => void (draft.drawings[id].ink = []))!.shot;
  await kept(shot, 'before');
  const [version] = await fileVersions(db, now);
  expect(version).toMatchObject({ name: 'before', auto: false });
  expect(version.shot).toEqual(shot);
});

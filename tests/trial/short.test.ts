/** The campaigns that need no browser, short; `npm run trial` runs them long. */
import { expect, test } from 'vitest';
import { run as files } from '../../trial/files.ts';
import { run as undo } from '../../trial/undo.ts';

test('changed files: taken in whole, or refused with one sentence', async () => {
  const { failures, summary } = await files({ count: 400, seed: 20261127 });
  expect(failures, summary).toEqual([]);
});

test('random edits, all back, all again, to the byte', async () => {
  const { failures, summary } = await undo({ count: 1500, seed: 20261127 });
  expect(failures, summary).toEqual([]);
});

import { IsBoolean, IsInt, IsString, Max, Min } from 'class-validator';
import { describe, expect, test } from 'vitest';
import { firstTools, keptTools } from '../../src/app/desk/tools/index.ts';
import { Kept, restored } from '../../src/app/session/kept.ts';
import { firstView, keptOf, restoredView } from '../../src/app/session/view-state.ts';
import { Database, writeSetting } from '../../src/store/index.ts';
import { smallShot } from '../make.ts';

class Choice {
  @IsInt() @Min(1) @Max(9) size = 3;
  @IsString() word = 'soft';
  @IsBoolean() shown = true;
}

describe('a choice that the browser keeps', () => {
  test('is fitted field by field: what cannot be is as at first, the rest stays', () => {
    const kept = { version: 2, value: { size: 99, word: 'hard', shown: 'yes', unknown: 1 } };
    expect({ ...restored({ shape: Choice, version: 2 }, kept) }).toEqual({ size: 3, word: 'hard', shown: true });
    for (const nonsense of [null, 7, 'word', [], { version: 2, value: null }])
      expect({ ...restored({ shape: Choice, version: 2 }, nonsense) }).toEqual({ size: 3, word: 'soft', shown: true });
  });
  test('comes from earlier versions through its migration; what has no version counts as the first', () => {
    const migrate = (value: unknown, version: number) =>
      version === 0 ? { ...(value as object), word: (value as { text?: string }).text } : value;
    const wishes = { shape: Choice, version: 1, migrate };
    expect(restored(wishes, { size: 5, text: 'old' })).toMatchObject({ size: 5, word: 'old' });
    expect(restored(wishes, { version: 1, value: { size: 5, word: 'new', text: 'old' } })).toMatchObject({
      word: 'new',
    });
  });
  test('is there again in the next session', async () => {
    const db = new Database('vignette-kept-test');
    const wishes = { key: 'choice', version: 1, shape: Choice };
    await new Kept(wishes).put(db, { size: 7 });
    const next = new Kept(wishes);
    await next.read(db);
    expect({ ...next.get() }).toEqual({ size: 7, word: 'soft', shown: true });
    await writeSetting(db, 'choice', { version: 1, value: { size: -2, word: 'hard' } });
    await next.read(db);
    expect({ ...next.get() }).toEqual({ size: 3, word: 'hard', shown: true });
    db.close();
  });
});

describe('what is looked at', () => {
  const { shot } = smallShot();
  test('comes back as it was kept; what passes does not', () => {
    const view = {
      ...firstView(shot, firstTools()),
      frame: 5,
      heads: 6,
      tool: 'eraser' as const,
      guidesShown: false,
      nudging: { drawing: 'one', at: 5, gesture: 'g' },
    };
    const back = restoredView(structuredClone(keptOf(view)), firstTools(), shot);
    expect(back).toMatchObject({ frame: 5, heads: 6, tool: 'eraser', guidesShown: false, nudging: { at: 0 } });
    expect(keptOf(back)).toEqual(keptOf(view));
    expect(keptOf(view).value).not.toHaveProperty('nudging');
    expect(keptOf(view).value).not.toHaveProperty('tools');
  });
  test('a field that cannot be is as at first, the others stay', () => {
    const first = firstView(shot, firstTools());
    const { version, value } = keptOf({ ...first, frame: 5 });
    const spoiled = {
      version,
      value: { ...(value as object), heads: 'many', rollCard: 'sofa', paper: { zoom: 0 }, tool: 'axe' },
    };
    const back = restoredView(spoiled, firstTools(), shot);
    expect(back).toMatchObject({ frame: 5, heads: first.heads, rollCard: first.rollCard, tool: 'pencil' });
    expect(back.paper).toEqual(first.paper);
  });
  test('views written before there were versions are read', () => {
    const all = { ...firstView(shot, firstTools()), frame: 4, heads: 5 };
    expect(restoredView(JSON.parse(JSON.stringify(all)), firstTools(), shot)).toMatchObject({ frame: 4, heads: 5 });
  });
});

describe('what the tools are set to', () => {
  test('a width alone, as once kept, is that of the first brush', () => {
    const tools = keptTools({ pencil: { width: 17 }, eraser: { width: 9000, how: 'line' } });
    expect(tools.pencil.brush.width).toBe(17);
    expect(tools.eraser).toMatchObject({ width: firstTools().eraser.width, how: 'line' });
  });
});

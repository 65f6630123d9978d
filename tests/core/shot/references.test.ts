/** What names what: the register is whole, and nothing that is removed leaves a name behind that leads nowhere. */
import { describe, expect, test } from 'vitest';
import { change, History, plain } from '../../../src/core/history/index.ts';
import { removeChart } from '../../../src/core/mouths/index.ts';
import { removePalette, removeSwatches } from '../../../src/core/paint/index.ts';
import { closeUpSpan, mergeDown, removeLayer, removeUnused } from '../../../src/core/sheet/index.ts';
import {
  danglingIn,
  type Id,
  mendReferences,
  REFERENCES,
  type Shot,
  type Target,
} from '../../../src/core/shot/index.ts';
import { readShotFile, writeShotFile } from '../../../src/core/shotfile/index.ts';
import { removeClip } from '../../../src/core/sound/index.ts';
import { fullShot } from '../../full-shot.ts';

/** Ids of everything in a shot that has one. */
function idsIn(value: unknown, out = new Set<Id>()): Set<Id> {
  if (Array.isArray(value)) for (const each of value) idsIn(each, out);
  else if (typeof value === 'object' && value !== null && !ArrayBuffer.isView(value)) {
    for (const [key, each] of Object.entries(value)) {
      if (key === 'id' && typeof each === 'string') out.add(each);
      else idsIn(each, out);
    }
  }
  return out;
}

/** Every text in a shot that is some thing's id and not the thing's own, with the field it stands in; keys of records too. */
function namesIn(value: unknown, ids: Set<Id>, field = '', out: [string, Id][] = []): [string, Id][] {
  if (typeof value === 'string') {
    if (ids.has(value)) out.push([field, value]);
  } else if (Array.isArray(value)) for (const each of value) namesIn(each, ids, field, out);
  else if (typeof value === 'object' && value !== null && !ArrayBuffer.isView(value)) {
    for (const [key, each] of Object.entries(value)) {
      if (key === 'id' || key === 'lineage') continue;
      if (ids.has(key) && (each as { id?: Id } | null)?.id !== key) out.push([`key of ${field}`, key]);
      namesIn(each, ids, key, out);
    }
  }
  return out;
}

describe('the register of references', () => {
  test('holds every place of a shot that names something by its id', () => {
    const { shot } = fullShot();
    const registered = new Set(REFERENCES.flatMap((reference) => [...reference.places(shot)].map(({ id }) => id)));
    const names = namesIn(shot, idsIn(shot));
    expect(names.length).toBeGreaterThan(30);
    for (const [field, id] of names) expect(registered.has(id), `${field} names ${id}`).toBe(true);
  });

  test('each of its entries is met in a full shot, which dangles nowhere', () => {
    const { shot } = fullShot();
    // One model sheet at a time: a drawing or a picture.
    const byDrawing: Shot = { ...shot, model: { kind: 'drawing', drawing: Object.keys(shot.drawings)[0] } };
    for (const reference of REFERENCES)
      expect([...reference.places(shot), ...reference.places(byDrawing)].length, reference.what).toBeGreaterThan(0);
    expect(danglingIn(shot, ['needed', 'mends'])).toEqual([]);
    expect(danglingIn(shot, ['waits']).map(({ id }) => id)).toEqual(['gone-line']);
  });

  const TAKEN: Partial<Record<Target, (shot: Shot) => void>> = {
    layer: (shot) => void shot.layers.splice(2, 1),
    drawing: (shot) => void delete shot.drawings[Object.keys(shot.drawings)[0]],
    pictures: (shot) => void delete shot.assets.clip1,
    sound: (shot) => void delete shot.assets.voice1,
    clip: (shot) => void shot.tracks[0].clips.pop(),
    swatch: (shot) => {
      for (const palette of shot.palettes) palette.swatches.shift();
    },
    palette: (shot) => void shot.palettes.pop(),
    chart: (shot) => void shot.charts.pop(),
  };
  for (const [target, take] of Object.entries(TAKEN)) {
    test(`whatever named a ${target} that is gone is put right, and the file carries the shot`, () => {
      const { shot, media } = fullShot();
      take(shot);
      expect(danglingIn(shot, ['needed', 'mends']).length).toBeGreaterThan(0);
      const { shot: mended } = change(shot, (draft) => void mendReferences(draft, plain))!;
      expect(danglingIn(mended, ['needed', 'mends'])).toEqual([]);
      expect(mendReferences(structuredClone(mended))).toEqual([]);
      expect(readShotFile(writeShotFile(mended, media)).shot).toEqual(mended);
    });
  }
});

test('a swatch that one colour model lacks is there as in another; lines keep it', () => {
  const { shot } = fullShot();
  const [gone] = shot.palettes[1].swatches.splice(0, 1);
  const { shot: mended } = change(shot, (draft) => void mendReferences(draft, plain))!;
  expect(mended.palettes[1].swatches.find(({ id }) => id === gone.id)?.colour).toBe(
    shot.palettes[0].swatches[0].colour,
  );
  expect(mended.drawings).toBe(shot.drawings);
});

describe('what the application removes leaves no name behind', () => {
  const drawingsOf = (shot: Shot, layer: Id) =>
    Object.values(shot.drawings)
      .filter(({ layerId }) => layerId === layer)
      .map(({ id }) => id);
  const keeper = (shot: Shot) => shot.layers.find(({ name }) => name === 'Keeper')!;
  const DEEDS: Record<string, (shot: Shot) => void> = {
    'the head’s layer': (shot) => removeLayer(shot, keeper(shot).id),
    'every layer': (shot) => {
      for (const { id } of [...shot.layers]) removeLayer(shot, id);
    },
    'the layer merged into the one below': (shot) => {
      for (const { id } of shot.layers.filter(({ purpose }) => purpose === 'reference')) removeLayer(shot, id);
      shot.model = null;
      mergeDown(shot, keeper(shot).id);
    },
    'unused drawings': (shot) => {
      const { id } = keeper(shot);
      closeUpSpan(shot, { layers: [id], from: 0, to: 40 });
      removeUnused(shot, drawingsOf(shot, id));
    },
    'a mouth chart': (shot) => removeChart(shot, shot.charts[0].id),
    'a clip with a reading': (shot) => removeClip(shot, 'c1'),
    'a colour model': (shot) => removePalette(shot, shot.palettes[1].id),
    'all swatches but one': (shot) =>
      removeSwatches(
        shot,
        shot.palettes[0].swatches.map(({ id }) => id),
      ),
  };
  for (const [what, deed] of Object.entries(DEEDS)) {
    test(what, () => {
      const { shot, media } = fullShot();
      const first = structuredClone(shot);
      shot.model = {
        kind: 'drawing',
        drawing: keeper(shot).exposures[0].cell!.kind === 'drawing' ? drawingsOf(shot, keeper(shot).id)[0] : '',
      };
      first.model = structuredClone(shot.model);
      const history = new History(shot);
      expect(history.change('remove', deed)).not.toBeNull();
      expect(danglingIn(history.shot, ['needed', 'mends'])).toEqual([]);
      const bytes = writeShotFile(history.shot, media);
      expect(readShotFile(bytes).shot).toEqual(history.shot);
      history.step('undo');
      expect(history.shot).toEqual(first);
    });
  }
});

import { describe, expect, test } from 'vitest';
import { change, History } from '../../../src/core/history/index.ts';
import {
  addDrawing,
  addTraceOver,
  copyAsNew,
  drawingShown,
  drawingToDrawOn,
  layerOf,
  moveLayer,
  removeLayer,
  setExposures,
} from '../../../src/core/sheet/index.ts';
import type { Shot } from '../../../src/core/shot/index.ts';
import { sheet, smallShot, strokeThrough } from '../../make.ts';

const edit = (shot: Shot, recipe: (draft: Shot) => void): Shot => change(shot, recipe)?.shot ?? shot;

describe('drawing on the sheet', () => {
  test('a pen on a held frame draws on the held drawing', () => {
    const { shot, drawing, layerId } = smallShot();
    const after = edit(
      shot,
      (draft) =>
        void drawingToDrawOn(draft, layerId, 3, 2).ink.push(
          strokeThrough([
            [1, 1],
            [9, 9],
          ]),
        ),
    );
    expect(Object.keys(after.drawings)).toEqual([drawing.id]);
    expect(after.drawings[drawing.id].ink).toHaveLength(2);
  });
  test('a pen on an empty cell makes a new drawing there, numbered on', () => {
    const { shot, layerId } = smallShot();
    const after = edit(
      shot,
      (draft) =>
        void drawingToDrawOn(draft, layerId, 6, 2).ink.push(
          strokeThrough([
            [1, 1],
            [9, 9],
          ]),
        ),
    );
    const made = drawingShown(after, layerOf(after, layerId), 6)!;
    expect(made.number).toBe(2);
    expect(layerOf(after, layerId).exposures.map(({ frames }) => frames)).toEqual([4, 2, 2]);
  });
  test('a drawing past the end lengthens the shot; nothing ever shortens it', () => {
    const { shot, layerId } = smallShot();
    expect(edit(shot, (draft) => void addDrawing(draft, layerId, 11, 3)).length).toBe(14);
    expect(edit(shot, (draft) => void addDrawing(draft, layerId, 5, 1)).length).toBe(12);
  });
  test('after the last drawing of a layer that holds, a new one leaves the hold before it as it was seen', () => {
    const { shot, layerId } = smallShot();
    const after = edit(shot, (draft) => {
      layerOf(draft, layerId).afterLast = 'holds';
      addDrawing(draft, layerId, 9, 2);
    });
    expect(layerOf(after, layerId).exposures.map(({ frames }) => frames)).toEqual([9, 2]);
  });
  test('a copy as new starts equal and goes its own way; its lines know where they came from', () => {
    const { shot, drawing, layerId } = smallShot();
    const after = edit(shot, (draft) => void copyAsNew(draft, layerId, 0, 2));
    const copy = Object.values(after.drawings).find((each) => each.id !== drawing.id)!;
    expect(copy.ink[0].points).toEqual(drawing.ink[0].points);
    expect(copy.ink[0].id).not.toBe(drawing.ink[0].id);
    expect(copy.ink[0].lineage).toBe(drawing.ink[0].lineage);
    const redrawn = edit(after, (draft) => void draft.drawings[copy.id].ink.pop());
    expect(redrawn.drawings[drawing.id].ink).toHaveLength(1);
  });
});

describe('trace-over layer', () => {
  test('has the same timing, empty drawings, and one drawing where the source uses one twice', () => {
    const { shot, layerId } = smallShot();
    const timed = edit(shot, (draft) => void setExposures(draft, layerId, sheet('a2 -3 b2 a4')));
    let made = '';
    const after = edit(timed, (draft) => {
      made = addTraceOver(draft, layerId).id;
    });
    const { exposures } = layerOf(after, made);
    expect(exposures.map(({ frames }) => frames)).toEqual([2, 3, 2, 4]);
    expect(exposures[1].cell).toBeNull();
    expect(exposures[3].cell).toEqual(exposures[0].cell);
    expect(exposures[2].cell).not.toEqual(exposures[0].cell);
    const traced = Object.values(after.drawings).filter((drawing) => drawing.layerId === made);
    expect(traced.map(({ ink }) => ink.length)).toEqual([0, 0]);
    expect(after.layers.findIndex((layer) => layer.id === made)).toBe(
      after.layers.findIndex((layer) => layer.id === layerId) + 1,
    );
  });
});

describe('layers', () => {
  test('removing one takes its drawings along, and undo brings both back', () => {
    const { shot, layerId, drawing } = smallShot();
    const history = new History(shot);
    history.change('remove layer', (draft) => removeLayer(draft, layerId));
    expect(history.shot.drawings).toEqual({});
    expect(history.shot.layers.map(({ name }) => name)).toEqual(['Rough', 'Clean']);
    history.step('undo');
    expect(history.shot).toEqual(shot);
    expect(history.shot.drawings[drawing.id].ink).toEqual(drawing.ink);
  });
  test('moving one keeps all others in their order', () => {
    const { shot, layerId } = smallShot();
    const after = edit(shot, (draft) => moveLayer(draft, layerId, 0));
    expect(after.layers.map(({ name }) => name)).toEqual(['Keeper', 'Rough', 'Clean']);
  });
});

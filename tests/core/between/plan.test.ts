/** What is planned for a shot, put down and done anew: first passes, and what the hand settles. */
import { beforeEach, describe, expect, test } from 'vitest';
import {
  computeBetweens,
  isFirstPass,
  pairLines,
  partLines,
  pinPoint,
  planForCharts,
  putDown,
  redoPlans,
  setAlone,
  setStraight,
  whyNotCompute,
} from '../../../src/core/between/index.ts';
import { chartAt, chartsIn, setSpacings } from '../../../src/core/sheet/index.ts';
import {
  type Area,
  makeArea,
  makeDrawing,
  makeLayer,
  makeShot,
  newId,
  type Shot,
  type Stroke,
} from '../../../src/core/shot/index.ts';
import { figure, SWEEP } from '../../figure.ts';
import { cellOf, strokeThrough } from '../../make.ts';

describe('on a shot', () => {
  let shot: Shot;
  let layerId: string;
  const coat = (dx: number): Area =>
    makeArea('coat', [Float32Array.from([250 + dx, 200, 300 + dx, 200, 306 + dx, 370, 246 + dx, 370])]);
  const chart = () => chartAt(shot, layerId, 0)!;
  const tick = (k: number) => shot.drawings[chart().ticks[k].drawing.id];

  beforeEach(() => {
    shot = makeShot({ title: 'arm', width: 800, height: 480, fps: 24, length: 24 });
    const layer = makeLayer('Clean', 'clean');
    layerId = layer.id;
    shot.layers = [layer];
    const keys = [0, SWEEP].map((angle, i) =>
      makeDrawing(layer.id, i + 1, { role: 'key', stage: 'clean', ink: figure(angle), paint: [coat(0)] }),
    );
    for (const key of keys) shot.drawings[key.id] = key;
    layer.exposures = keys.map(({ id }) => ({ id: newId(), cell: cellOf(id), frames: 8 }));
    setSpacings(shot, chart(), [0.25, 0.5, 0.75], 2);
  });

  const compute = () => {
    const plan = planForCharts(shot, [chart()]);
    putDown(shot, plan, computeBetweens(plan.job));
    return plan;
  };

  test('blank ticks are drawn, marked as first passes, as far as their keys, painted', () => {
    expect(compute().targets).toHaveLength(3);
    for (const k of [0, 1, 2]) {
      expect(isFirstPass(tick(k))).toBe(true);
      expect(tick(k).ink).toHaveLength(4);
      expect(tick(k).stage).toBe('clean');
      expect(tick(k).paint[0].swatch).toBe('coat');
    }
  });
  test('touched by any edit of lines or paint it is no first pass any more; moved on the sheet it still is', () => {
    compute();
    const moved = tick(0).ink[0].points.slice();
    moved[0] += 1;
    tick(0).ink = [{ ...tick(0).ink[0], points: moved }, ...tick(0).ink.slice(1)];
    expect(isFirstPass(tick(0))).toBe(false);
    tick(1).paint = [];
    expect(isFirstPass(tick(1))).toBe(false);
    tick(2).label = 'x';
    expect(isFirstPass(tick(2))).toBe(true);
  });
  test('whatever the hand changes of a line or an area makes it no first pass any more', () => {
    compute();
    const made = tick(0);
    expect(isFirstPass(made)).toBe(true);
    const [line, ...lines] = made.ink;
    const [area] = made.paint;
    const { brush } = line;
    const withLine = (over: Partial<Stroke>) => ({ ...made, ink: [{ ...line, ...over }, ...lines] });
    const withArea = (over: Partial<Area>) => ({ ...made, paint: [{ ...area, ...over }] });
    const touched = [
      withLine({ name: 'brim' }),
      withLine({ swatch: 'scarf' }),
      withLine({ closed: !line.closed }),
      withLine({ brush: { ...brush, opacity: brush.opacity / 2 } }),
      withLine({ brush: { ...brush, taper: { start: 9, end: 0 } } }),
      withLine({ brush: { ...brush, grain: !brush.grain } }),
      withLine({ brush: { ...brush, widthBy: { ...brush.widthBy, highest: 3 } } }),
      withArea({ name: 'cuff' }),
      withArea({ soft: 4 }),
      withArea({ edge: 'hard' }),
      withArea({ swatch: 'scarf' }),
    ];
    for (const each of touched) expect(isFirstPass(each)).toBe(false);
    expect(isFirstPass(structuredClone(made))).toBe(true);
  });
  test('a key changed: only untouched first passes are offered and drawn anew', () => {
    compute();
    expect(redoPlans(shot, layerId)).toEqual([]);
    tick(1).ink = figure(-0.6);
    const drawn = tick(1).ink;
    shot.drawings[chart().to.drawing.id].ink = figure(-0.4);
    const [plan] = redoPlans(shot, layerId);
    expect(plan.targets).toEqual([tick(0).id, tick(2).id]);
    const before = tick(0).ink;
    putDown(shot, plan, computeBetweens(plan.job));
    expect(tick(1).ink).toBe(drawn);
    expect(tick(0).ink).not.toEqual(before);
    expect(redoPlans(shot, layerId)).toEqual([]);
  });
  test('what the hand draws while it is being computed is left alone', () => {
    const plan = planForCharts(shot, [chart()]);
    const result = computeBetweens(plan.job);
    const drawn = figure(0.5);
    tick(1).ink = drawn;
    putDown(shot, plan, result);
    expect(tick(1).ink).toBe(drawn);
    expect(tick(1).firstPass).toBeNull();
    expect(isFirstPass(tick(0))).toBe(true);
  });
  test('another spacing, a correction, a breakdown drawn make them old too; another length does not', () => {
    compute();
    shot.layers[0].exposures = shot.layers[0].exposures.map((each) => ({ ...each, frames: each.frames + 1 }));
    expect(redoPlans(shot, layerId)).toEqual([]);
    setSpacings(shot, chart(), [0.1, 0.5, 0.75], 2);
    expect(redoPlans(shot, layerId).flatMap(({ targets }) => targets)).toEqual([tick(0).id]);
    const way: [string, string] = [chart().from.drawing.id, chart().to.drawing.id];
    setStraight(shot, way, 'all', true);
    expect(redoPlans(shot, layerId).flatMap(({ targets }) => targets)).toHaveLength(3);
    setStraight(shot, way, 'all', false);
    shot.passages = [];
    tick(1).role = 'breakdown';
    expect(redoPlans(shot, layerId).flatMap(({ targets }) => targets)).toEqual([tick(0).id, tick(2).id]);
  });
  test('paint laid on a key later makes none of them old: it is carried by painting through', () => {
    compute();
    chart().from.drawing.paint = [];
    expect(redoPlans(shot, layerId)).toEqual([]);
    const { ink } = chart().from.drawing;
    chart().from.drawing.ink = ink.slice(1);
    expect(redoPlans(shot, layerId).flatMap(({ targets }) => targets)).toHaveLength(3);
  });
  test('a part only: its lines are put onto what is there, and nothing else changes', () => {
    const key = chart().from.drawing;
    const arm = key.ink[3].id;
    const scribble = strokeThrough(
      [
        [10, 10],
        [20, 30],
      ],
      { lineage: 'own' },
    );
    tick(1).ink = [scribble];
    const plan = planForCharts(shot, [chart()], [arm]);
    putDown(shot, plan, computeBetweens(plan.job));
    expect(tick(0).ink).toHaveLength(1);
    expect(tick(0).paint).toEqual([]);
    expect(tick(1).ink).toHaveLength(2);
    expect(tick(1).ink[0]).toBe(scribble);
    expect(tick(1).firstPass).toBeNull();
  });
  test('what the hand settles is in the plan, and gone with the passage', () => {
    const [from, to] = [chart().from.drawing, chart().to.drawing];
    const way: [string, string] = [from.id, to.id];
    pairLines(shot, way, from.ink[1].id, to.ink[2].id);
    partLines(shot, way, [from.ink[3].id, to.ink[3].id]);
    setAlone(shot, way, [from.ink[3].id], 'leave');
    shot.guides.arcs = [{ id: 'arc', points: [0, 0, 10, 10] }];
    pinPoint(shot, way, from.ink[1].id, 1, 'arc');
    const { job: own } = planForCharts(shot, [chart()]);
    expect(own.arcs).toHaveLength(1);
    const [step] = computeBetweens(own).steps;
    expect(step.pairs.find(({ byHand }) => byHand)).toMatchObject({ a: from.ink[1].id, b: to.ink[2].id });
    expect(step.alone.find(({ line }) => line === from.ink[3].id)?.way).toBe('leave');
  });
  test('what cannot be computed is said: blank keys, too many lines, nothing to draw, a locked layer', () => {
    const plan = () => planForCharts(shot, chartsIn(shot, layerId));
    expect(whyNotCompute(shot, plan())).toBeNull();
    shot.layers[0].locked = true;
    expect(whyNotCompute(shot, plan())).toMatch(/locked/);
    shot.layers[0].locked = false;
    const key = shot.drawings[chart().to.drawing.id];
    const { ink } = key;
    key.ink = [];
    key.paint = [];
    expect(whyNotCompute(shot, plan())).toMatch(/Drawing 2 on “Clean” has no lines/);
    key.ink = Array.from({ length: 4100 }, () => ink[1]);
    expect(whyNotCompute(shot, plan())).toMatch(/at most 4000/);
    key.ink = ink;
    for (const k of [0, 1, 2]) tick(k).ink = figure(0.1);
    expect(whyNotCompute(shot, plan())).toMatch(/nothing to draw/);
  });
});

/** Size and volume of a part against the first key, or the model sheet where it was chosen there: what grows and shrinks from drawing to drawing. */
import { IDENTITY, inverse, mapPoint } from '../plane/matrix.ts';
import type { Point } from '../plane/point.ts';
import type { FigurePart, Shot } from '../shot/model.ts';
import { type Check, type CheckJob, chartPoint, curveColour, percent } from './check.ts';
import type { ChartSeries, CheckResult, Finding, Mend } from './finding.ts';
import { modelDrawing } from './notes.ts';
import { areaOf, boxPrint, middleOf, type PartStep, partSteps } from './parts.ts';
import { nameOf, type Step } from './steps.ts';

interface Measure {
  check: string;
  /** Null where it cannot be measured. */
  of(part: PartStep): number | null;
  words(name: string, drawing: string, share: number, key: string): string;
  how: string;
  /** How much the part is to be scaled to be as the key is. */
  mend(is: number, key: number): { across: number; down: number; name: string };
}

/** What a drawing's part is scaled about: the middle of its foot, where it stands. */
function footOf({ step, box }: PartStep): Point {
  const [x, y] = mapPoint(inverse(step.map), middleOf(box).x, box.maxY);
  return { x, y };
}

/** A part as it is on the model sheet, where the hand has said which lines it is there. */
function onModel(shot: Shot, part: FigurePart): PartStep | null {
  const drawing = modelDrawing(shot);
  if (!drawing || !part.drawings.some((each) => each.held && each.drawing === drawing.id)) return null;
  const step: Step = { drawing, frame: 0, frames: 1, map: IDENTITY };
  return partSteps(part, [step])[0] ?? null;
}

function look({ shot, layer, runs, parts, limit }: CheckJob, measure: Measure): CheckResult {
  const findings: Finding[] = [];
  const series: ChartSeries[] = [];
  for (const [k, part] of parts.entries()) {
    const steps = runs.flatMap((run) => partSteps(part, run));
    const measured = steps.flatMap((each) => {
      const value = measure.of(each);
      return value === null ? [] : [{ each, value }];
    });
    const model = onModel(shot, part);
    const size = model && measure.of(model);
    const key =
      model && size
        ? { each: model, value: size }
        : (measured.find(({ each }) => each.step.drawing.role === 'key') ?? measured[0]);
    const line: ChartSeries = {
      name: part.name,
      colour: curveColour(k),
      shape: 'line',
      points: [],
      marks: [],
    };
    series.push(line);
    for (const { each, value } of measured) {
      const { drawing, frame } = each.step;
      const share = value / key.value;
      line.points.push(chartPoint(each.step, 100 * share));
      if (each === key.each || Math.abs(share - 1) <= limit / 100) continue;
      const { across, down, name } = measure.mend(value, key.value);
      const mend: Mend = {
        kind: 'scale',
        name,
        drawing: drawing.id,
        about: footOf(each),
        across,
        down,
        lines: each.planes.ink.map(({ id }) => id),
        areas: each.planes.paint.map(({ id }) => id),
      };
      findings.push({
        check: measure.check,
        about: `${part.id} ${drawing.id}`,
        print: `${boxPrint(key.each.box)} ${boxPrint(each.box)} ${Math.round(value)}`,
        layer: layer.id,
        drawing: drawing.id,
        frame,
        words: measure.words(
          part.name,
          nameOf(drawing),
          share,
          key.each === model ? 'the model sheet' : nameOf(key.each.step.drawing),
        ),
        how: measure.how,
        amount: Math.abs(share - 1) / (limit / 100),
        at: middleOf(each.box),
        mends: [mend],
      });
    }
  }
  return { findings, chart: { unit: '%', series, base: 100, limit, bothSides: true }, paths: [] };
}

export const size: Check = {
  id: 'size',
  name: 'Size',
  about:
    'A part should stay as large as on the first key or the model sheet: heads that grow and shrink are seen at once.',
  needs: 'parts',
  limit: { name: 'off the key', unit: '%', first: () => 3 },
  look: (job) =>
    look(job, {
      check: 'size',
      of: ({ box }) => Math.sqrt((box.maxX - box.minX) * (box.maxY - box.minY)) || null,
      words: (name, drawing, share, key) =>
        `“${name}” is ${percent(Math.abs(share - 1))} ${share > 1 ? 'larger' : 'smaller'} on drawing ${drawing} than on ${key}.`,
      how: 'Scale it to size, or draw it anew over the key.',
      mend: (is, key) => ({ across: key / is, down: key / is, name: 'Scale it to size' }),
    }),
};

export const volume: Check = {
  id: 'volume',
  name: 'Volume',
  about: 'What is squashed gets wider, what is stretched gets thinner: a part should cover as much on every drawing.',
  needs: 'parts',
  limit: { name: 'off the key', unit: '%', first: () => 5 },
  look: (job) =>
    look(job, {
      check: 'volume',
      of: ({ planes, step }) => areaOf(planes, step) || null,
      words: (name, drawing, share, key) =>
        `“${name}” has ${percent(share)} of its volume on drawing ${drawing}, measured by ${key}.`,
      how: 'Scale it one way until it has its volume again.',
      mend: (is, key) => ({ across: key / is, down: 1, name: 'Make it as full by its width' }),
    }),
};

import { group } from 'd3';
import { isFirstPass } from '../between/index.ts';
import { drawingsOfLayer } from '../sheet/drawings.ts';
import { placedExposures } from '../sheet/exposures.ts';
import { inARow } from '../shot/in-a-row.ts';
import { type Drawing, STAGES } from '../shot/model.ts';
import type { Check, CheckJob } from './check.ts';
import type { CheckResult, Finding, Mend } from './finding.ts';
import { drawnAs } from './seam.ts';
import { nameOf } from './steps.ts';

const GO: Mend = { kind: 'open', name: 'Go there', view: 'desk' };

/** Empty frames between drawings. */
function gaps({ layer, from, to }: CheckJob): Finding[] {
  const all = placedExposures(layer.exposures);
  return all.flatMap(({ exposure: { cell, frames }, start }, i): Finding[] => {
    const inside = cell === null && i > 0 && all.slice(i + 1).some(({ exposure }) => exposure.cell !== null);
    if (!inside || start + frames <= from || start > to) return [];
    return [
      {
        check: 'sheet',
        about: `gap ${all[i - 1].exposure.id}`,
        print: `${start} ${frames}`,
        layer: layer.id,
        drawing: null,
        frame: start,
        words: `${frames === 1 ? `Frame ${start + 1} is` : `Frames ${start + 1} to ${start + frames} are`} empty between drawings.`,
        how: 'Hold the drawing before, or close the gap.',
        amount: 1,
        at: null,
        mends: [GO],
      },
    ];
  });
}

/** A drawing on one frame among drawings held two and more. */
function onesAmongTwos({ layer, from, to }: CheckJob): Finding[] {
  const all = placedExposures(layer.exposures).filter(({ exposure }) => exposure.cell?.kind === 'drawing');
  const held = (i: number) => all[i]?.exposure.frames ?? 0;
  return all.flatMap(({ exposure, start }, i): Finding[] => {
    const [before, after] = [held(i - 1), held(i + 1)];
    if (exposure.frames !== 1 || before < 2 || after < 2 || start < from || start > to) return [];
    return [
      {
        check: 'sheet',
        about: `one ${exposure.id}`,
        print: `${before} 1 ${after}`,
        layer: layer.id,
        drawing: exposure.cell?.kind === 'drawing' ? exposure.cell.drawing : null,
        frame: start,
        words: `The drawing on frame ${start + 1} stands one frame among others that stand ${Math.min(before, after)}.`,
        how: 'Hold it as its neighbours are held.',
        amount: 0.6,
        at: null,
        mends: [GO],
      },
    ];
  });
}

/** Drawings of a run that are drawn alike although they are two. */
function twins({ layer, runs }: CheckJob): Finding[] {
  return runs.flatMap((run) => {
    const first = new Map<string, (typeof run)[number]>();
    return run.flatMap((step): Finding[] => {
      // A mouth is laid again wherever it is wanted.
      if (step.drawing.mouth || step.drawing.ink.length + step.drawing.paint.length === 0) return [];
      const look = drawnAs(step.drawing);
      const other = first.get(look);
      if (!other) first.set(look, step);
      if (!other || other.drawing === step.drawing) return [];
      return [
        {
          check: 'sheet',
          about: `twin ${other.drawing.id} ${step.drawing.id}`,
          print: look,
          layer: layer.id,
          drawing: step.drawing.id,
          frame: step.frame,
          words: `Drawings ${nameOf(other.drawing)} and ${nameOf(step.drawing)} are drawn alike.`,
          how: `Show ${nameOf(other.drawing)} again in its place, or draw it anew.`,
          amount: 0.8,
          at: null,
          mends: [GO],
        },
      ];
    });
  });
}

/** Drawings that want another look: first passes, rough ones among clean ones, those in the tray. */
function unfinished({ shot, layer, runs }: CheckJob): Finding[] {
  const steps = runs.flat();
  const stage = (name: string) => STAGES.indexOf(name as never);
  const clean = steps.some(({ drawing }) => stage(drawing.stage) >= stage('clean'));
  const seen = new Set<string>();
  const out: Finding[] = [];
  const passes: { drawing: Drawing; frame: number }[] = [];
  for (const { drawing, frame } of steps) {
    if (seen.has(drawing.id)) continue;
    seen.add(drawing.id);
    const place = { check: 'sheet', layer: layer.id, drawing: drawing.id, frame, at: null };
    if (isFirstPass(drawing)) passes.push({ drawing, frame });
    else if (clean && drawing.stage === 'rough' && drawing.ink.length > 0)
      out.push({
        ...place,
        about: `rough ${drawing.id}`,
        print: drawing.stage,
        words: `Drawing ${nameOf(drawing)} is rough among clean ones.`,
        how: 'Clean it up.',
        amount: 0.7,
        mends: [GO],
      });
  }
  if (passes.length > 0)
    out.push({
      check: 'sheet',
      about: 'first passes',
      print: passes.map(({ drawing }) => drawing.id).join(' '),
      layer: layer.id,
      drawing: passes[0].drawing.id,
      frame: passes[0].frame,
      at: null,
      words: `${inARow(passes.map(({ drawing }) => nameOf(drawing)))}: ${passes.length === 1 ? 'a first pass' : 'first passes'} no hand has touched.`,
      how: 'Look at them, and correct what needs it.',
      amount: 0.4,
      mends: [GO],
    });
  const unused = [...drawingsOfLayer(shot, layer.id)].filter(
    ({ id, ink, paint }) =>
      ink.length + paint.length > 0 &&
      !layer.exposures.some(({ cell }) => cell?.kind === 'drawing' && cell.drawing === id),
  );
  if (unused.length > 0)
    out.push({
      check: 'sheet',
      about: 'unused',
      print: unused.map(({ id }) => id).join(' '),
      layer: layer.id,
      drawing: null,
      frame: 0,
      at: null,
      words: `${unused.length} ${unused.length === 1 ? 'drawing is' : 'drawings are'} on no frame; ${unused.length === 1 ? 'it waits' : 'they wait'} in the tray.`,
      how: 'Show them again, or throw them away.',
      amount: 0.2,
      mends: [GO],
    });
  return out;
}

/** Drawings that bear the same number, and numbers that do not follow the sheet. */
function numbering({ layer, runs }: CheckJob): Finding[] {
  // Mouths are called by their kind.
  if (layer.purpose === 'mouth') return [];
  const steps = [...new Map(runs.flat().map((step) => [step.drawing.id, step])).values()];
  const twice = [...group(steps, ({ drawing }) => nameOf(drawing))].filter(([, all]) => all.length > 1);
  const behind = steps.filter(({ drawing }, i) => i > 0 && drawing.number < steps[i - 1].drawing.number);
  const place = { check: 'sheet', layer: layer.id, at: null };
  const mends: Mend[] = [{ kind: 'renumber', name: 'Number them along the sheet', layer: layer.id }, GO];
  const how = 'Number them anew along the sheet, or let them be where the numbers are on paper already.';
  const out: Finding[] = twice.map(([name, [, second]]) => ({
    ...place,
    about: `number ${name}`,
    print: second.drawing.id,
    drawing: second.drawing.id,
    frame: second.frame,
    words: `More than one drawing is called ${name}.`,
    how,
    amount: 0.6,
    mends,
  }));
  if (behind.length > 0)
    out.push({
      ...place,
      about: 'numbers',
      print: behind.map(({ drawing }) => drawing.id).join(' '),
      drawing: behind[0].drawing.id,
      frame: behind[0].frame,
      words: `${inARow(behind.map(({ drawing }) => nameOf(drawing)))} ${behind.length === 1 ? 'stands' : 'stand'} after drawings of higher numbers.`,
      how,
      amount: 0.2,
      mends,
    });
  return out;
}

/** Notes that are still on the sheet. */
function openNotes({ shot, from, to }: CheckJob): Finding[] {
  const notes = shot.notes.filter(({ frame }) => frame >= from && frame <= to).sort((a, b) => a.frame - b.frame);
  if (notes.length === 0) return [];
  const [first] = notes;
  return [
    {
      check: 'sheet',
      about: 'notes',
      print: notes.map(({ id }) => id).join(' '),
      layer: null,
      drawing: null,
      frame: first.frame,
      words:
        notes.length === 1
          ? `A note stands on frame ${first.frame + 1}: “${first.text}”.`
          : `${notes.length} notes stand on the sheet, on frames ${inARow(notes.map(({ frame }) => String(frame + 1)))}.`,
      how: 'Do what they say and take them off.',
      amount: 0.1,
      at: null,
      mends: [GO],
    },
  ];
}

/** What of the sheet an assistant would ask about. */
export const sheetOrder: Check = {
  id: 'sheet',
  name: 'Sheet',
  about:
    'Empty frames, twins, one on ones among twos, numbers, drawings not used, not touched or not cleaned, open notes.',
  needs: 'nothing',
  limit: null,
  look: (job): CheckResult => ({
    findings: [
      ...gaps(job),
      ...onesAmongTwos(job),
      ...twins(job),
      ...numbering(job),
      ...unfinished(job),
      ...openNotes(job),
    ],
    chart: null,
    paths: [],
  }),
};

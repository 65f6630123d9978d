import { group } from 'd3';
import { type FaultKind, faultsIn } from '../paint/index.ts';
import type { Drawing } from '../shot/model.ts';
import type { Check } from './check.ts';
import type { CheckResult, Finding } from './finding.ts';
import { nameOf, onPaper, type Step } from './steps.ts';

const WORDS: Record<FaultKind, (name: string, count: number) => string> = {
  hole: (name, n) =>
    `${n === 1 ? 'A region' : `${n} regions`} of drawing ${name} ${n === 1 ? 'is' : 'are'} not painted.`,
  speck: (name, n) =>
    `${n === 1 ? 'A speck' : `${n} specks`} of drawing ${name} ${n === 1 ? 'is' : 'are'} not painted.`,
  leak: (name, n) => `Paint of drawing ${name} runs out of its lines${n === 1 ? '' : ` in ${n} places`}.`,
  once: (name, n) => `Drawing ${name} has ${n === 1 ? 'a colour' : `${n} colours`} that no other has.`,
  jump: (name, n) => `${n === 1 ? 'A colour jumps' : `${n} colours jump`} on drawing ${name}.`,
};
/** What is seen from farthest comes first. */
const WEIGHT: Record<FaultKind, number> = { leak: 5, jump: 4, hole: 3, once: 2, speck: 1 };

/** What is not as paint should be: the list of the Paint view, beside the other checks. */
export const paint: Check = {
  id: 'paint',
  name: 'Paint',
  about: 'Regions not painted, specks, paint that runs out, colours used once and colours that jump.',
  needs: 'nothing',
  limit: null,
  look({ shot, layer, runs, progress }): CheckResult {
    const steps = new Map<string, Step>();
    for (const step of runs.flat()) if (!steps.has(step.drawing.id)) steps.set(step.drawing.id, step);
    const drawings = [...steps.values()].map(({ drawing }): Drawing => drawing);
    if (drawings.every((drawing) => drawing.paint.length === 0)) return { findings: [], chart: null, paths: [] };
    const job = {
      width: shot.width,
      height: shot.height,
      wishes: {},
      drawings,
      background: layer.purpose === 'background',
    };
    // One kind of fault of a drawing is told once, at the largest: the Paint view steps through all of them.
    const told = group(faultsIn(job, progress), ({ kind, drawing }) => `${kind} ${drawing}`);
    const findings = [...told].map(([about, faults]): Finding => {
      const { kind, drawing, x, y, size } = faults.reduce((a, b) => (b.size > a.size ? b : a));
      const step = steps.get(drawing)!;
      return {
        check: 'paint',
        about,
        print: faults
          .map((fault) => `${Math.round(fault.x)},${Math.round(fault.y)} ${Math.round(fault.size)}`)
          .join(' '),
        layer: layer.id,
        drawing,
        frame: step.frame,
        words: WORDS[kind](nameOf(step.drawing), faults.length),
        how: 'Pour it there, or carry the paint through again.',
        amount: WEIGHT[kind] + Math.min(0.9, size / (shot.width * shot.height)),
        at: onPaper(step, { x, y }),
        mends: [{ kind: 'open', name: 'Go there', view: 'paint' }],
      };
    });
    return { findings, chart: null, paths: [] };
  },
};

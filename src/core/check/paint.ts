import { type FaultKind, faultsIn } from '../paint/index.ts';
import type { Drawing } from '../shot/model.ts';
import type { Check } from './check.ts';
import type { CheckResult, Finding } from './finding.ts';
import { nameOf, onPaper, type Step } from './steps.ts';

const WORDS: Record<FaultKind, (name: string) => string> = {
  hole: (name) => `A region of drawing ${name} is not painted.`,
  speck: (name) => `A speck of drawing ${name} is not painted.`,
  leak: (name) => `Paint of drawing ${name} runs out to the edge of the paper.`,
  once: (name) => `Drawing ${name} has a colour that no other has.`,
  jump: (name) => `A colour jumps on drawing ${name}.`,
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
    const findings = faultsIn(job, progress).map(({ kind, drawing, x, y, size }): Finding => {
      const step = steps.get(drawing)!;
      return {
        check: 'paint',
        about: `${kind} ${drawing} ${Math.round(x)} ${Math.round(y)}`,
        print: `${kind} ${Math.round(size)}`,
        layer: layer.id,
        drawing,
        frame: step.frame,
        words: WORDS[kind](nameOf(step.drawing)),
        how: 'Pour it there, or carry the paint through again.',
        amount: WEIGHT[kind] + Math.min(0.9, size / (shot.width * shot.height)),
        at: onPaper(step, { x, y }),
        mends: [{ kind: 'open', name: 'Go there', view: 'paint' }],
      };
    });
    return { findings, chart: null, paths: [] };
  },
};

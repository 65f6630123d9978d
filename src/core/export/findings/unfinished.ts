import { isFirstPass } from '../../between/index.ts';
import { drawingName } from '../../sheet/drawings.ts';
import { inARow } from '../../shot/in-a-row.ts';
import { STAGES } from '../../shot/model.ts';
import { type DrawnLayer, drawnLayers } from './drawn.ts';
import type { FindingSource } from './finding.ts';

const delivered = ({ visible, guide }: DrawnLayer['layer']) => visible && !guide;
const named = (drawings: DrawnLayer['drawings']) => inARow(drawings.map(({ drawing }) => drawingName(drawing)));

/** Drawings still rough on a layer whose others are farther on. */
export const roughAmongClean: FindingSource = {
  id: 'rough-among-clean',
  look: ({ shot, film: { parts } }) =>
    drawnLayers(shot, parts[0].from, parts[0].to, delivered).flatMap(({ layer, drawings }) => {
      const stages = drawings.map(({ drawing }) => STAGES.indexOf(drawing.stage));
      const clean = stages.some((stage) => stage >= STAGES.indexOf('clean'));
      const rough = drawings.filter(({ drawing }) => drawing.stage === 'rough' && drawing.ink.length > 0);
      if (!clean || rough.length === 0) return [];
      return [
        {
          words: `“${layer.name}” ${named(rough)} ${rough.length === 1 ? 'is' : 'are'} still rough among clean ones.`,
          place: { frame: rough[0].frame, layer: layer.id, view: 'desk' as const },
        },
      ];
    }),
};

/** Drawings that were computed and that no hand has touched. */
export const firstPasses: FindingSource = {
  id: 'first-passes',
  look: ({ shot, film: { parts } }) =>
    drawnLayers(shot, parts[0].from, parts[0].to, delivered).flatMap(({ layer, drawings }) => {
      const own = drawings.filter(({ drawing }) => isFirstPass(drawing));
      if (own.length === 0) return [];
      return [
        {
          words: `“${layer.name}” ${named(own)}: ${own.length === 1 ? 'a first pass' : 'first passes'} no hand has touched.`,
          place: { frame: own[0].frame, layer: layer.id, view: 'desk' as const },
        },
      ];
    }),
};

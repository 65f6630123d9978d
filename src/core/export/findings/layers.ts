import { drawnLayers, isDelivered } from './drawn.ts';
import type { FindingSource } from './finding.ts';

/** Guide and hidden layers with something on them. */
export const leftOutLayers: FindingSource = {
  id: 'left-out-layers',
  look: ({ shot, film: { parts } }) =>
    drawnLayers(shot, parts[0].from, parts[0].to, (layer) => !isDelivered(layer)).flatMap(({ layer, drawings }) => {
      const drawn = drawings.filter(({ drawing }) => drawing.ink.length + drawing.paint.length > 0);
      if (drawn.length === 0) return [];
      const why = layer.guide ? 'is a guide layer' : 'is hidden';
      const many = drawn.length === 1 ? 'its drawing is' : `its ${drawn.length} drawings are`;
      return [
        {
          words: `“${layer.name}” ${why}: ${many} not delivered.`,
          place: { frame: drawn[0].frame, layer: layer.id, view: 'desk' as const },
        },
      ];
    }),
};

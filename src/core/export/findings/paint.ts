import { holesOf, regionMap } from '../../paint/index.ts';
import { drawingName } from '../../sheet/drawings.ts';
import { inARow } from '../../shot/in-a-row.ts';
import { drawnLayers, isDelivered } from './drawn.ts';
import type { FindingSource } from './finding.ts';

/** Drawings without any paint on a layer that is painted; mouths of a chart are as the chart has them. */
export const unpainted: FindingSource = {
  id: 'unpainted',
  look: ({ shot, wishes, film: { parts } }) =>
    wishes.planes === 'lines'
      ? []
      : drawnLayers(shot, parts[0].from, parts[0].to, isDelivered).flatMap(({ layer, drawings }) => {
          const bare = drawings.filter(
            ({ drawing }) => drawing.paint.length === 0 && drawing.ink.length > 0 && !drawing.mouth,
          );
          if (bare.length === 0 || bare.length * 2 > drawings.length) return [];
          const names = inARow(bare.map(({ drawing }) => drawingName(drawing)));
          return [
            {
              words: `“${layer.name}” ${names} ${bare.length === 1 ? 'has' : 'have'} no paint, the others have.`,
              place: { frame: bare[0].frame, layer: layer.id, view: 'paint' as const },
            },
          ];
        }),
};

/** Regions left open in painted drawings. */
export const holes: FindingSource = {
  id: 'holes',
  slow: true,
  async look({ shot, wishes, film: { parts }, pause }) {
    if (wishes.planes === 'lines') return [];
    const out = [];
    for (const { layer, drawings } of drawnLayers(shot, parts[0].from, parts[0].to, isDelivered)) {
      const open: { name: string; frame: number; count: number }[] = [];
      for (const { drawing, frame } of drawings) {
        if (drawing.paint.length === 0) continue;
        await pause();
        const map = regionMap(drawing.ink, shot.width, shot.height, { specks: 0 });
        const count = holesOf(drawing.id, map, drawing.paint).filter(({ kind }) => kind === 'hole').length;
        if (count > 0) open.push({ name: drawingName(drawing), frame, count });
      }
      if (open.length === 0) continue;
      const all = open.reduce((sum, { count }) => sum + count, 0);
      out.push({
        words: `“${layer.name}” ${inARow(open.map(({ name }) => name))}: ${all === 1 ? 'a region is' : `${all} regions are`} not painted.`,
        place: { frame: open[0].frame, layer: layer.id, view: 'paint' as const },
      });
    }
    return out;
  },
};

/** Frames painted with what is kept of the frames before look as they do without. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { newCanvas } from '../../../cli/lent/canvas.ts';
import { FrameMemory } from '../../../src/core/picture/index.ts';
import { makeDrawing, makeLayer, newId, type Shot } from '../../../src/core/shot/index.ts';
import { nodePainter, raster } from '../../canvas.ts';
import { cellOf, circle, smallShot } from '../../make.ts';

/** Three layers with their own drawings, one see-through, timed as given. */
function stacked(holds: number[][], opacity: number, transparent: boolean): Shot {
  const { shot, swatch } = smallShot();
  shot.background.transparent = transparent;
  shot.layers = holds.map((own, l) => {
    const layer = makeLayer(`Layer ${l}`, 'clean', { opacity: l === 1 ? opacity : 1 });
    layer.exposures = own.map((frames, i) => {
      const drawing = makeDrawing(layer.id, i + 1, { ink: [circle(60 + 50 * l + 9 * i, 50 + 20 * l, 30, { swatch })] });
      shot.drawings[drawing.id] = drawing;
      return { id: newId(), cell: i % 4 === 3 ? null : cellOf(drawing.id), frames };
    });
    return layer;
  });
  shot.palettes.push({
    ...shot.palettes[0],
    id: 'lit',
    swatches: shot.palettes[0].swatches.map((each) => ({ ...each, colour: '#cc3311' })),
  });
  shot.paletteCues.push({ frame: 9, palette: 'lit' });
  return shot;
}

test('whatever stays the same from frame to frame, the pixels are those of a frame painted by itself', () => {
  const holds = fc.array(fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 6 }), {
    minLength: 1,
    maxLength: 3,
  });
  fc.assert(
    fc.property(holds, fc.constantFrom(1, 0.5), fc.boolean(), (own, opacity, transparent) => {
      const shot = stacked(own, opacity, transparent);
      const painter = nodePainter();
      const memory = new FrameMemory(newCanvas);
      const picture = (frame: number, kept?: FrameMemory) =>
        raster(160, 90, (context) =>
          painter.paintFrame(context, shot, frame, 'delivery', [0.5, 0, 0, 0.5, 0, 0], 160, 90, kept),
        ).data;
      for (let frame = 0; frame < 12; frame++)
        expect(Buffer.compare(Buffer.from(picture(frame, memory)), Buffer.from(picture(frame))), `frame ${frame}`).toBe(
          0,
        );
    }),
    { numRuns: 40 },
  );
});

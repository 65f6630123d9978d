/** What of the paper a layer takes up at a frame, before it is moved. */
import { drawnBox } from '../../ink/drawn-box.ts';
import { type Box, joinedBox, mapBox } from '../../plane/box.ts';
import { fitted } from '../../plane/fit.ts';
import type { Point } from '../../plane/point.ts';
import type { CellRef, Layer } from '../../shot/layer-model.ts';
import { levelOf } from '../../shot/levels.ts';
import { LIMITS } from '../../shot/make.ts';
import type { Shot } from '../../shot/model.ts';
import { shownExposure } from '../exposures.ts';
import { layerAt } from './layer-at.ts';

/** What a cell takes up where it lies before it is carried; null for nothing. */
function cellBox(shot: Shot, cell: CellRef, depth = 0): Box | null {
  if (cell.kind === 'picture') {
    const asset = shot.assets[cell.asset];
    if (!asset || asset.width <= 0 || asset.height <= 0) return null;
    const { x, y, width, height } = fitted(shot, asset);
    return { minX: x, minY: y, maxX: x + width, maxY: y + height };
  }
  if (cell.kind === 'bundle') {
    const level = levelOf(shot, cell.bundle);
    if (level === shot || depth >= LIMITS.maxDepth) return null;
    const boxes = level.layers.flatMap((layer) => {
      const inner = layer.visible ? shownExposure(layer.exposures, layer.afterLast, cell.frame)?.exposure.cell : null;
      const box = inner ? cellBox(level, inner, depth + 1) : null;
      const { place } = layerAt(level, layer, cell.frame);
      return box ? [place ? mapBox(place, box) : box] : [];
    });
    return boxes.length === 0 ? null : boxes.reduce(joinedBox);
  }
  const drawing = shot.drawings[cell.drawing];
  return drawing ? drawnBox(drawing) : null;
}

/** The box of what a layer shows at a frame, or of the first thing it shows; null for a layer without anything. */
export function layerBox(shot: Shot, layer: Layer, frame: number): Box | null {
  const shown = shownExposure(layer.exposures, layer.afterLast, frame)?.exposure.cell;
  const cell = shown ?? layer.exposures.find((each) => each.cell !== null)?.cell;
  return cell ? cellBox(shot, cell) : null;
}

/** What a layer is turned about until another point is chosen: the middle of what it shows, where that lies. */
export function layerPivot(shot: Shot, layer: Layer, frame: number): Point {
  if (layer.moves) return layer.moves.pivot;
  const box = layerBox(shot, layer, frame);
  if (!box) return { x: shot.width / 2, y: shot.height / 2 };
  const [x, y] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  const [a, b, c, d, e, f] = layer.place ?? [1, 0, 0, 1, 0, 0];
  return { x: a * x + c * y + e, y: b * x + d * y + f };
}

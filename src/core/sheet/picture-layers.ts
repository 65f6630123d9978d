/** Layers that show one picture: a background, an overlay, a cart. They are delivered like drawings. */
import type { Matrix } from '../plane/matrix.ts';
import type { Id } from '../shot/ids.ts';
import { newId } from '../shot/ids.ts';
import type { Layer } from '../shot/layer-model.ts';
import { makeLayer } from '../shot/make.ts';
import type { Asset, Shot } from '../shot/model.ts';
import { layerOf, setExposures } from './edit.ts';

type Size = Pick<Asset, 'width' | 'height'>;

/**
 * The place at which a picture's corner lies at a point of the paper and its pixels are `scale` paper pixels large. (Without a
 * place a picture is fitted into the paper and centred.)
 */
export function placeAt(paper: Size, picture: Size, x: number, y: number, scale: number): Matrix {
  const fit = Math.min(paper.width / picture.width, paper.height / picture.height);
  const [left, top] = [(paper.width - picture.width * fit) / 2, (paper.height - picture.height * fit) / 2];
  const by = scale / fit;
  return [by, 0, 0, by, x - by * left, y - by * top];
}

/** A picture at its own size in the middle of the paper; one larger than the paper is fitted in: null. */
export function ownPlace(paper: Size, picture: Size): Matrix | null {
  if (picture.width >= paper.width || picture.height >= paper.height) return null;
  return placeAt(paper, picture, (paper.width - picture.width) / 2, (paper.height - picture.height) / 2, 1);
}

export interface NewPicture {
  name: string;
  asset: Asset;
  place: Matrix | null;
  opacity: number;
  visible: boolean;
  /** It covers the whole paper: it comes under everything, the others above the layer in hand. */
  covers: boolean;
}

/** Puts pictures on layers of their own, lowest first, each held through the shot. @returns the ids of the layers */
export function addPictures(shot: Shot, pictures: NewPicture[], above: Id): Id[] {
  const ids: Id[] = [];
  const under = pictures.filter(({ covers }) => covers);
  const over = pictures.filter(({ covers }) => !covers);
  const put = (all: NewPicture[], at: number) => {
    const layers = all.map(({ name, asset, place, opacity, visible }): Layer => {
      const layer = makeLayer(name, 'background', { place, opacity, visible });
      layer.exposures = [{ id: newId(), cell: { kind: 'picture', asset: asset.id, index: 0 }, frames: shot.length }];
      return layer;
    });
    shot.layers.splice(at, 0, ...layers);
    ids.push(...layers.map(({ id }) => id));
  };
  put(under, 0);
  put(over, shot.layers.findIndex(({ id }) => id === above) + 1 || shot.layers.length);
  return ids;
}

/** The file whose picture a layer shows; null for a layer of drawings. */
export function pictureOf(layer: Layer): Id | null {
  const cell = layer.exposures.find((each) => each.cell?.kind === 'picture')?.cell;
  return cell?.kind === 'picture' ? cell.asset : null;
}

/**
 * Shows a newer file where a layer shows a picture, with everything on it kept: its timing, its place, its fade. One of another
 * size keeps the middle and the size of its pixels.
 */
export function replacePicture(shot: Shot, layerId: Id, asset: Asset): void {
  const layer = layerOf(shot, layerId);
  const before = pictureOf(layer);
  const was = before ? shot.assets[before] : undefined;
  if (was && (was.width !== asset.width || was.height !== asset.height)) {
    const [a, b, c, d, e, f] = layer.place ?? [1, 0, 0, 1, 0, 0];
    const fitted = (size: Size) => Math.min(shot.width / size.width, shot.height / size.height);
    // How much larger a pixel of the new one would be shown than one of the old.
    const by = fitted(was) / fitted(asset);
    const [x, y] = [shot.width / 2, shot.height / 2];
    layer.place = [a * by, b * by, c * by, d * by, e + (a * x + c * y) * (1 - by), f + (b * x + d * y) * (1 - by)];
  }
  setExposures(
    shot,
    layerId,
    layer.exposures.map((each) =>
      each.cell?.kind === 'picture' && each.cell.asset === before
        ? { ...each, cell: { kind: 'picture' as const, asset: asset.id, index: 0 } }
        : each,
    ),
  );
}

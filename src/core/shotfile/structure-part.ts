/** A shot without what its drawings hold, as `shot.json` has it, and back. */
import type { Id } from '../shot/ids.ts';
import type { Drawing, Shot } from '../shot/model.ts';
import { bringUpToDate } from '../shot/older.ts';
import { stableJson } from '../shot/stable-json.ts';
import { bundleOfPart, cameraOfPart, cellOf, layerOfPart } from './layer-part.ts';
import type { ShotPart } from './schema.ts';

/** In the order of their ids: what was taken out and put back stands where it stood. */
export function inOrder<T>(all: Record<Id, T>): [Id, T][] {
  return Object.entries(all).sort(([a], [b]) => (a < b ? -1 : 1));
}

export function structureJson({ drawings, assets, bundles, mouthGuide, ...structure }: Shot): string {
  const places = inOrder(mouthGuide.places).map(([drawing, place]) => ({ drawing, ...place }));
  return stableJson(
    {
      ...structure,
      mouthGuide: { head: mouthGuide.head, places },
      bundles: inOrder(bundles).map(([, bundle]) => bundle),
      assets: inOrder(assets).map(([, asset]) => asset),
      drawings: inOrder(drawings).map(([id]) => id),
    },
    1,
  );
}

/** The parts of a file as a shot; what they name is not looked at yet. */
export function shotOf(part: ShotPart, drawings: Record<Id, Drawing>): Shot {
  const { guides, mouthGuide, checks } = part;
  return bringUpToDate({
    ...part,
    layers: part.layers.map(layerOfPart),
    bundles: Object.fromEntries((part.bundles ?? []).map((bundle) => [bundle.id, bundleOfPart(bundle)])),
    camera: cameraOfPart(part.camera),
    drawings,
    tracks: part.tracks.map((track) => ({
      ...track,
      clips: track.clips.map((clip) => ({
        ...clip,
        pin: clip.pin ?? null,
        loop: clip.loop ?? null,
        follows: clip.follows ?? null,
      })),
    })),
    guides: guides && {
      ...guides,
      mirror: guides.mirror ?? null,
      horizon: guides.horizon ?? null,
      ground: guides.ground ?? null,
    },
    model: part.model ? cellOf(part.model, 'the model sheet') : null,
    reading: part.reading?.map((sound) => ({ ...sound, clip: sound.clip ?? null, fit: sound.fit ?? null })),
    mouthGuide: mouthGuide && {
      head: mouthGuide.head ?? null,
      places: Object.fromEntries(mouthGuide.places.map(({ drawing, ...place }) => [drawing, place])),
    },
    checks: checks && {
      ...checks,
      followed: checks.followed.map((point) => ({
        ...point,
        measuredTo: point.measuredTo ?? null,
        stands: point.stands.map((stand) => ({ ...stand, on: stand.on ?? null })),
      })),
    },
    assets: Object.fromEntries(part.assets.map((asset) => [asset.id, asset])),
  });
}

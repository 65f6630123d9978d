import type { Clip, Drawing, Shot } from './model.ts';

/** A shot as earlier versions kept it: what has come since may be missing. */
export type OlderShot = Omit<Shot, 'markers' | 'notes' | 'tracks'> &
  Partial<Pick<Shot, 'markers' | 'notes'>> & {
    tracks: (Omit<Shot['tracks'][number], 'clips'> & { clips: (Omit<Clip, 'pin'> & Partial<Pick<Clip, 'pin'>>)[] })[];
  };

/** Fills in what has come since a shot was kept. */
export function bringUpToDate(shot: OlderShot): Shot {
  return {
    ...shot,
    markers: shot.markers ?? [],
    notes: shot.notes ?? [],
    tracks: shot.tracks.map((track) => ({
      ...track,
      clips: track.clips.map((clip) => ({ ...clip, pin: clip.pin ?? null })),
    })),
  };
}

/** The same for a drawing. */
export function drawingUpToDate(
  drawing: Omit<Drawing, 'label' | 'stage'> & Partial<Pick<Drawing, 'label' | 'stage'>>,
): Drawing {
  return { ...drawing, label: drawing.label ?? '', stage: drawing.stage ?? 'rough' };
}

/**
 * What in a shot names something else of it, and what becomes of the name when its target goes. Every place that names
 * another by id is an entry here: removing, opening, reading files, copying and the tests go through this list.
 */
import { everyLayer } from './levels.ts';
import type { Passage, Shot } from './model.ts';
import {
  castPlaces,
  cellsOf,
  layerPlaces,
  modelPlaces,
  notedDrawings,
  notedLayers,
  type ReferencePlace,
  swatchPlaces,
} from './reference-places.ts';

/** What can be named. A holder has drawings: a layer, or a mouth chart. */
export type Target =
  | 'layer'
  | 'holder'
  | 'drawing'
  | 'pictures'
  | 'bundle'
  | 'sound'
  | 'clip'
  | 'exposure'
  | 'swatch'
  | 'palette'
  | 'chart'
  | 'line'
  | 'arc'
  | 'followed';

export interface Reference {
  /** The place in words: "the model sheet". */
  what: string;
  to: Target;
  /** What happens when the target goes, in words. */
  fate: string;
  /**
   * `mends`: put right at once, wherever the target is removed. `needed`: nothing in the application leaves it dangling; a
   * file where it does is refused, a kept shot is put right. `waits`: may name what is not there, and is passed over until
   * it is back.
   */
  kind: 'mends' | 'needed' | 'waits';
  places(shot: Shot): Iterable<ReferencePlace>;
}

const withoutPassages = (draft: Shot, gone: (passage: Passage) => boolean) => {
  draft.passages = draft.passages.filter((each) => !gone(each));
};

export const REFERENCES: readonly Reference[] = [
  {
    what: 'a drawing of a layer or a mouth chart',
    to: 'holder',
    fate: 'the drawing goes too',
    kind: 'needed',
    *places(shot) {
      for (const { id, layerId } of Object.values(shot.drawings))
        yield { id: layerId, mend: (draft) => void delete draft.drawings[id] };
    },
  },
  {
    what: 'a drawing shown on the sheet',
    to: 'drawing',
    fate: 'its cells are empty',
    kind: 'needed',
    places: (shot) => cellsOf(shot, 'drawing'),
  },
  {
    what: 'a picture shown on the sheet',
    to: 'pictures',
    fate: 'its cells are empty',
    kind: 'needed',
    places: (shot) => cellsOf(shot, 'picture'),
  },
  {
    what: 'a bundle shown on the sheet',
    to: 'bundle',
    fate: 'its cells are empty',
    kind: 'needed',
    places: (shot) => cellsOf(shot, 'bundle'),
  },
  {
    what: 'the layer that a layer goes along with',
    to: 'layer',
    fate: 'the layer goes by itself',
    kind: 'mends',
    places: layerPlaces(
      ({ goesWith }) => goesWith,
      (layer) => {
        layer.goesWith = null;
      },
    ),
  },
  {
    what: 'the layer that a layer shows inside or outside of',
    to: 'layer',
    fate: 'the layer shows everywhere',
    kind: 'mends',
    places: layerPlaces(
      ({ only }) => only?.layer ?? null,
      (layer) => {
        layer.only = null;
      },
    ),
  },
  {
    what: 'the swatch of a shadow or a glow',
    to: 'swatch',
    fate: 'it is black, or a glow in the colours of its layer',
    kind: 'mends',
    places: castPlaces,
  },
  {
    what: 'a mouth of a chart',
    to: 'drawing',
    fate: 'the mouth is not drawn any more',
    kind: 'needed',
    *places(shot) {
      for (const chart of shot.charts) {
        for (const { drawing } of chart.mouths)
          yield {
            id: drawing,
            mend: (draft) => {
              const own = draft.charts.find(({ id }) => id === chart.id);
              if (own) own.mouths = own.mouths.filter((mouth) => mouth.drawing !== drawing);
            },
          };
      }
    },
  },
  {
    what: 'a change of colour model',
    to: 'palette',
    fate: 'the change goes; the first colour model colours from the start',
    kind: 'needed',
    *places(shot) {
      for (const { palette } of shot.paletteCues)
        yield {
          id: palette,
          mend: (draft) => {
            const cues = draft.paletteCues.filter((cue) => cue.palette !== palette);
            if (cues[0]?.frame !== 0) cues.unshift({ frame: 0, palette: draft.palettes[0].id });
            draft.paletteCues = cues;
          },
        };
    },
  },
  {
    what: 'the sound of a clip',
    to: 'sound',
    fate: 'the clip goes',
    kind: 'needed',
    *places(shot) {
      for (const track of shot.tracks) {
        for (const clip of track.clips)
          yield {
            id: clip.asset,
            mend: (draft) => {
              const own = draft.tracks.find(({ id }) => id === track.id);
              if (own) own.clips = own.clips.filter(({ id }) => id !== clip.id);
            },
          };
      }
    },
  },
  {
    what: 'the swatch of lines and paint',
    to: 'swatch',
    fate: 'they take the first swatch',
    kind: 'mends',
    places: swatchPlaces,
  },
  {
    what: 'the model sheet (a drawing)',
    to: 'drawing',
    fate: 'there is no model sheet',
    kind: 'mends',
    places: modelPlaces('drawing'),
  },
  {
    what: 'the model sheet (a picture)',
    to: 'pictures',
    fate: 'there is no model sheet',
    kind: 'mends',
    places: modelPlaces('picture'),
  },
  {
    what: 'the layer of the head that mouths follow',
    to: 'layer',
    fate: 'no head is chosen',
    kind: 'mends',
    *places({ mouthGuide: { head } }) {
      if (head !== null)
        yield {
          id: head,
          mend: (draft) => {
            draft.mouthGuide.head = null;
          },
        };
    },
  },
  {
    what: 'a place for mouths on a drawing of the head',
    to: 'drawing',
    fate: 'the place goes',
    kind: 'mends',
    *places({ mouthGuide }) {
      for (const id of Object.keys(mouthGuide.places))
        yield { id, mend: (draft) => void delete draft.mouthGuide.places[id] };
    },
  },
  {
    what: 'the layer a sound is heard from',
    to: 'layer',
    fate: 'the sound is heard from its own place',
    kind: 'mends',
    *places(shot) {
      for (const [t, { clips }] of shot.tracks.entries()) {
        for (const [c, { follows }] of clips.entries())
          if (follows !== null)
            yield {
              id: follows,
              mend: (draft) => {
                draft.tracks[t].clips[c].follows = null;
              },
            };
      }
    },
  },
  {
    what: 'what is settled between two drawings',
    to: 'drawing',
    fate: 'it is forgotten',
    kind: 'mends',
    *places(shot) {
      for (const { from, to } of shot.passages) {
        yield { id: from, mend: (draft) => withoutPassages(draft, (each) => each.from === from) };
        yield { id: to, mend: (draft) => withoutPassages(draft, (each) => each.to === to) };
      }
    },
  },
  {
    what: 'a layer whose points or parts are followed, or that one stands on',
    to: 'layer',
    fate: 'they are not followed any more; what stood on it stands on the paper',
    kind: 'mends',
    places: notedLayers,
  },
  {
    what: 'the point a followed point is measured to',
    to: 'followed',
    fate: 'it is measured no more',
    kind: 'mends',
    *places({ checks }) {
      for (const { id, measuredTo } of checks.followed)
        if (measuredTo !== null)
          yield {
            id: measuredTo,
            mend: (draft) => {
              const point = draft.checks.followed.find((each) => each.id === id);
              if (point) point.measuredTo = null;
            },
          };
    },
  },
  {
    what: 'a drawing that a followed point or a part is on',
    to: 'drawing',
    fate: 'they are not on it any more',
    kind: 'mends',
    places: notedDrawings,
  },
  {
    what: 'lines of a part of the figure',
    to: 'line',
    fate: 'passed over until the line is back',
    kind: 'waits',
    *places(shot) {
      for (const { drawings } of shot.checks.parts)
        for (const { lines } of drawings) for (const id of lines) yield { id, mend: () => undefined };
    },
  },
  {
    what: 'the drawings a first pass was computed from',
    to: 'drawing',
    fate: 'the first pass counts as drawn by hand',
    kind: 'mends',
    *places(shot) {
      for (const { id, firstPass } of Object.values(shot.drawings)) {
        for (const each of firstPass?.chain ?? [])
          yield {
            id: each,
            mend: (draft) => {
              draft.drawings[id].firstPass = null;
            },
          };
      }
    },
  },
  {
    what: 'the mouth chart a mouth was put down from',
    to: 'chart',
    fate: 'the mouth counts as drawn by hand',
    kind: 'mends',
    *places(shot) {
      for (const { id, mouth } of Object.values(shot.drawings)) {
        if (mouth)
          yield {
            id: mouth.chart,
            mend: (draft) => {
              draft.drawings[id].mouth = null;
            },
          };
      }
    },
  },
  {
    what: 'the clip a sound of the reading was heard in',
    to: 'clip',
    fate: 'the sound of the reading goes',
    kind: 'mends',
    *places(shot) {
      for (const clip of new Set(shot.reading.map((sound) => sound.clip))) {
        if (clip !== null)
          yield {
            id: clip,
            mend: (draft) => {
              draft.reading = draft.reading.filter((sound) => sound.clip !== clip);
            },
          };
      }
    },
  },
  {
    what: 'the exposure a sound is pinned to',
    to: 'exposure',
    fate: 'the sound stays on its frame, and follows again when the exposure is back',
    kind: 'waits',
    *places(shot) {
      for (const { clips } of shot.tracks)
        for (const { pin } of clips) if (pin) yield { id: pin.exposure, mend: () => undefined };
    },
  },
  {
    what: 'the exposure a place of a layer is pinned to',
    to: 'exposure',
    fate: 'the place stays on its frame, and follows again when the exposure is back',
    kind: 'waits',
    *places(shot) {
      for (const { moves } of everyLayer(shot))
        for (const { pin } of moves?.places ?? []) if (pin) yield { id: pin.exposure, mend: () => undefined };
    },
  },
  {
    what: 'lines paired, left alone, going straight or pinned between two drawings',
    to: 'line',
    fate: 'passed over until the line is back',
    kind: 'waits',
    *places(shot) {
      for (const { pairs, loose, alone, straightLines, pins } of shot.passages) {
        const lines = [...pairs.flatMap(({ a, b }) => [a, b]), ...loose, ...straightLines];
        for (const id of [...lines, ...alone.map(({ line }) => line), ...pins.map(({ line }) => line)])
          yield { id, mend: () => undefined };
      }
    },
  },
  {
    what: 'the arc a point is pinned to',
    to: 'arc',
    fate: 'the point goes free until the arc is back',
    kind: 'waits',
    *places(shot) {
      for (const { pins } of shot.passages) for (const { arc } of pins) yield { id: arc, mend: () => undefined };
    },
  },
];

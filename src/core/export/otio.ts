/** A film as an OpenTimelineIO document (its published JSON schemas, version 0.17): pictures, sounds, named frames. */
import { clipSeconds, isHeard, loopPeriod } from '../shot/clips.ts';
import type { Clip, Shot } from '../shot/model.ts';
import type { Film, FilmPart } from './film.ts';
import { plainName } from './names.ts';

type Json = Record<string, unknown>;

const time = (value: number, rate: number): Json => ({ OTIO_SCHEMA: 'RationalTime.1', rate, value });
const stretch = (start: number, duration: number, rate: number): Json => ({
  OTIO_SCHEMA: 'TimeRange.1',
  start_time: time(start, rate),
  duration: time(duration, rate),
});
const gap = (frames: number, rate: number): Json => ({
  OTIO_SCHEMA: 'Gap.1',
  name: '',
  metadata: {},
  source_range: stretch(0, frames, rate),
  effects: [],
  markers: [],
});
const clipOf = (name: string, source: Json, media: Json, metadata: Json = {}, markers: Json[] = []): Json => ({
  OTIO_SCHEMA: 'Clip.2',
  name,
  metadata,
  source_range: source,
  effects: [],
  markers,
  enabled: true,
  active_media_reference_key: 'DEFAULT_MEDIA',
  media_references: { DEFAULT_MEDIA: media },
});
const track = (name: string, kind: 'Video' | 'Audio', children: Json[]): Json => ({
  OTIO_SCHEMA: 'Track.1',
  name,
  kind,
  metadata: {},
  source_range: null,
  effects: [],
  markers: [],
  enabled: true,
  children,
});

const external = (url: string, range: Json | null): Json => ({
  OTIO_SCHEMA: 'ExternalReference.1',
  metadata: {},
  name: '',
  available_range: range,
  available_image_bounds: null,
  target_url: url,
});

/** Where the pictures of a part lie, as their own delivery names them. */
function pictures({ shot, from, to }: FilmPart, as: 'png' | 'mp4' | 'webm', base: string): Json {
  const range = stretch(from, to - from + 1, shot.fps);
  if (as !== 'png') return external(`${base}.${as}`, stretch(0, to - from + 1, shot.fps));
  return {
    OTIO_SCHEMA: 'ImageSequenceReference.1',
    metadata: {},
    name: '',
    available_range: range,
    available_image_bounds: null,
    target_url_base: '',
    name_prefix: `${base}-`,
    name_suffix: '.png',
    start_frame: from + 1,
    frame_step: 1,
    rate: shot.fps,
    frame_zero_padding: 4,
    missing_frame_policy: 'error',
  };
}

const markersOf = ({ shot, from, to }: FilmPart, origin: number): Json[] =>
  shot.markers
    .filter(({ frame }) => frame >= from && frame <= to)
    .map(({ frame, name }) => ({
      OTIO_SCHEMA: 'Marker.2',
      name,
      color: 'BLUE',
      comment: '',
      metadata: {},
      marked_range: stretch(frame - from + origin, 0, shot.fps),
    }));

/** A sound once: when it begins, frames with fractions, and which part of its file, seconds. */
interface Piece {
  clip: Clip;
  at: number;
  frames: number;
  in: number;
}

/** A looped clip is as many clips as it comes round. */
function piecesOf(clip: Clip, fps: number): Piece[] {
  const whole = clipSeconds(clip);
  if (!clip.loop) return [{ clip, at: clip.frame, frames: whole * fps, in: clip.in }];
  const out: Piece[] = [];
  const period = loopPeriod(clip);
  let into = 0;
  let skip = clip.loop.skip % period;
  while (into < whole - 1e-9) {
    const seconds = Math.min(period - skip, whole - into);
    out.push({ clip, at: clip.frame + into * fps, frames: seconds * fps, in: clip.in + skip });
    into += seconds;
    skip = 0;
  }
  return out;
}

/** Sounds in rows without overlaps: what sounds at the same time gets a row of its own. */
function rowsOf(pieces: Piece[]): Piece[][] {
  const rows: { end: number; pieces: Piece[] }[] = [];
  for (const piece of pieces.sort((a, b) => a.at - b.at)) {
    const row = rows.find(({ end }) => end <= piece.at + 1e-6);
    if (row) {
      row.pieces.push(piece);
      row.end = piece.at + piece.frames;
    } else rows.push({ end: piece.at + piece.frames, pieces: [piece] });
  }
  return rows.map((row) => row.pieces);
}

/** The sounds of a part that lie in its frames, cut off at both ends, row by row. */
function soundTracks({ shot, from, to }: FilmPart): { name: string; children: Json[] }[] {
  return shot.tracks.flatMap((each) => {
    if (!isHeard(shot, each)) return [];
    const pieces = each.clips.filter(({ muted }) => !muted).flatMap((clip) => piecesOf(clip, shot.fps));
    const inside = pieces.flatMap((piece): Piece[] => {
      const [begins, ends] = [Math.max(from, piece.at), Math.min(to + 1, piece.at + piece.frames)];
      if (ends - begins < 1e-6) return [];
      return [{ ...piece, at: begins - from, frames: ends - begins, in: piece.in + (begins - piece.at) / shot.fps }];
    });
    return rowsOf(inside).map((row, k) => {
      let at = 0;
      const children: Json[] = [];
      for (const { clip, at: begins, frames, in: start } of row) {
        if (begins - at > 1e-6) children.push(gap(begins - at, shot.fps));
        at = begins + frames;
        children.push(soundClip(shot, clip, start, frames));
      }
      return { name: k === 0 ? each.name : `${each.name} ${k + 1}`, children };
    });
  });
}

function soundClip(shot: Shot, clip: Clip, start: number, frames: number): Json {
  const asset = shot.assets[clip.asset];
  const available = asset ? stretch(0, asset.seconds * shot.fps, shot.fps) : null;
  const { gain, pan, fadeIn, fadeOut } = clip;
  return clipOf(clip.name, stretch(start * shot.fps, frames, shot.fps), external(asset?.name ?? clip.name, available), {
    vignette: { gain, pan, fade_in: fadeIn, fade_out: fadeOut },
  });
}

/** The timeline of a film: one row of pictures, then the sounds. Of a reel the parts follow one another. */
export function timelineOf(film: Film, as: 'png' | 'mp4' | 'webm'): Json {
  const video: Json[] = [];
  const rows = new Map<string, { end: number; children: Json[] }>();
  let start = 0;
  for (const part of film.parts) {
    const { shot, from, to } = part;
    const frames = to - from + 1;
    const base = plainName(shot.title);
    const first = as === 'png' ? from : 0;
    video.push(
      clipOf(shot.title, stretch(first, frames, shot.fps), pictures(part, as, base), {}, markersOf(part, first)),
    );
    for (const { name, children } of soundTracks(part)) {
      const row = rows.get(name) ?? { end: 0, children: [] };
      if (start > row.end) row.children.push(gap(start - row.end, film.fps));
      row.children.push(...children);
      row.end = start + lengthOf(children);
      rows.set(name, row);
    }
    start += (frames * film.fps) / shot.fps;
  }
  return {
    OTIO_SCHEMA: 'Timeline.1',
    name: film.title,
    global_start_time: null,
    metadata: { vignette: { width: film.width, height: film.height } },
    tracks: {
      OTIO_SCHEMA: 'Stack.1',
      name: 'tracks',
      metadata: {},
      source_range: null,
      effects: [],
      markers: [],
      enabled: true,
      children: [
        track('Pictures', 'Video', video),
        ...[...rows].map(([name, { children }]) => track(name, 'Audio', children)),
      ],
    },
  };
}

/** Frames that some children of a track take up. */
const lengthOf = (children: Json[]): number =>
  children.reduce(
    (sum, { source_range }) => sum + ((source_range as { duration: { value: number } }).duration.value ?? 0),
    0,
  );

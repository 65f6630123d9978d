/** Time itself put in or taken out, and the length of the shot, with what either does said first. */
import { soundEnd } from '../shot/clips.ts';
import type { Id } from '../shot/ids.ts';
import type { Layer } from '../shot/layer-model.ts';
import { LIMITS } from '../shot/make.ts';
import type { Shot } from '../shot/model.ts';
import { lengthInWords } from '../shot/timecode.ts';
import { BadTiming, layerOf, onSheet, retimeLayer } from './edit.ts';
import { cellKey, startFrames, totalFrames } from './exposures.ts';
import { carriedPlaces } from './moves/place-frames.ts';
import { insertFrames, removeFrames } from './retime.ts';

/** Where a frame comes to stand. */
type Moved = (frame: number) => number;

/** Everything that stands on frames, beside the layers: sounds that are not pinned, notes, markers, palettes. */
function moveAll(shot: Shot, moved: Moved): void {
  for (const track of shot.tracks) for (const clip of track.clips) if (!clip.pin) clip.frame = moved(clip.frame);
  for (const cue of shot.paletteCues) if (cue.frame > 0) cue.frame = moved(cue.frame);
  const cues = shot.paletteCues;
  // Cues that fall together: the last one counts. That is the palette of the first frame that is left, be it frame 0.
  const kept = cues.filter((cue, i) => cue.frame !== cues[i + 1]?.frame);
  if (kept.length < cues.length) shot.paletteCues = kept;
  shot.notes = onePerFrame(shot.notes, moved, ({ frame, colour }) => `${frame} ${colour}`);
  shot.markers = onePerFrame(shot.markers, moved, ({ frame }) => String(frame));
  const moves = shot.camera?.moves;
  if (moves) shot.camera!.moves = { ...moves, places: carriedPlaces(moves.places, moved) };
}

/** Things moved; where two come to stand on one frame the later goes to the next free one, so that none is lost. */
function onePerFrame<T extends { frame: number }>(all: T[], moved: Moved, place: (each: T) => string): T[] {
  const taken = new Set<string>();
  return all
    .map((each) => {
      const next = { ...each, frame: moved(each.frame) };
      while (taken.has(place(next))) next.frame++;
      taken.add(place(next));
      return next;
    })
    .sort((a, b) => a.frame - b.frame);
}

/** Layers whose timing may not change although something stands on them at or after `frame`. */
export function lockedAfter(shot: Shot, frame: number): Layer[] {
  return shot.layers.filter((layer) => layer.locked && totalFrames(layer.exposures) > Math.max(1, frame));
}

/** Edits a layer's timing while its places go with the time of the shot, not with its exposures. */
function withPlaces(work: Shot, id: Id, moved: Moved, edit: () => void): void {
  const { moves } = layerOf(work, id);
  edit();
  const layer = layerOf(work, id);
  if (moves) layer.moves = { ...moves, places: carriedPlaces(moves.places, moved) };
  for (const cast of layer.casts) cast.amounts = onePerFrame(cast.amounts, moved, ({ frame }) => String(frame));
}

/** Puts `count` frames of time into the whole shot before `frame`. Locked layers stay. @throws BadTiming */
export function insertTime(shot: Shot, frame: number, count: number): void {
  if (shot.length + count > LIMITS.maxLength)
    throw new BadTiming(`The shot would be ${shot.length + count} frames long; it can have ${LIMITS.maxLength}.`);
  onSheet(shot, (work) => {
    const { length } = work;
    const moved: Moved = (at) => (at >= frame ? at + count : at);
    for (const { id, locked } of work.layers)
      if (!locked) withPlaces(work, id, moved, () => retimeLayer(work, id, (all) => insertFrames(all, frame, count)));
    moveAll(work, moved);
    work.length = Math.max(work.length, length + count);
  });
}

/** Takes frames `from`..`to` of time out of the whole shot. Locked layers stay. @throws BadTiming when none would be left. */
export function removeTime(shot: Shot, from: number, to: number): void {
  const gone = Math.min(to, shot.length) - from;
  if (gone >= shot.length) throw new BadTiming('That is the whole shot; at least one frame has to stay.');
  onSheet(shot, (work) => {
    const moved: Moved = (at) => (at >= to ? at - (to - from) : Math.min(at, from));
    for (const { id, locked } of work.layers)
      if (!locked) withPlaces(work, id, moved, () => retimeLayer(work, id, (all) => removeFrames(all, from, to)));
    moveAll(work, moved);
    work.length = Math.max(1, work.length - Math.max(0, gone));
  });
}

/** The frame after the last drawing of any layer; at least 1. */
export function drawnEnd(shot: Pick<Shot, 'layers'>): number {
  return Math.max(1, ...shot.layers.map((layer) => totalFrames(layer.exposures)));
}

/** What giving the shot a length does, in sentences for the person. */
export function newLengthInWords(shot: Shot, length: number): string[] {
  const { fps } = shot;
  const by = length - shot.length;
  const frames = (count: number) => `${count} ${count === 1 ? 'frame' : 'frames'}`;
  const says = [
    by === 0
      ? `The shot stays ${frames(length)} long (${lengthInWords(length, fps)}).`
      : `The shot becomes ${frames(Math.abs(by))} ${by < 0 ? 'shorter' : 'longer'}: ${frames(length)}, ${lengthInWords(length, fps)}.`,
  ];
  const beyond = new Set<string>();
  for (const { exposures } of shot.layers) {
    const all = startFrames(exposures);
    const before = new Set<string>();
    exposures.forEach(({ cell }, i) => {
      if (!cell) return;
      if (all[i] < length) before.add(cellKey(cell));
      else if (!before.has(cellKey(cell))) beyond.add(cellKey(cell));
    });
  }
  if (beyond.size > 0)
    says.push(
      `${beyond.size === 1 ? 'One drawing stands' : `${beyond.size} drawings stand`} after its end: kept on the sheet, not played.`,
    );
  const cut = soundEnd(shot) - length;
  if (cut > 0) says.push(`The sound goes on for ${frames(cut)} after its end and is cut there.`);
  return says;
}

import { readingRows, soundOfText } from '../reading/index.ts';
import { placedExposures, shownExposure } from '../sheet/exposures.ts';
import { clipEnd, isHeard } from '../shot/clips.ts';
import { lengthInWords } from '../shot/timecode.ts';
import type { Check, CheckJob } from './check.ts';
import type { ChartPoint, CheckResult, Finding } from './finding.ts';

const CLOSED = new Set(['M', 'B', 'P']);
/** Frames around a sound that are looked through for its mouth. */
const REACH = 8;

/** The kind of mouth that stands on a frame; null for none, or one that was drawn by hand. */
function mouthAt({ shot, layer }: CheckJob, frame: number): { kind: string; start: number; frames: number } | null {
  const shown = shownExposure(layer.exposures, layer.afterLast, frame);
  const cell = shown?.exposure.cell;
  const mouth = cell?.kind === 'drawing' ? shot.drawings[cell.drawing]?.mouth : null;
  return shown && mouth ? { kind: mouth.kind, start: shown.start, frames: shown.exposure.frames } : null;
}

/** Closed sounds without a closed mouth, and closed mouths that come late or too early. */
function closedMouths(job: CheckJob, early: number): { findings: Finding[]; points: ChartPoint[] } {
  const findings: Finding[] = [];
  const points: ChartPoint[] = [];
  for (const { sound, from } of readingRows(job.shot)) {
    if (!CLOSED.has(soundOfText(sound.text) ?? '') || from < job.from || from > job.to) continue;
    const wanted = Math.max(0, Math.floor(from));
    let nearest: { start: number; frames: number } | null = null;
    for (let by = 0; by <= REACH && !nearest; by++)
      for (const at of [wanted - by, wanted + by]) {
        const mouth = at >= 0 ? mouthAt(job, at) : null;
        if (mouth?.kind === 'closed') nearest = mouth;
      }
    const about = `closed ${sound.id}`;
    const place = { check: 'sync', layer: job.layer.id, drawing: null, frame: wanted, at: null };
    if (!nearest) {
      findings.push({
        ...place,
        about,
        print: `${wanted} none`,
        words: `The ${sound.text} on frame ${wanted + 1} has no closed mouth.`,
        how: 'Put a closed mouth there; it is never skipped.',
        amount: 3,
        mends: [{ kind: 'open', name: 'Go there', view: 'desk' }],
      });
      continue;
    }
    const late = nearest.start - wanted;
    points.push({ frame: nearest.start, frames: nearest.frames, drawing: '', value: late });
    if (late <= 0 && -late <= early) continue;
    findings.push({
      ...place,
      about,
      print: `${wanted} ${nearest.start}`,
      words:
        late > 0
          ? `The closed mouth of the ${sound.text} on frame ${wanted + 1} comes ${late} ${late === 1 ? 'frame' : 'frames'} late.`
          : `The closed mouth of the ${sound.text} on frame ${wanted + 1} comes ${-late} frames early.`,
      how: 'Move the mouth so that it closes with its sound, or a frame or two before.',
      amount: late > 0 ? 1 + late : -late / Math.max(1, early),
      mends: [
        {
          kind: 'shift',
          name: late > 0 ? 'Move the mouth earlier' : 'Move the mouth later',
          layer: job.layer.id,
          from: nearest.start,
          to: nearest.start + nearest.frames,
          by: -late,
        },
      ],
    });
  }
  return { findings, points };
}

/** Mouths as they are seen: one that is laid anew as the head moves under it stands on. */
function mouthsSeen({ shot, layer }: CheckJob) {
  const out: { kind: string | null; drawing: string; start: number; frames: number }[] = [];
  for (const { exposure, start } of placedExposures(layer.exposures)) {
    const drawing = exposure.cell?.kind === 'drawing' ? shot.drawings[exposure.cell.drawing] : undefined;
    const kind = drawing?.mouth?.kind ?? null;
    const last = out.at(-1);
    if (last && kind !== null && last.kind === kind) last.frames += exposure.frames;
    else out.push({ kind, drawing: drawing?.id ?? '', start, frames: exposure.frames });
  }
  return out;
}

/** Mouths that stand for one frame only. */
const shortMouths = (job: CheckJob): Finding[] =>
  mouthsSeen(job).flatMap(({ kind, drawing, frames, start }): Finding[] => {
    const { layer, from, to } = job;
    if (kind === null || kind === 'closed' || frames !== 1 || start < from || start > to) return [];
    return [
      {
        check: 'sync',
        about: `short ${start}`,
        print: `${kind} ${start}`,
        layer: layer.id,
        drawing,
        frame: start,
        words: `A mouth stands for one frame on ${start + 1}: it is not seen.`,
        how: 'Hold it two frames, or leave it out.',
        amount: 0.5,
        at: null,
        mends: [{ kind: 'open', name: 'Go there', view: 'desk' }],
      },
    ];
  });

/** Sounds that are off their pins, or go on after the last frame. */
function straySounds({ shot }: CheckJob): Finding[] {
  const starts = new Map(
    shot.layers.flatMap(({ exposures }) =>
      placedExposures(exposures).map(({ exposure, start }) => [exposure.id, start]),
    ),
  );
  return shot.tracks.flatMap((track) => {
    if (!isHeard(shot, track)) return [];
    return track.clips.flatMap((clip): Finding[] => {
      const pinned = clip.pin ? starts.get(clip.pin.exposure) : undefined;
      const off = pinned === undefined || !clip.pin ? 0 : clip.frame - (pinned + clip.pin.offset);
      const past = clipEnd(clip, shot.fps) - shot.length;
      const place = { check: 'sync', layer: null, drawing: null, frame: clip.frame, at: null };
      const mends: Finding['mends'] = [{ kind: 'open', name: 'Go there', view: 'sound' }];
      const out: Finding[] = [];
      if (off !== 0)
        out.push({
          ...place,
          about: `pin ${clip.id}`,
          print: `${off}`,
          words: `“${clip.name}” begins ${Math.abs(off)} ${Math.abs(off) === 1 ? 'frame' : 'frames'} ${off > 0 ? 'after' : 'before'} the drawing it is pinned to.`,
          how: 'Move it back to its pin, or pin it anew.',
          amount: Math.abs(off),
          mends,
        });
      if (!clip.muted && past > 0)
        out.push({
          ...place,
          about: `past ${clip.id}`,
          print: `${past}`,
          words: `“${clip.name}” goes on ${lengthInWords(past, shot.fps)} after the last frame: it is cut off there.`,
          how: 'Make the shot longer, or end the sound with it.',
          amount: 1,
          mends,
        });
      return out;
    });
  });
}

/** Mouths against sounds. */
export const sync: Check = {
  id: 'sync',
  name: 'Sync',
  about: 'A closed mouth comes with its M, B or P, or a frame or two before; mouths are held long enough to be seen.',
  needs: 'nothing',
  limit: { name: 'early at most', unit: 'frames', first: () => 2 },
  look(job): CheckResult {
    const mouths = job.layer.purpose === 'mouth';
    const { findings, points } = mouths ? closedMouths(job, job.limit) : { findings: [], points: [] };
    const series = mouths
      ? [{ name: 'closed mouths, frames late', colour: 'ochre' as const, shape: 'bars' as const, points, marks: [] }]
      : [];
    return {
      findings: [...findings, ...(mouths ? shortMouths(job) : []), ...straySounds(job)],
      chart: mouths ? { unit: 'frames', series, base: 0, limit: job.limit, bothSides: true } : null,
      paths: [],
    };
  },
};

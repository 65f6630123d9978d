import { readingRows, soundOfText } from '../reading/index.ts';
import { placedExposures, shownExposure } from '../sheet/exposures.ts';
import { clipEnd, isHeard } from '../shot/clips.ts';
import type { Mouth } from '../shot/model.ts';
import { lengthInWords } from '../shot/timecode.ts';
import { mouthOf } from '../speech/mouths.ts';
import type { Check, CheckJob } from './check.ts';
import type { ChartPoint, ChartSeries, CheckResult, Finding } from './finding.ts';

const CLOSED = new Set(['M', 'B', 'P']);
/** Frames around a sound that are looked through for its mouth. */
const REACH = 8;

/** The kind of mouth that stands on a frame; null for none, or one that was drawn by hand. */
function mouthAt({ shot, layer }: CheckJob, frame: number): { kind: Mouth; start: number; frames: number } | null {
  const shown = shownExposure(layer.exposures, layer.afterLast, frame);
  const cell = shown?.exposure.cell;
  const mouth = cell?.kind === 'drawing' ? shot.drawings[cell.drawing]?.mouth : null;
  return shown && mouth ? { kind: mouth.kind, start: shown.start, frames: shown.exposure.frames } : null;
}

/** Closed sounds without a closed mouth, and closed mouths that come late or too early. */
function closedMouths(job: CheckJob, early: number): Finding[] {
  const findings: Finding[] = [];
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
  return findings;
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

/** Sounds so near one another belong to one line; mouths may open so late, and stay open so long after it. Frames. */
const ONE_LINE = 6;
const OPENS_LATE = 1;
const STAYS_OPEN = 4;
/** Frames are cut where sounds end; less than this is the same place. */
const SAME = 1e-6;
const AT_REST = new Set(['rest', 'closed']);

/** Lines whose mouth opens after their first sound, or goes on after their last. */
function linesOf(job: CheckJob): Finding[] {
  const rows = readingRows(job.shot).filter(({ from }) => from >= job.from && from <= job.to);
  const starts = rows.filter(({ from }, i) => i === 0 || from - rows[i - 1].to > ONE_LINE);
  const speaks = (frame: number) => {
    const mouth = mouthAt(job, frame);
    return mouth !== null && !AT_REST.has(mouth.kind);
  };
  return starts.flatMap((first, k): Finding[] => {
    const last = rows[(k + 1 < starts.length ? rows.indexOf(starts[k + 1]) : rows.length) - 1];
    const [from, to] = [Math.max(0, Math.floor(first.from)), Math.ceil(last.to - SAME) - 1];
    const out: Finding[] = [];
    const place = { check: 'sync', layer: job.layer.id, drawing: null, at: null };
    const go: Finding['mends'] = [{ kind: 'open', name: 'Go there', view: 'desk' }];
    let opens = from;
    while (opens <= to && !speaks(opens)) opens++;
    const closed = CLOSED.has(soundOfText(first.sound.text) ?? '');
    if (!closed && opens - from > OPENS_LATE)
      out.push({
        ...place,
        about: `first ${first.sound.id}`,
        print: `${from} ${opens}`,
        frame: from,
        words:
          opens > to
            ? `No mouth speaks from frame ${from + 1} to ${to + 1}, where a line is heard.`
            : `The line on frame ${from + 1} is heard ${opens - from} frames before the mouth opens.`,
        how: 'Let the mouth open with the first sound, or a frame before.',
        amount: 1 + opens - from,
        mends: go,
      });
    let shuts = to + 1;
    while (shuts < job.shot.length && speaks(shuts)) shuts++;
    const until = starts[k + 1] ? Math.floor(starts[k + 1].from) - 2 : job.shot.length;
    if (shuts - to - 1 > STAYS_OPEN && shuts < until)
      out.push({
        ...place,
        about: `last ${last.sound.id}`,
        print: `${to} ${shuts}`,
        frame: to,
        words: `The mouth speaks on for ${shuts - to - 1} frames after the last sound on frame ${to + 1}.`,
        how: 'Bring it to rest with the last sound.',
        amount: 0.6,
        mends: go,
      });
    return out;
  });
}

/** Sounds that begin a little beside a drawing they might belong to: so many frames, after more than so long a hold. */
const BESIDE_DRAWING = 2;
const AFTER_HOLD = 5;

/** Short sounds that are pinned to nothing and begin a frame or two beside the drawing that ends a hold. */
function besideDrawings({ shot, layer, from, to }: CheckJob): Finding[] {
  const ends = placedExposures(layer.exposures).filter(
    ({ exposure: { cell }, start }, i, all) => cell && start > 0 && i > 0 && all[i - 1].exposure.frames > AFTER_HOLD,
  );
  return shot.tracks.flatMap((track) => {
    if (!isHeard(shot, track)) return [];
    return track.clips.flatMap((clip): Finding[] => {
      const short = clipEnd(clip, shot.fps) - clip.frame < shot.fps;
      if (clip.pin || clip.muted || !short || clip.frame < from || clip.frame > to) return [];
      const near = ends.find(({ start }) => start !== clip.frame && Math.abs(start - clip.frame) <= BESIDE_DRAWING);
      if (!near || ends.some(({ start }) => start === clip.frame)) return [];
      const by = clip.frame - near.start;
      return [
        {
          check: 'sync',
          about: `beside ${clip.id}`,
          print: `${clip.frame} ${near.start}`,
          layer: layer.id,
          drawing: near.exposure.cell?.kind === 'drawing' ? near.exposure.cell.drawing : null,
          frame: clip.frame,
          words: `“${clip.name}” begins ${Math.abs(by)} ${Math.abs(by) === 1 ? 'frame' : 'frames'} ${by > 0 ? 'after' : 'before'} the drawing that ends a hold.`,
          how: 'If it belongs to that drawing, pin it there: it then goes with it.',
          amount: 0.4,
          at: null,
          mends: [
            { kind: 'pin', name: 'Pin it to that drawing', clip: clip.id, exposure: near.exposure.id },
            { kind: 'open', name: 'Go there', view: 'sound' },
          ],
        },
      ];
    });
  });
}

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
          mends: [{ kind: 'to pin', name: 'Move it to its pin', clip: clip.id }, ...mends],
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

/** How far each mouth is open, from shut to wide. */
const OPEN: Record<Mouth, number> = {
  rest: 0,
  closed: 0,
  'teeth-lip': 1,
  teeth: 1,
  tongue: 2,
  tight: 2,
  round: 3,
  wide: 3,
  mid: 4,
  'wide-open': 5,
};

/** Mouths over the reading: how far they are open on each frame, and how far what is heard would have them. */
function openness(job: CheckJob): ChartSeries[] {
  const points = (value: (frame: number) => number | null): ChartPoint[] => {
    const out: ChartPoint[] = [];
    for (let frame = job.from; frame <= Math.min(job.to, job.shot.length - 1); frame++) {
      const own = value(frame);
      const last = out.at(-1);
      if (own === null) continue;
      if (last && last.value === own && last.frame + last.frames === frame) last.frames++;
      else out.push({ frame, frames: 1, drawing: '', value: own });
    }
    return out;
  };
  const rows = readingRows(job.shot);
  const heard = (frame: number) => {
    const row = rows.find(({ from, to }) => from <= frame + 0.5 && to > frame + 0.5);
    const sound = row && soundOfText(row.sound.text);
    return sound ? OPEN[mouthOf(sound)] : null;
  };
  const drawn = (frame: number) => {
    const mouth = mouthAt(job, frame);
    return mouth && OPEN[mouth.kind];
  };
  return [
    { name: 'drawn', colour: 'blue', shape: 'bars', points: points(drawn), marks: [] },
    { name: 'heard', colour: 'ochre', shape: 'steps', points: points(heard), marks: [] },
  ];
}

/** Mouths against sounds. */
export const sync: Check = {
  id: 'sync',
  name: 'Sync',
  about:
    'A closed mouth comes with its M, B or P, or a frame or two before; a line is spoken from its first sound to its last.',
  needs: 'nothing',
  limit: { name: 'early at most', unit: 'frames', first: () => 2 },
  look(job): CheckResult {
    const mouths = job.layer.purpose === 'mouth';
    return {
      findings: [
        ...(mouths ? [...closedMouths(job, job.limit), ...shortMouths(job), ...linesOf(job)] : besideDrawings(job)),
        ...straySounds(job),
      ],
      chart: mouths ? { unit: 'how far open', series: openness(job), base: 0, limit: null, bothSides: false } : null,
      paths: [],
    };
  },
};

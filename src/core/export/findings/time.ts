import { shownCells } from '../../picture/shows.ts';
import { clipEnd, isHeard } from '../../shot/clips.ts';
import { lengthInWords } from '../../shot/timecode.ts';
import type { FindingSource } from './finding.ts';

/** Sounds that go on after the last picture, or begin after it. */
export const soundPastEnd: FindingSource = {
  id: 'sound-past-end',
  look({ shot, film: { parts } }) {
    const end = parts[0].to + 1;
    return shot.tracks.flatMap((track) => {
      if (!isHeard(shot, track)) return [];
      return track.clips.flatMap((clip) => {
        const last = clipEnd(clip, shot.fps);
        if (clip.muted || last <= end) return [];
        const words =
          clip.frame >= end
            ? `“${clip.name}” begins after the last picture: it is not heard.`
            : `“${clip.name}” goes on ${lengthInWords(last - end, shot.fps)} after the last picture: it is cut off there.`;
        const place = { frame: Math.min(shot.length - 1, clip.frame), layer: null, view: 'sound' as const };
        return [{ words, place }];
      });
    });
  },
};

/** Frames on which nothing is seen, between others. */
export const emptyFrames: FindingSource = {
  id: 'empty-frames',
  look({ film: { parts } }) {
    const [{ shot, from, to }] = parts;
    const empty = Array.from({ length: to - from + 1 }, (_, i) => shownCells(shot, from + i, 'delivery').length === 0);
    const first = empty.indexOf(false);
    const last = empty.lastIndexOf(false);
    if (first < 0)
      return [{ words: 'Nothing is on these frames.', place: { frame: from, layer: null, view: 'desk' as const } }];
    const inside = empty.flatMap((is, i) => (is && i > first && i < last ? [from + i] : []));
    if (inside.length === 0) return [];
    const words =
      inside.length === 1
        ? `Frame ${inside[0] + 1} is empty, with drawings before and after.`
        : `${inside.length} frames are empty between others, the first is ${inside[0] + 1}.`;
    return [{ words, place: { frame: inside[0], layer: null, view: 'desk' as const } }];
  },
};

/** The shot has been looked at in another time than it will be seen in. */
export const otherSpeed: FindingSource = {
  id: 'other-speed',
  look: ({ speed, shot }) =>
    speed === 1
      ? []
      : [
          {
            words: `The preview plays at ${Math.round(speed * 100)} per cent; the file plays at ${shot.fps} frames a second.`,
            place: { frame: null, layer: null, view: 'export' as const },
          },
        ],
};

/** What is clear becomes paper. */
export const noAlpha: FindingSource = {
  id: 'no-alpha',
  look: ({ shot, wishes, format }) => {
    const clear = wishes.ground === 'clear' || (wishes.ground === 'shot' && shot.background.transparent);
    if (!clear || !format.needs?.opaque) return [];
    return [
      {
        words: `${format.name} holds no transparency: what is clear becomes white.`,
        place: { frame: null, layer: null, view: 'export' as const },
      },
    ];
  },
};

/**
 * How movies are encoded by ffmpeg: in groups of pictures that stand by themselves, each encoded by one thread. So a movie is the same
 * whether one machine wrote it or several, and groups are joined without being encoded again.
 */
import { join } from 'node:path';
import { type EncodedMovie, type Film, SOUND_RATE } from '../../src/core/export/index.ts';
import type { Sound } from '../../src/core/sound/index.ts';
import { writeWav } from '../../src/core/sound/index.ts';
import { ffmpeg, type Running } from '../lent/ffmpeg.ts';
import { writeWhole } from '../lent/file-sink.ts';

/** Seconds of a group of pictures. */
const GROUP_SECONDS = 1;

/** Quality by container: H.264 and VP9 as a constant rate factor, ProRes as a quantiser. Less is better. */
const QUALITY: Record<EncodedMovie['container'], Record<EncodedMovie['quality'], number>> = {
  mp4: { small: 28, good: 20, best: 14 },
  webm: { small: 42, good: 32, best: 20 },
  mov: { small: 12, good: 7, best: 4 },
};

const SOUND_WORDS: Record<EncodedMovie['container'], string[]> = {
  mp4: ['-c:a', 'aac', '-b:a', '160k'],
  webm: ['-c:a', 'libopus', '-b:a', '160k'],
  mov: ['-c:a', 'pcm_s16le'],
};

/** Seconds of the samples that Opus puts before the first: 312 at 48,000 a second. */
const OPUS_BEFORE = '0.0065';

/** Frames of a group. */
export const groupFrames = (film: Pick<Film, 'fps'>): number => Math.max(1, Math.round(film.fps * GROUP_SECONDS));

/** How many groups a film is encoded in. @param film frame by frame */
export const groupCount = (film: Film): number => Math.ceil(film.pictures.length / groupFrames(film));

/** A rate as ffmpeg reads it exactly: "24", "24000/1001". */
function rateInWords(fps: number): string {
  if (Number.isInteger(fps)) return String(fps);
  return `${Math.round((fps * 1001) / 1000) * 1000}/1001`;
}

/** Colours as every reader takes them: BT.709 in limited range. */
const COLOUR = ['-color_range', 'tv', '-colorspace', 'bt709', '-color_primaries', 'bt709', '-color_trc', 'bt709'];
/** From RGBA to those; opaque pictures of MP4 and WebM come as I420 that is so already. */
const toBt709 = (pixels: string) => {
  const said = 'setparams=range=tv:color_primaries=bt709:color_trc=bt709:colorspace=bt709';
  return ['-vf', `scale=out_color_matrix=bt709:out_range=tv:flags=accurate_rnd,format=${pixels},${said}`];
};

/** As what the pictures of a movie are handed to the encoder. */
export const pictureAs = ({ container, alpha }: EncodedMovie): 'i420' | 'pixels' =>
  container === 'mov' || alpha ? 'pixels' : 'i420';

function videoWords({ container, quality, alpha }: EncodedMovie, frames: number): string[] {
  const level = String(QUALITY[container][quality]);
  switch (container) {
    case 'mp4': {
      const steady = ['-g', String(frames), '-keyint_min', String(frames), '-sc_threshold', '0'];
      // Beside painting, encoding is to cost little: with the tree of macroblocks "superfast" writes files a sixth larger than
      // "veryfast" in half its time. A group is short: looking far ahead costs time and gains nothing.
      const pace =
        quality === 'best'
          ? ['-preset', 'fast']
          : ['-preset', 'superfast', '-x264-params', 'rc-lookahead=4:mbtree=1:weightp=0'];
      return ['-c:v', 'libx264', ...pace, '-crf', level, ...steady, '-pix_fmt', 'yuv420p'];
    }
    case 'webm': {
      const words = [
        '-c:v',
        'libvpx-vp9',
        '-b:v',
        '0',
        '-crf',
        level,
        '-deadline',
        'good',
        '-cpu-used',
        '5',
        '-g',
        String(frames),
      ];
      return alpha ? [...words, '-auto-alt-ref', '0', ...toBt709('yuva420p')] : [...words, '-pix_fmt', 'yuv420p'];
    }
    case 'mov':
      return [
        ...['-c:v', 'prores_ks', '-profile:v', '4444', '-q:v', level, '-alpha_bits', '16'],
        ...toBt709(alpha ? 'yuva444p10le' : 'yuv444p10le'),
      ];
  }
}

/** The name of a group's file. H.264 lies in MP4, which counts time exactly; ProRes in MOV. */
export const groupName = ({ container }: Pick<EncodedMovie, 'container'>, group: number): string =>
  `group-${String(group + 1).padStart(6, '0')}.${container}`;

/** Starts encoding a group. Its pictures are poured into it one after another. */
export function encodeGroup(film: Film, wishes: EncodedMovie, path: string): Running {
  const form = pictureAs(wishes) === 'i420' ? 'yuv420p' : 'rgba';
  const source = ['-f', 'rawvideo', '-pix_fmt', form, '-s', `${film.width}x${film.height}`];
  const frames = groupFrames(film);
  return ffmpeg([
    ...source,
    ...(form === 'yuv420p' ? COLOUR : []),
    ...['-framerate', rateInWords(wishes.fps), '-i', 'pipe:0', '-threads', '1'],
    ...videoWords(wishes, frames),
    ...COLOUR,
    path,
  ]);
}

const soundName = ({ container }: EncodedMovie): string => `sound.${container}`;

/** Starts encoding the sound of a movie, which needs not wait for the pictures. */
export async function encodeSound({ channels, rate }: Sound, folder: string, wishes: EncodedMovie): Promise<Running> {
  const wav = join(folder, 'sound.wav');
  await writeWhole(wav, writeWav(channels, Math.round(rate)));
  const { container } = wishes;
  const words = [...SOUND_WORDS[container], '-ar', String(SOUND_RATE), join(folder, soundName(wishes))];
  return ffmpeg(['-i', wav, ...words]);
}

/** Joins groups that lie in a folder, and the sound beside them, into a movie. Nothing of it is encoded again. */
export async function joinGroups(
  folder: string,
  film: Film,
  wishes: EncodedMovie,
  hasSound: boolean,
  path: string,
): Promise<void> {
  const { fps, container, alpha } = wishes;
  const frames = groupFrames(film);
  const count = film.pictures.length;
  const lines = Array.from({ length: groupCount(film) }, (_, g) => {
    const seconds = (Math.min(count, (g + 1) * frames) - g * frames) / fps;
    return `file ${groupName(wishes, g)}\nduration ${seconds.toFixed(9)}`;
  });
  const list = join(folder, 'groups.txt');
  await writeWhole(list, new TextEncoder().encode(`ffconcat version 1.0\n${lines.join('\n')}\n`));
  const words = ['-f', 'concat', '-i', list];
  if (hasSound) {
    // Opus comes with samples before its first that are never heard; they must not hold the pictures up.
    if (container === 'webm') words.push('-itsoffset', OPUS_BEFORE);
    words.push('-i', join(folder, soundName(wishes)), '-map', '0:v', '-map', '1:a');
  }
  words.push('-c', 'copy', '-fflags', '+bitexact', '-map_metadata', '-1');
  if (container === 'mp4') words.push('-movflags', '+faststart');
  if (container === 'mov') words.push('-movflags', '+write_colr');
  if (container === 'webm') words.push('-avoid_negative_ts', 'disabled');
  if (container === 'webm' && alpha) words.push('-metadata:s:v:0', 'alpha_mode=1');
  const { input, done } = ffmpeg([...words, path]);
  input.end();
  await done;
}

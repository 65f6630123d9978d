/** Files of moving pictures opened for reading, whatever kind they are: one picture after another, with its time. */
import type { Input, VideoSample } from 'mediabunny';
import { BadFile } from '../core/shot/index.ts';
import { decoderOf } from './picture-files.ts';

/** What a clip is, known before it is read through. */
export interface ClipAbout {
  kind: 'video' | 'animation' | 'files';
  width: number;
  height: number;
  seconds: number;
  /** Pictures a second, on the average. */
  rate: number;
  /** Pictures there are, exactly or nearly. */
  pictures: number;
  /** Pictures are not all as long as each other. */
  uneven: boolean;
  /** There is sound with it. */
  sound: boolean;
}

/** One picture as it is read; it has to be closed. */
interface ReadPicture {
  /** Seconds from the clip's start. */
  time: number;
  seconds: number;
  /** Draws it into a box, upright. */
  draw(context: OffscreenCanvasRenderingContext2D, width: number, height: number): void;
  close(): void;
}

export interface OpenClip {
  about: ClipAbout;
  /** The pictures of a stretch of time, in order. @throws BadFile at the first that cannot be decoded. */
  pictures(from: number, to: number): AsyncGenerator<ReadPicture>;
  close(): void;
}

/** Times nearer than this are the same, seconds: sums of lengths are a little off. */
const CLOCK = 1e-4;
/** Seconds a single picture is taken to last. */
const STILL_SECONDS = 1 / 12;

const VIDEO_NAME = /\.(mp4|m4v|mov|webm|mkv|avi|mpg|mpeg|ts|3gp|ogv)$/i;

/** Whether a file says of itself that it is a video. */
function isVideo(file: File): boolean {
  return file.type.startsWith('video/') || VIDEO_NAME.test(file.name);
}

/** @throws BadFile, one sentence with what to do. */
export async function openClip(files: File[]): Promise<OpenClip> {
  if (files.length === 1 && isVideo(files[0])) return openVideo(files[0]);
  const video = files.find(isVideo);
  if (video) throw new BadFile(`“${video.name}” is a video: bring it in by itself, the pictures after it.`);
  return files.length === 1 ? openAnimation(files[0]) : openPictures(files);
}

async function openVideo(file: File): Promise<OpenClip> {
  // The demuxers are large: only who brings a video in loads them.
  const { ALL_FORMATS, BlobSource, Input: Reader, VideoSampleSink } = await import('mediabunny');
  const input: Input = new Reader({ source: new BlobSource(file), formats: ALL_FORMATS });
  const damaged = () => new BadFile(`“${file.name}” is cut short or damaged and cannot be read. Choose another file.`);
  try {
    if (!(await input.canRead())) throw damaged();
    const track = await input.getPrimaryVideoTrack();
    if (!track)
      throw new BadFile(`“${file.name}” holds sound but no pictures. Bring it in under Sound, or choose another file.`);
    const codec = (await track.getCodec()) ?? 'an unknown codec';
    const [width, height] = [await track.getDisplayWidth(), await track.getDisplayHeight()];
    if (!(await track.canDecode()) || width < 1 || height < 1)
      throw new BadFile(
        `“${file.name}” is coded as ${codec}, which this browser cannot decode. Convert it to MP4 (H.264) or WebM (VP9), then bring that in.`,
      );
    const first = await track.getFirstTimestamp();
    const seconds = (await track.computeDuration()) - first;
    const stats = await track.computePacketStats();
    if (stats.packetCount === 0 || !(seconds > 0))
      throw new BadFile(`“${file.name}” holds no picture. Choose another file.`);
    const sink = new VideoSampleSink(track);
    return {
      about: {
        kind: 'video',
        width,
        height,
        seconds,
        rate: stats.packetCount / seconds,
        pictures: stats.packetCount,
        uneven: false,
        sound: (await input.getPrimaryAudioTrack()) !== null,
      },
      async *pictures(from, to) {
        let count = 0;
        try {
          for await (const sample of sink.samples(first + from, first + to)) {
            count++;
            yield videoPicture(sample, first);
          }
        } catch (error) {
          if (error instanceof BadFile) throw error;
          throw new BadFile(
            `“${file.name}” is cut short or damaged after picture ${count}. Choose a range before that, or another file.`,
          );
        }
      },
      close: () => input.dispose(),
    };
  } catch (error) {
    input.dispose();
    throw error instanceof BadFile ? error : damaged();
  }
}

function videoPicture(sample: VideoSample, first: number): ReadPicture {
  return {
    time: sample.timestamp - first,
    seconds: sample.duration,
    draw: (context, width, height) => sample.draw(context, 0, 0, width, height),
    close: () => sample.close(),
  };
}

async function openAnimation(file: File): Promise<OpenClip> {
  const decoder = await decoderOf(file, file.name);
  const track = decoder.tracks.selectedTrack;
  const count = track?.frameCount ?? 0;
  if (count === 0) throw new BadFile(`“${file.name}” holds no picture. Choose another file.`);
  const decode = async (index: number): Promise<VideoFrame> => {
    try {
      return (await decoder.decode({ frameIndex: index, completeFramesOnly: true })).image;
    } catch {
      throw new BadFile(
        `“${file.name}” is cut short or damaged at picture ${index + 1} of ${count}. Choose another file.`,
      );
    }
  };
  const lengths: number[] = [];
  let [width, height] = [0, 0];
  for (let i = 0; i < count; i++) {
    const image = await decode(i);
    ({ displayWidth: width, displayHeight: height } = image);
    lengths.push(image.duration ? image.duration / 1e6 : STILL_SECONDS);
    image.close();
  }
  const seconds = lengths.reduce((sum, each) => sum + each, 0);
  return {
    about: {
      kind: 'animation',
      width,
      height,
      seconds,
      rate: count / seconds,
      pictures: count,
      uneven: Math.max(...lengths) - Math.min(...lengths) > 0.001,
      sound: false,
    },
    async *pictures(from, to) {
      let time = 0;
      for (let i = 0; i < count; i++) {
        const own = time;
        time += lengths[i];
        if (own < from - CLOCK || own >= to - CLOCK) continue;
        const image = await decode(i);
        yield {
          time: own,
          seconds: lengths[i],
          draw: (context, w, h) => context.drawImage(image, 0, 0, w, h),
          close: () => image.close(),
        };
      }
    },
    close: () => decoder.close(),
  };
}

async function openPictures(files: File[]): Promise<OpenClip> {
  const decode = async (file: File): Promise<ImageBitmap> => {
    if (file.size === 0) throw new BadFile(`“${file.name}” is empty. Leave it out, or choose another file.`);
    try {
      return await createImageBitmap(file);
    } catch {
      throw new BadFile(
        `“${file.name}” is no picture this browser reads, or it is damaged. Leave it out, or convert it to PNG.`,
      );
    }
  };
  const head = await decode(files[0]);
  const { width, height } = head;
  head.close();
  return {
    about: {
      kind: 'files',
      width,
      height,
      seconds: files.length * STILL_SECONDS,
      rate: 1 / STILL_SECONDS,
      pictures: files.length,
      uneven: false,
      sound: false,
    },
    async *pictures(from, to) {
      for (const [i, file] of files.entries()) {
        const time = i * STILL_SECONDS;
        if (time < from - CLOCK || time >= to - CLOCK) continue;
        const image = await decode(file);
        yield {
          time,
          seconds: STILL_SECONDS,
          draw: (context, w, h) => context.drawImage(image, 0, 0, w, h),
          close: () => image.close(),
        };
      }
    },
    close() {},
  };
}

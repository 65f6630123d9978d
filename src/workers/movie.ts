/** Movies written by the browser's own encoders, muxed as they come (mediabunny). */
import { registerAacEncoder } from '@mediabunny/aac-encoder';
import {
  AudioSample,
  AudioSampleSource,
  CanvasSource,
  canEncodeAudio,
  canEncodeVideo,
  Mp4OutputFormat,
  Output,
  Quality,
  StreamTarget,
  type StreamTargetChunk,
  type VideoEncodingConfig,
  VideoSample,
  VideoSampleSource,
  type VideoSource,
  WebMOutputFormat,
} from 'mediabunny';
import {
  type FilmPicture,
  i420Bytes,
  KEY_EVERY,
  type MovieWishes,
  type MovieWriter,
  type Sink,
  SOUND_RATE,
  toI420,
} from '../core/export/index.ts';
import { Refused } from '../core/shot/index.ts';
import { resample, type Sound } from '../core/sound/index.ts';

/** Bits for each pixel and second; line and flat colour need few, textured paint more. */
const BITS: Record<MovieWishes['quality'], number> = { small: 0.04, good: 0.1, best: 0.25 };
const LEAST_BITRATE = 150_000;
const SOUND_BITRATE = 160_000;
/** Samples handed over at once. */
const SOUND_PIECE = 48_000;
/** The encoder's first packet is its own silence; without this shift all sound would come so much late. */
const AAC_DELAY = 1024;

const CODECS = {
  mp4: { video: 'avc', audio: 'aac', name: 'H.264', instead: 'WebM' },
  webm: { video: 'vp9', audio: 'opus', name: 'VP9', instead: 'MP4' },
} as const;

interface SizedWishes extends MovieWishes {
  width: number;
  height: number;
}

const bitrateOf = ({ quality, width, height, fps }: SizedWishes): number =>
  Math.max(LEAST_BITRATE, Math.round(BITS[quality] * width * height * fps));

interface PictureSource {
  source: VideoSource;
  /** The picture on the canvas. @param held it is the one before */
  add(held: boolean, at: number, seconds: number): Promise<void>;
}

/**
 * Pictures on their way to the encoder. Opaque ones are brought to BT.709 in limited range here: browsers hand a canvas to
 * the encoder in full range, which editors take for limited or leave too contrasty. With alpha the canvas goes as it is.
 */
function pictureSource(
  { width, height, alpha }: SizedWishes,
  canvas: OffscreenCanvas,
  config: VideoEncodingConfig,
): PictureSource {
  if (alpha) {
    const source = new CanvasSource(canvas, { ...config, alpha: 'keep' });
    return { source, add: (_, at, seconds) => source.add(at, seconds) };
  }
  const source = new VideoSampleSource(config);
  const bytes = new Uint8Array(i420Bytes(width, height));
  const data = new Uint8ClampedArray(4 * width * height);
  // Several times as quick as reading the canvas back.
  const convert = async () => {
    const frame = new VideoFrame(canvas, { timestamp: 0 });
    const blueFirst = frame.format?.startsWith('BGR') ?? false;
    await frame.copyTo(data);
    frame.close();
    toI420({ data, width, height }, bytes, { blueFirst });
  };
  return {
    source,
    async add(held, at, seconds) {
      if (!held) await convert();
      const sample = new VideoSample(bytes, {
        format: 'I420',
        codedWidth: width,
        codedHeight: height,
        timestamp: at,
        duration: seconds,
        colorSpace: { primaries: 'bt709', transfer: 'bt709', matrix: 'bt709', fullRange: false },
      });
      await source.add(sample);
      sample.close();
    },
  };
}

/**
 * A movie into a sink. @param canvas of its size @param paint paints a picture on the canvas
 * @throws Refused when this browser cannot encode it
 */
export async function openMovie(
  wishes: SizedWishes,
  canvas: OffscreenCanvas,
  paint: (picture: FilmPicture) => Promise<unknown>,
  sink: Sink,
): Promise<MovieWriter> {
  const { container, width, height } = wishes;
  if (container === 'mov') throw new Refused('A browser writes no MOV. Choose MP4 or WebM.');
  const codec = CODECS[container];
  const quality = new Quality({ bitrate: bitrateOf(wishes), bitrateMode: 'variable' });
  if (!(await canEncodeVideo(codec.video, { width, height, quality })))
    throw new Refused(
      `This browser cannot write ${codec.name} at ${width} x ${height}. Choose a smaller size, ${codec.instead}, or a PNG sequence.`,
    );
  if (codec.audio === 'aac' && !(await canEncodeAudio('aac'))) registerAacEncoder();
  const target = new StreamTarget(
    new WritableStream<StreamTargetChunk>({ write: ({ data, position }) => sink.write(data, position) }),
  );
  const output = new Output({
    format: container === 'mp4' ? new Mp4OutputFormat({ fastStart: false }) : new WebMOutputFormat(),
    target,
  });
  const sizes: { bytes: number; isKey: boolean }[] = [];
  const { source, add } = pictureSource(wishes, canvas, {
    codec: codec.video,
    quality,
    keyFrameInterval: KEY_EVERY,
    onEncodedPacket: ({ byteLength, type }) => void sizes.push({ bytes: byteLength, isKey: type === 'key' }),
  });
  output.addVideoTrack(source, { frameRate: wishes.fps });
  const sounds = wishes.sound
    ? new AudioSampleSource({ codec: codec.audio, quality: new Quality({ bitrate: SOUND_BITRATE }) })
    : null;
  if (sounds) output.addAudioTrack(sounds);
  await output.start();
  return {
    sizes,
    async picture(picture, at, seconds) {
      if (picture) await paint(picture);
      await add(picture === null, at, seconds);
    },
    async sound({ channels, rate }: Sound) {
      if (!sounds) return;
      const even = rate === SOUND_RATE ? channels : channels.map((channel) => resample(channel, rate, SOUND_RATE));
      const delay = codec.audio === 'aac' ? AAC_DELAY / SOUND_RATE : 0;
      for (let from = 0; from < even[0].length; from += SOUND_PIECE) {
        const count = Math.min(SOUND_PIECE, even[0].length - from);
        const data = new Float32Array(count * even.length);
        even.forEach((channel, c) => {
          data.set(channel.subarray(from, from + count), c * count);
        });
        const sample = new AudioSample({
          data,
          format: 'f32-planar',
          numberOfChannels: even.length,
          sampleRate: SOUND_RATE,
          timestamp: from / SOUND_RATE - delay,
        });
        await sounds.add(sample);
        sample.close();
      }
      sounds.close();
    },
    async end() {
      await output.finalize();
    },
  };
}

/** The browser's sound: decoding, waveforms, playing in time, hearing a single frame, trying sounds out. */
import { proxy } from 'comlink';
import type { Clip, Id, Shot } from '../../core/shot/index.ts';
import { mix, type Peaks, type Sound, sampleOfFrame } from '../../core/sound/index.ts';
import type { FixedSound, Reading, SpokenWord } from '../../core/speech/index.ts';
import type { ReadLine, Words } from '../../workers/sound.worker.ts';
import { decodeSound, soundOfBuffer } from './decode-sound.ts';
import { MixRun } from './mix-run.ts';
import { soundHost } from './workers.ts';

/** Ramps at both ends of a scrubbed piece, seconds. */
const RAMP = 0.005;
/** A run that has sounded this long after its end is forgotten, seconds. */
const PAST = 1;

export class SoundDesk {
  readonly context = new AudioContext({ latencyHint: 'interactive' });
  /** All that is heard goes through here. */
  readonly out: GainNode = new GainNode(this.context);
  private readonly host = soundHost();
  private readonly face = this.host.face;
  private readonly decoded = new Map<Id, Sound>();
  private readonly waves = new Map<Id, Peaks>();
  private runs: { run: MixRun; over: number }[] = [];
  private grain: AudioBufferSourceNode | null = null;
  private tried: AudioBufferSourceNode | null = null;
  private listeners = new Set<() => void>();

  constructor() {
    this.out.connect(this.context.destination);
  }

  /** Decodes a sound file. @throws BadFile with a sentence when the browser cannot. */
  decode(file: Blob, name: string): Promise<AudioBuffer> {
    return decodeSound(this.context, file, name);
  }

  /** Keeps a decoded sound at hand and draws its waveform. */
  async keep(asset: Id, buffer: AudioBuffer): Promise<void> {
    const { channels, rate } = soundOfBuffer(buffer);
    this.decoded.set(asset, { channels, rate });
    // Should the worker die over it, another one makes it.
    const peaks = () => this.face.peaks(channels, rate);
    this.waves.set(asset, await peaks().catch(peaks));
    for (const listener of this.listeners) listener();
  }

  /** Lets sounds go that no clip uses any more. */
  keepOnly(used: Set<Id>): void {
    for (const asset of this.decoded.keys()) {
      if (used.has(asset)) continue;
      this.decoded.delete(asset);
      this.waves.delete(asset);
    }
  }

  has(asset: Id): boolean {
    return this.decoded.has(asset);
  }

  peaks(asset: Id): Peaks | null {
    return this.waves.get(asset) ?? null;
  }

  /** Samples of a sound; null until it is decoded. */
  sound = (asset: Id): Sound | null => this.decoded.get(asset) ?? null;

  /** Told when a waveform becomes ready. */
  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Must follow a gesture: browsers keep sound asleep until then. */
  async wake(): Promise<void> {
    if (this.context.state !== 'running') await this.context.resume();
  }

  /** The audio clock, seconds. */
  get now(): number {
    return this.context.currentTime;
  }

  /** The time of the sound that reaches the ear now. */
  get heard(): number {
    return this.context.currentTime - (this.context.outputLatency || 0);
  }

  /** Schedules the sound of frames `from` to `to` (exclusive), frame `from` at clock time `at`, at `speed`. */
  schedule(shot: () => Shot, from: number, to: number, at: number, speed: number): void {
    this.runs = this.runs.filter(({ over }) => over > this.context.currentTime);
    const run = new MixRun(this.context, this.out, { shot, sounds: this.sound, from, to, at, speed });
    this.runs.push({ run, over: at + (to - from) / shot().fps / speed + PAST });
  }

  /** Lets the sound of `frames` frames from `frame` on be heard. */
  scrub(shot: Shot, frame: number, frames: number): void {
    void this.wake();
    this.grain?.stop();
    this.grain = null;
    const rate = this.context.sampleRate;
    const from = sampleOfFrame(frame, shot.fps, rate);
    const count = sampleOfFrame(frame + frames, shot.fps, rate) - from;
    const channels = mix(shot, this.sound, from, count, rate);
    const ramp = Math.min(count >> 1, Math.round(RAMP * rate));
    for (const channel of channels) {
      for (let i = 0; i < ramp; i++) {
        channel[i] *= i / ramp;
        channel[count - 1 - i] *= i / ramp;
      }
    }
    this.grain = this.start({ channels, rate });
  }

  private start({ channels, rate }: Sound): AudioBufferSourceNode {
    const buffer = this.context.createBuffer(channels.length, Math.max(1, channels[0].length), rate);
    channels.forEach((channel, c) => void buffer.copyToChannel(channel as Float32Array<ArrayBuffer>, c));
    const source = new AudioBufferSourceNode(this.context, { buffer });
    source.connect(this.out);
    source.start();
    return source;
  }

  /** Lets a sound be heard by itself; the one tried before is cut off. `over`: told when it has ended. */
  async tryOut(sound: Sound, over: () => void = () => {}): Promise<void> {
    await this.wake();
    this.tried?.stop();
    const source = this.start(sound);
    this.tried = source;
    source.onended = () => {
      if (this.tried === source) this.tried = null;
      over();
    };
  }

  /** The part of a clip's sound that is used; null until it is decoded. */
  private part(clip: Clip): Sound | null {
    const sound = this.sound(clip.asset);
    if (!sound) return null;
    const [from, to] = [clip.in, clip.out].map((time) => Math.round(time * sound.rate));
    return { channels: sound.channels.map((channel) => channel.slice(from, to)), rate: sound.rate };
  }

  private key(clip: Clip): string {
    return `${clip.asset} ${clip.in} ${clip.out}`;
  }

  /** Lays words on a clip's sound. Null while the sound is not decoded yet. */
  async read(clip: Clip, words: Words, progress: (share: number) => void): Promise<ReadLine | null> {
    const sound = this.part(clip);
    return sound && this.face.read(this.key(clip), sound, words, proxy(progress));
  }

  async listen(clip: Clip, progress: (share: number) => void): Promise<Reading | null> {
    const sound = this.part(clip);
    return sound && this.face.listen(this.key(clip), sound, proxy(progress));
  }

  async readAgain(clip: Clip, sounds: FixedSound[]): Promise<Reading | null> {
    const sound = this.part(clip);
    return sound && this.face.readAgain(this.key(clip), sound, sounds);
  }

  pronounce(words: Words): Promise<SpokenWord[]> {
    return this.face.pronounce(words);
  }

  stopAll(): void {
    for (const { run } of this.runs) run.stop();
    this.runs = [];
  }

  close(): void {
    this.stopAll();
    this.host.close();
    void this.context.close();
  }
}

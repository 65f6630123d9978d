/** The browser's sound: decoding, waveforms, playing in time and hearing a single frame. */
import { type Remote, wrap } from 'comlink';
import { BadFile, type Id, type Shot } from '../../core/shot/index.ts';
import { cuesBetween, type Peaks } from '../../core/sound/index.ts';
import type { SoundFace } from '../../workers/sound.worker.ts';

/** Length of a scrubbed grain in frames, and its ramps in seconds. */
const GRAIN_FRAMES = 1.5;
const RAMP = 0.005;

export class SoundDesk {
  private readonly context = new AudioContext({ latencyHint: 'interactive' });
  private readonly worker = new Worker(new URL('../../workers/sound.worker.ts', import.meta.url), { type: 'module' });
  private readonly face: Remote<SoundFace> = wrap<SoundFace>(this.worker);
  private buffers = new Map<Id, AudioBuffer>();
  private waves = new Map<Id, Peaks>();
  private playing = new Set<AudioBufferSourceNode>();
  private grain: AudioBufferSourceNode | null = null;
  private listeners = new Set<() => void>();

  /** Decodes a sound file. @throws BadFile with a sentence when the browser cannot. */
  async decode(file: Blob, name: string): Promise<AudioBuffer> {
    const bytes = await file.arrayBuffer();
    try {
      const buffer = await this.context.decodeAudioData(bytes);
      if (buffer.length === 0) throw new Error('empty');
      return buffer;
    } catch {
      throw new BadFile(`"${name}" cannot be read as sound. Bring it in as WAV, MP3, OGG, FLAC or M4A.`);
    }
  }

  /** Keeps a decoded sound at hand and draws its waveform. */
  async keep(asset: Id, buffer: AudioBuffer): Promise<void> {
    this.buffers.set(asset, buffer);
    const channels = Array.from({ length: buffer.numberOfChannels }, (_, c) => buffer.getChannelData(c));
    this.waves.set(asset, await this.face.peaks(channels, buffer.sampleRate));
    for (const listener of this.listeners) listener();
  }

  has(asset: Id): boolean {
    return this.buffers.has(asset);
  }

  peaks(asset: Id): Peaks | null {
    return this.waves.get(asset) ?? null;
  }

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
  schedule(shot: Shot, from: number, to: number, at: number, speed: number): void {
    for (const { clip, delay, offset, seconds } of cuesBetween(shot, from, to)) {
      const buffer = this.buffers.get(clip.asset);
      if (!buffer) continue;
      const source = this.source(buffer, clip.gain);
      source.playbackRate.value = speed;
      const begin = at + delay / speed;
      const late = Math.max(0, this.context.currentTime - begin);
      if (late * speed >= seconds) continue;
      source.start(begin + late, offset + late * speed, seconds - late * speed);
      this.playing.add(source);
      source.onended = () => this.playing.delete(source);
    }
  }

  private source(buffer: AudioBuffer, gain: number, ramp?: { at: number; seconds: number }): AudioBufferSourceNode {
    const source = this.context.createBufferSource();
    source.buffer = buffer;
    const volume = this.context.createGain();
    volume.gain.value = gain;
    if (ramp) {
      volume.gain.setValueAtTime(0, ramp.at);
      volume.gain.linearRampToValueAtTime(gain, ramp.at + RAMP);
      volume.gain.setValueAtTime(gain, ramp.at + ramp.seconds - RAMP);
      volume.gain.linearRampToValueAtTime(0, ramp.at + ramp.seconds);
    }
    source.connect(volume).connect(this.context.destination);
    return source;
  }

  /** Lets the sound of one frame be heard. */
  scrub(shot: Shot, frame: number): void {
    void this.wake();
    this.grain?.stop();
    this.grain = null;
    const at = this.context.currentTime + 0.005;
    for (const { clip, offset, seconds } of cuesBetween(shot, frame, frame + GRAIN_FRAMES)) {
      const buffer = this.buffers.get(clip.asset);
      if (!buffer || seconds < 3 * RAMP) continue;
      const source = this.source(buffer, clip.gain, { at, seconds });
      source.start(at, offset, seconds);
      this.grain = source;
    }
  }

  stopAll(): void {
    for (const source of this.playing) source.stop();
    this.playing.clear();
  }

  close(): void {
    this.stopAll();
    this.worker.terminate();
    void this.context.close();
  }
}

/**
 * Sound on its way to the ear: the mix is made piece by piece a little ahead of the clock and each piece is scheduled to the
 * sample. What is changed while it plays is heard within the time it is ahead.
 */
import type { Shot } from '../../core/shot/index.ts';
import { mix, type Sounds, sampleOfFrame } from '../../core/sound/index.ts';

/** Seconds made ahead, and in one piece; the first piece is short, so that playing begins at once. */
const AHEAD = 0.6;
const PIECE = 0.25;
const FIRST = 0.06;
const PUMP_MS = 80;

interface MixJob {
  shot(): Shot;
  sounds: Sounds;
  /** Frames, `to` not included. */
  from: number;
  to: number;
  /** When frame `from` is to sound, seconds of the audio clock. */
  at: number;
  speed: number;
}

export class MixRun {
  private readonly context: AudioContext;
  private readonly out: AudioNode;
  private readonly job: MixJob;
  private readonly sources = new Set<AudioBufferSourceNode>();
  private readonly first: number;
  private readonly end: number;
  private readonly at: number;
  private next: number;
  private readonly timer: ReturnType<typeof setInterval>;

  constructor(context: AudioContext, out: AudioNode, job: MixJob) {
    this.context = context;
    this.out = out;
    this.job = job;
    const { fps } = job.shot();
    const rate = context.sampleRate;
    this.first = sampleOfFrame(job.from, fps, rate);
    this.end = sampleOfFrame(job.to, fps, rate);
    // On the clock's own samples, so that the pieces meet without a gap.
    this.at = Math.round(job.at * rate) / rate;
    this.next = this.first;
    this.timer = setInterval(() => this.pump(), PUMP_MS);
    this.pump();
  }

  private timeOf(sample: number): number {
    return this.at + (sample - this.first) / this.context.sampleRate / this.job.speed;
  }

  private pump(): void {
    const { context } = this;
    const rate = context.sampleRate;
    // Pieces whose time is over are not made any more.
    const late = Math.floor((context.currentTime - this.at) * rate * this.job.speed) + this.first;
    if (late > this.next) this.next = Math.min(this.end, late);
    while (this.next < this.end && this.timeOf(this.next) < context.currentTime + AHEAD) {
      const seconds = this.next === this.first ? FIRST : PIECE;
      const count = Math.min(this.end - this.next, Math.round(seconds * rate));
      const channels = mix(this.job.shot(), this.job.sounds, this.next, count, rate);
      if (channels.some((channel) => channel.some((value) => value !== 0))) this.play(channels, count);
      this.next += count;
    }
    if (this.next >= this.end) clearInterval(this.timer);
  }

  private play(channels: Float32Array<ArrayBuffer>[], count: number): void {
    const { context, sources } = this;
    const buffer = context.createBuffer(2, count, context.sampleRate);
    channels.forEach((channel, c) => void buffer.copyToChannel(channel, c));
    const source = new AudioBufferSourceNode(context, { buffer, playbackRate: this.job.speed });
    source.connect(this.out);
    const begin = this.timeOf(this.next);
    const behind = Math.max(0, context.currentTime - begin);
    source.start(begin + behind, behind * this.job.speed);
    sources.add(source);
    source.onended = () => sources.delete(source);
  }

  stop(): void {
    clearInterval(this.timer);
    for (const source of this.sources) source.stop();
    this.sources.clear();
  }
}

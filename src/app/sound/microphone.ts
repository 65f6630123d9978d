/** The microphone, or the simulated one that ships with the application, and what it hears. */
import { openDevice, PLAIN_SOUND, SIMULATED } from '../parts/devices.ts';
import workletAddress from './recorder.worklet.js?url&no-inline';

/** @throws BadFile with a sentence when the microphone cannot be had. */
async function openMicrophone(context: AudioContext, id: string): Promise<MediaStream> {
  if (id === SIMULATED) return simulatedMicrophone(context);
  return openDevice('audioinput', { audio: { deviceId: id ? { exact: id } : undefined, ...PLAIN_SOUND } });
}

/** Somebody humming up and down, a syllable every half second: enough to try a recording out with. */
function simulatedMicrophone(context: AudioContext): MediaStream {
  const out = context.createMediaStreamDestination();
  const seconds = 2;
  const buffer = context.createBuffer(1, seconds * context.sampleRate, context.sampleRate);
  const data = buffer.getChannelData(0);
  let phase = 0;
  for (let i = 0; i < data.length; i++) {
    const t = i / context.sampleRate;
    phase += (2 * Math.PI * (150 + 40 * Math.sin(Math.PI * t))) / context.sampleRate;
    const syllable = Math.sin(2 * Math.PI * t) ** 2;
    data[i] = 0.28 * syllable * (Math.sin(phase) + 0.5 * Math.sin(2 * phase) + 0.25 * Math.sin(3 * phase));
  }
  const source = new AudioBufferSourceNode(context, { buffer, loop: true });
  source.connect(out);
  source.start();
  return out.stream;
}

/** A recording: one channel, and the clock time of its first sample. */
export interface Take {
  samples: Float32Array;
  rate: number;
  /** Seconds of the audio clock; what was heard then was said then, latency taken off. */
  begin: number;
}

/** An open microphone: its level all the time, and what it hears from `start` to `stop`. */
export class MicrophoneTaker {
  private readonly context: AudioContext;
  private readonly stream: MediaStream;
  private readonly source: MediaStreamAudioSourceNode;
  private readonly node: AudioWorkletNode;
  private blocks: Float32Array[] = [];
  private begin: number | null = null;
  private taking = false;
  /** Told the highest sample of each block, 0..1. */
  onLevel: (level: number) => void = () => {};

  private constructor(context: AudioContext, stream: MediaStream) {
    this.context = context;
    this.stream = stream;
    this.source = context.createMediaStreamSource(stream);
    this.node = new AudioWorkletNode(context, 'taker', { numberOfInputs: 1, numberOfOutputs: 0, channelCount: 1 });
    this.node.port.onmessage = ({ data }: MessageEvent<{ time: number; block: Float32Array }>) => this.take(data);
    this.source.connect(this.node);
  }

  /** @throws BadFile with a sentence. */
  static async open(context: AudioContext, id: string): Promise<MicrophoneTaker> {
    await context.resume();
    const stream = await openMicrophone(context, id);
    try {
      await context.audioWorklet.addModule(workletAddress);
      return new MicrophoneTaker(context, stream);
    } catch (error) {
      // A microphone that cannot be heard must not stay open.
      for (const track of stream.getTracks()) track.stop();
      throw error;
    }
  }

  private take({ time, block }: { time: number; block: Float32Array }): void {
    let level = 0;
    for (const value of block) level = Math.max(level, Math.abs(value));
    this.onLevel(level);
    if (!this.taking) return;
    this.begin ??= time;
    this.blocks.push(block);
  }

  start(): void {
    this.blocks = [];
    this.begin = null;
    this.taking = true;
  }

  /** Ends the take; null when nothing was heard at all. */
  stop(): Take | null {
    this.taking = false;
    if (this.begin === null) return null;
    const samples = new Float32Array(this.blocks.reduce((sum, block) => sum + block.length, 0));
    let at = 0;
    for (const block of this.blocks) {
      samples.set(block, at);
      at += block.length;
    }
    this.blocks = [];
    // What the ear heard left earlier, and what it said arrives later.
    const [track] = this.stream.getAudioTracks();
    const { latency = 0 } = (track?.getSettings() ?? {}) as { latency?: number };
    return { samples, rate: this.context.sampleRate, begin: this.begin - latency - (this.context.outputLatency || 0) };
  }

  close(): void {
    this.source.disconnect();
    this.node.disconnect();
    for (const track of this.stream.getTracks()) track.stop();
  }
}

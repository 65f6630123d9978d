/** What the page lets be heard: every piece of sound that is started, with its time on the audio clock. */
import type { Page } from 'puppeteer-core';

interface Piece {
  /** When its first sample is due, seconds of the audio clock; a piece begun late is due earlier than it was begun. */
  when: number;
  rate: number;
  left: number[];
  right: number[];
}

interface Ears {
  heard: Piece[];
}

/** From now on the page remembers what it plays. */
export async function listenIn(page: Page): Promise<void> {
  await page.evaluate(() => {
    const ears = window as unknown as Ears;
    if (ears.heard) {
      ears.heard = [];
      return;
    }
    ears.heard = [];
    const start = AudioBufferSourceNode.prototype.start;
    AudioBufferSourceNode.prototype.start = function (
      this: AudioBufferSourceNode,
      when = 0,
      offset = 0,
      ...rest: number[]
    ) {
      const { buffer } = this;
      if (buffer && !this.loop)
        ears.heard.push({
          when: when - offset / this.playbackRate.value,
          rate: buffer.sampleRate,
          left: [...buffer.getChannelData(0)],
          right: [...buffer.getChannelData(buffer.numberOfChannels - 1)],
        });
      start.call(this, when, offset, ...rest);
    };
  });
}

/** What was played since, pieces in order. */
export function heard(page: Page): Promise<Piece[]> {
  return page.evaluate(() => (window as unknown as Ears).heard);
}

/**
 * How far pieces differ from a mix-down that begins with the first of them, each where its time says: dB of the mix-down there,
 * left and right, and how many samples they are. A machine with too much to do leaves out what it could not make in time.
 */
export function differenceFrom(
  pieces: Piece[],
  { channels }: { channels: Float32Array[] },
): { db: number[]; count: number } {
  const [first] = pieces;
  const off = [0, 0];
  const whole = [0, 0];
  let count = 0;
  for (const { when, rate, left, right } of pieces) {
    const at = Math.round((when - first.when) * rate);
    count += left.length;
    for (const [side, channel] of [left, right].entries())
      for (let i = 0; i < channel.length; i++) {
        const wanted = channels[side][at + i] ?? 0;
        off[side] += (Math.max(-1, Math.min(1, channel[i])) - wanted) ** 2;
        whole[side] += wanted ** 2;
      }
  }
  return { db: off.map((value, side) => 10 * Math.log10(value / whole[side])), count };
}

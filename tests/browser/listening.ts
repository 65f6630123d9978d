/** What the page lets be heard: every piece of sound that is started, with its time on the audio clock. */
import type { Page } from 'puppeteer-core';

interface Piece {
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
    AudioBufferSourceNode.prototype.start = function (this: AudioBufferSourceNode, when = 0, ...rest: number[]) {
      const { buffer } = this;
      if (buffer && !this.loop)
        ears.heard.push({
          when,
          rate: buffer.sampleRate,
          left: [...buffer.getChannelData(0)],
          right: [...buffer.getChannelData(buffer.numberOfChannels - 1)],
        });
      start.call(this, when, ...rest);
    };
  });
}

/** What was played since, pieces in order. */
export function heard(page: Page): Promise<Piece[]> {
  return page.evaluate(() => (window as unknown as Ears).heard);
}

/** Pieces put one after another where their times say, from the first one's beginning on. */
export function joined(pieces: Piece[]): { left: Float32Array; right: Float32Array; rate: number } {
  const [first] = pieces;
  const { rate } = first;
  const at = (piece: Piece) => Math.round((piece.when - first.when) * rate);
  const length = Math.max(...pieces.map((piece) => at(piece) + piece.left.length));
  const left = new Float32Array(length);
  const right = new Float32Array(length);
  for (const piece of pieces) {
    left.set(piece.left, at(piece));
    right.set(piece.right, at(piece));
  }
  return { left, right, rate };
}

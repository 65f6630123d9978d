/** Track reading beside uniform spreading, and playing of very many clips in time with the picture. */
import { existsSync, readFileSync } from 'node:fs';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { makeClip, makeShot, makeTrack, newId, type Shot } from '../src/core/shot/index.ts';
import { writeShotFile } from '../src/core/shotfile/index.ts';
import { FOLEY, readWav, writeWav } from '../src/core/sound/index.ts';
import { Recording } from '../src/core/speech/index.ts';
import type { Animator } from '../tests/browser/hands.ts';
import { ms, percentile, report } from './report.ts';
import { readLine, recordingOf, type SpokenPhone } from './speech-set.ts';

const SET = fileURLToPath(new URL('../../shared/data/speech', import.meta.url));

interface Score {
  on1: number;
  on2: number;
  mouth: number;
  medMs: number;
}

interface Scorer {
  scoreAll(truth: unknown[], predicted: Record<string, SpokenPhone[]>): Score;
  uniform(phones: SpokenPhone[]): SpokenPhone[];
}

interface Line {
  id: string;
  text: string;
  dur: number;
  phones: SpokenPhone[];
}

/** The development set, scored by its own scorer. */
export async function benchReading(): Promise<void> {
  if (!existsSync(SET)) {
    console.log('     track reading: the development set is not here, so it was not scored.');
    return;
  }
  const { scoreAll, uniform } = (await import(pathToFileURL(`${SET}/score.mjs`).href)) as Scorer;
  const lines = JSON.parse(readFileSync(`${SET}/dev/truth.json`, 'utf8')) as Line[];
  const read: Record<string, SpokenPhone[]> = {};
  for (const { id, text } of lines) read[id] = readLine(recordingOf(`${SET}/dev/${id}.wav`), text);
  const mine = scoreAll(lines, read);
  const spread = scoreAll(lines, Object.fromEntries(lines.map(({ id, phones }) => [id, uniform(phones)])));
  const say = ({ on1, mouth, medMs }: Score) => `${on1} % within a frame, ${mouth} % mouths, median ${medMs} ms`;
  report(
    `track reading: ${lines.length} lines of the development set`,
    say(mine),
    '97 %, 90 %',
    `uniform spreading of the true sounds ${say(spread)}`,
    mine.on1 >= 97 && mine.mouth >= 90,
  );
  benchTenSeconds(lines);
}

/** Lines one after another until ten seconds are full, read as one. */
function benchTenSeconds(lines: Line[]): void {
  const parts: Float32Array[] = [];
  const words: string[] = [];
  let seconds = 0;
  for (const { id, text, dur } of lines) {
    if (seconds + dur > 10.4) continue;
    parts.push(readWav(readFileSync(`${SET}/dev/${id}.wav`), id).channels[0]);
    words.push(text);
    seconds += dur;
  }
  const whole = new Float32Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  const times: number[] = [];
  for (let i = 0; i < 4; i++) {
    const began = performance.now();
    readLine(new Recording(whole), words.join(' '));
    times.push(performance.now() - began);
  }
  const bare = performance.now();
  new Recording(whole).features(1);
  const features = performance.now() - bare;
  // The first time is cold.
  const warm = percentile(times.slice(1), 0.5);
  report(
    `track reading: ${seconds.toFixed(1)} s of speech, warm`,
    ms(warm),
    '1500 ms',
    `its spectra and features alone ${ms(features)}`,
    warm <= 1500,
  );
}

const RATE = 48_000;
const TRACKS = 8;
const CLIPS = 60;

/** Eight tracks of sixty clips each over five seconds of drawings. */
function manyClips(): { shot: Shot; media: Map<string, Uint8Array<ArrayBuffer>> } {
  const shot = makeShot({ title: 'Loud', width: 640, height: 360, fps: 24, length: 120 });
  const media = new Map<string, Uint8Array<ArrayBuffer>>();
  for (const sound of FOLEY.slice(0, TRACKS)) {
    const samples = sound.make(RATE);
    const id = newId();
    media.set(id, writeWav([samples], RATE));
    const seconds = samples.length / RATE;
    shot.assets[id] = {
      id,
      name: `${sound.id}.wav`,
      type: 'audio/wav',
      kind: 'sound',
      bytes: media.get(id)!.length,
      seconds,
      pictures: 0,
      width: 0,
      height: 0,
      lines: [],
    };
    const each = Math.min(seconds, 2 / 24);
    shot.tracks.push(
      makeTrack(sound.name, {
        gain: 0.2,
        clips: Array.from({ length: CLIPS }, (_, i) => makeClip(`${i}`, id, each, i * 2, { fadeOut: 0.01 })),
      }),
    );
  }
  return { shot, media };
}

interface Ears {
  /** A piece of sound: when it sounds, the audio clock when it was scheduled, and how long it is. */
  pieces: [when: number, now: number, seconds: number][];
  /** A frame coming into sight, and the time of the sound that is heard then. */
  frames: [frame: number, clock: number][];
}

export async function benchPlaying(animator: Animator): Promise<void> {
  const LOOPS = 10;
  const { shot, media } = manyClips();
  const { page } = animator;
  await animator.chooseFiles('shot-file', [{ name: 'Loud.vignette', bytes: writeShotFile(shot, media) }]);
  await page.waitForSelector('a[aria-label="Open Loud"] img', { timeout: 60_000 });
  await animator.hand.press('Open Loud');
  await animator.deskReady({ width: 640, height: 360 });
  await animator.hand.wait(4000);
  await page.evaluate(() => {
    const ears = window as unknown as Ears;
    ears.pieces = [];
    ears.frames = [];
    const start = AudioBufferSourceNode.prototype.start;
    let clock: AudioContext | null = null;
    AudioBufferSourceNode.prototype.start = function (this: AudioBufferSourceNode, when = 0, ...rest: number[]) {
      clock = this.context as AudioContext;
      ears.pieces.push([when, this.context.currentTime, this.buffer?.duration ?? 0]);
      start.call(this, when, ...rest);
    };
    let last = -1;
    const look = () => {
      const frame = Number(document.querySelector('output[aria-label="Frame"]')?.textContent?.split('/')[0]) - 1;
      if (clock && frame !== last) {
        last = frame;
        // What the ear hears now left this much earlier.
        ears.frames.push([frame, clock.currentTime - (clock.outputLatency || 0)]);
      }
      requestAnimationFrame(look);
    };
    look();
  });
  await animator.hand.key('Space');
  await animator.hand.wait(LOOPS * 5000 + 1500);
  const { pieces, frames } = await page.evaluate(() => {
    const { pieces: all, frames: seen } = window as unknown as Ears;
    return { pieces: all, frames: seen };
  });
  await animator.hand.key('Space');
  const late = pieces.filter(([when, now]) => when < now).length;
  const gaps = pieces.slice(1).filter(([when], i) => {
    const gap = when - (pieces[i][0] + pieces[i][2]);
    return Math.abs(gap) > 1e-4;
  }).length;
  const [zero] = pieces[0];
  // How far each picture is from the sound of its frame, seconds: laps are five seconds long.
  const offsets = frames
    .filter(([, clock]) => clock > zero)
    .map(([frame, clock]) => {
      const off = (clock - zero - frame / 24) % 5;
      return off > 2.5 ? off - 5 : off < -2.5 ? off + 5 : off;
    });
  const begin = Math.abs(offsets[0]) * 1000;
  const whole = percentile(offsets.map(Math.abs), 0.95) * 1000;
  const baseline = 'none: the clock of the sound card itself is what it is measured by';
  report(
    `playing: ${TRACKS} tracks of ${CLIPS} clips, ${pieces.length} pieces of sound`,
    `${late} late, ${gaps} gaps`,
    'none',
    baseline,
    late === 0 && gaps === 0,
  );
  report('playing: the first picture and its sound apart', ms(begin), '60 ms', baseline, begin <= 60);
  report(
    `playing: picture and sound apart over ${LOOPS} loops, p95`,
    ms(whole),
    'a frame, 42 ms',
    baseline,
    whole <= 42,
  );
}

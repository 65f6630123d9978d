/** Mixing: what is delivered is the sum of what lies on the tracks, to the sample. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { setPlace } from '../../../src/core/sheet/index.ts';
import { type Clip, makeClip, makeTrack, type Shot } from '../../../src/core/shot/index.ts';
import { FOLEY, foleySound, loopPart, mix, panAt, type Sound, sampleOfFrame } from '../../../src/core/sound/index.ts';
import { smallShot, strokeThrough } from '../../make.ts';

const RATE = 8000;
const ramp: Sound = { channels: [Float32Array.from({ length: RATE }, (_, i) => (i + 1) / RATE)], rate: RATE };
const hiss: Sound = { channels: [foleySound('flame-hiss').make(RATE)], rate: RATE };
const sounds = (asset: string): Sound | null => ({ ramp, hiss })[asset] ?? null;

function shotWith(...tracks: Partial<Clip>[][]): Shot {
  return {
    ...smallShot().shot,
    tracks: tracks.map((clips, t) =>
      makeTrack(`T${t}`, { clips: clips.map((over) => makeClip('c', 'ramp', 1, 0, over)) }),
    ),
  };
}

describe('where samples fall', () => {
  test('the first sample of a clip is the first sample of its frame', () => {
    for (const frame of [0, 1, 7, 12]) {
      const [left] = mix(shotWith([{ frame }]), sounds, 0, RATE, RATE);
      const at = sampleOfFrame(frame, 24, RATE);
      expect(left[at]).toBeCloseTo(ramp.channels[0][0], 6);
      if (at > 0) expect(left[at - 1]).toBe(0);
    }
  });
  test('a trimmed clip plays its part; its cut edge does not click', () => {
    const [left] = mix(shotWith([{ in: 0.5, out: 0.75 }]), sounds, 0, RATE, RATE);
    expect(left[0]).toBe(0);
    expect(left[100]).toBeCloseTo(ramp.channels[0][4100], 6);
    expect(left[2000]).toBe(0);
  });
  test('a mix made in parts is the mix made whole', () => {
    const shot = shotWith(
      [{ frame: 2, fadeIn: 0.2, fadeOut: 0.3, pan: 0.4 }],
      [{ asset: 'hiss', out: 2, frame: 1, loop: { seconds: 3, join: 0.1, skip: 0.05 } }],
    );
    const whole = mix(shot, sounds, 0, 12_000, RATE);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 11_000 }), fc.integer({ min: 1, max: 1000 }), (from, count) => {
        const part = mix(shot, sounds, from, count, RATE);
        for (const side of [0, 1])
          for (let i = 0; i < count; i++) expect(Math.abs(part[side][i] - whole[side][from + i])).toBeLessThan(1e-6);
      }),
      { numRuns: 60 },
    );
  });
  test('clips and tracks add up; muted ones, and all but solo ones, are left out', () => {
    const shot = shotWith([{ gain: 0.5 }], [{ gain: 0.25 }], [{ muted: true }]);
    const at = () => mix(shot, sounds, 0, RATE, RATE)[0][4000] / ramp.channels[0][4000];
    expect(at()).toBeCloseTo(0.75, 5);
    shot.tracks[0].gain = 2;
    expect(at()).toBeCloseTo(1.25, 5);
    shot.tracks[1].solo = true;
    expect(at()).toBeCloseTo(0.25, 5);
    shot.tracks[1].muted = true;
    expect(at()).toBe(0);
  });
});

describe('fades and sides', () => {
  test('a fade comes in from nothing and is done when it says', () => {
    const shot = shotWith([{ fadeIn: 0.25, fadeOut: 0.25 }]);
    const [left] = mix(shot, sounds, 0, RATE, RATE);
    expect(left[0]).toBeCloseTo(0, 4);
    expect(left[2000]).toBeCloseTo(ramp.channels[0][2000], 3);
    expect(Math.abs(left[RATE - 1])).toBeLessThan(0.01);
  });
  test('to one side the other grows quiet, the near one stays as it was', () => {
    const [left, right] = mix(shotWith([{ pan: 1 }]), sounds, 0, RATE, RATE);
    expect(Math.abs(left[4000])).toBeLessThan(1e-6);
    expect(right[4000]).toBeCloseTo(ramp.channels[0][4000], 5);
  });
  test('a sound hears the moves of the figure it follows', () => {
    const { shot, layerId } = smallShot();
    const clip = makeClip('step', 'ramp', 1, 0, { follows: layerId });
    expect(panAt(shot, clip, 0)).toBeCloseTo(0, 3);
    const pivot = { x: 160, y: 90 };
    setPlace(shot, layerId, 0, { x: 80 }, pivot);
    expect(panAt(shot, clip, 0)).toBeCloseTo(0.4, 2);
    setPlace(shot, layerId, 3, { x: -80 }, pivot);
    expect(panAt(shot, clip, 3.5 / 24)).toBeCloseTo(-0.4, 2);
  });
  test('a sound that follows a figure goes with it from left to right', () => {
    const { shot, drawing, layerId } = smallShot();
    const clip = makeClip('step', 'ramp', 1, 0, { follows: layerId });
    shot.tracks = [makeTrack('Foley', { clips: [clip] })];
    const at = (x: number) => {
      drawing.ink = [
        strokeThrough([
          [x - 10, 50],
          [x + 10, 60],
        ]),
      ];
      const fresh = { ...drawing };
      return panAt({ ...shot, drawings: { [drawing.id]: fresh } }, clip, 0.05);
    };
    expect(at(40)).toBeLessThan(-0.4);
    expect(Math.abs(at(160))).toBeLessThan(0.01);
    expect(at(280)).toBeGreaterThan(0.4);
  });
});

describe('loops', () => {
  test('steady sounds repeat without a bump: the join is no rougher than the sound', () => {
    for (const id of ['flame-hiss', 'wind', 'rain', 'room']) {
      const samples = foleySound(id).make(RATE);
      const part = loopPart(samples, RATE, 0, samples.length / RATE);
      const period = part.out - part.in - part.join;
      const shot = shotWith([
        { asset: 'own', in: part.in, out: part.out, loop: { seconds: 3 * period, join: part.join, skip: 0 } },
      ]);
      const own = { channels: [samples], rate: RATE };
      const [left] = mix(shot, () => own, 0, Math.round(2.9 * period * RATE), RATE);
      const steps = left.slice(1).map((value, i) => Math.abs(value - left[i]));
      const usual = Math.max(...steps.slice(400, Math.floor((period - 0.05) * RATE)));
      const seam = Math.round(period * RATE);
      expect(Math.max(...steps.slice(seam - 40, seam + Math.round(part.join * RATE) + 40)), id).toBeLessThan(
        usual * 1.3,
      );
      // Nor does the level sink or swell there.
      const power = (from: number) => left.slice(from, from + 600).reduce((sum, v) => sum + v * v, 0);
      expect(power(seam - 100) / power(Math.round(seam / 2)), id).toBeGreaterThan(0.25);
    }
  });
  test('a part too short to be joined is left as it is', () => {
    expect(loopPart(new Float32Array(RATE), RATE, 0.1, 0.11)).toEqual({ in: 0.1, out: 0.11, join: 0 });
  });
  test('every sound of the shelf can be looped without leaving its bounds', () => {
    for (const { id, make } of FOLEY.slice(0, 20)) {
      const samples = make(RATE);
      const part = loopPart(samples, RATE, 0, samples.length / RATE);
      expect(part.in, id).toBeGreaterThanOrEqual(0);
      expect(part.out, id).toBeLessThanOrEqual(samples.length / RATE);
      expect(part.join, id).toBeLessThan(part.out - part.in);
    }
  });
});

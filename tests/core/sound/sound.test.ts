import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  type Clip,
  clipEnd,
  clipStarts,
  isHeard,
  makeClip,
  makeTrack,
  type Shot,
  soundEnd,
  timeInSound,
} from '../../../src/core/shot/index.ts';
import {
  FOLEY,
  faultsOf,
  PEAK_RATE,
  peakBetween,
  peaksOf,
  readWav,
  resample,
  toMono,
  toStereo,
  writeWav,
} from '../../../src/core/sound/index.ts';
import { smallShot } from '../../make.ts';

const clip = (over: Partial<Clip> = {}): Clip => makeClip('Voice', 'v', 1, 4, { id: 'c', ...over });

function withClip(over: Partial<Clip> = {}): Shot {
  return { ...smallShot().shot, tracks: [makeTrack('Voice', { clips: [clip(over)] })] };
}

describe('when a sound is heard', () => {
  test('a clip ends on the frame after its last sound', () => {
    expect(clipEnd(clip({ frame: 4, out: 1 }), 24)).toBe(28);
    expect(clipEnd(clip({ frame: 0, out: 0.01 }), 24)).toBe(1);
    expect(soundEnd(withClip())).toBe(28);
  });
  test('a looped clip ends when it is told to, however long its part is', () => {
    expect(clipEnd(clip({ frame: 0, loop: { seconds: 5, join: 0.1, skip: 0 } }), 24)).toBe(120);
  });
  test('a time of the shot is a time in the sound, counted on round a loop', () => {
    expect(timeInSound(clip({ in: 0.25 }), 24, 4 / 24 + 0.5)).toBeCloseTo(0.75);
    expect(timeInSound(clip(), 24, 0)).toBeNull();
    const looped = clip({ loop: { seconds: 5, join: 0.2, skip: 0 } });
    expect(timeInSound(looped, 24, 4 / 24 + 0.9)).toBeCloseTo(0.1);
  });
  test('a muted track is not heard, and while one is solo only that is', () => {
    const shot = withClip();
    shot.tracks.push(makeTrack('Foley'), makeTrack('Music', { muted: true }));
    expect(shot.tracks.map((track) => isHeard(shot, track))).toEqual([true, true, false]);
    shot.tracks[1].solo = true;
    expect(shot.tracks.map((track) => isHeard(shot, track))).toEqual([false, true, false]);
  });
  test('the frames on which sounds begin are known', () => {
    expect([...clipStarts(withClip()).keys()]).toEqual([4]);
  });
});

describe('the waveform', () => {
  test('finds a click where it is and nothing elsewhere', () => {
    const samples = new Float32Array(8000);
    samples[4000] = 0.8;
    samples[4001] = -0.6;
    const peaks = peaksOf([samples], 8000);
    expect(peaks).toHaveLength(2 * PEAK_RATE);
    const [low, high] = peakBetween(peaks, 0.49, 0.51);
    expect(high).toBeCloseTo(0.8);
    expect(low).toBeCloseTo(-0.6);
    expect(peakBetween(peaks, 0.1, 0.4)).toEqual([0, 0]);
  });
  test('takes the strongest of all channels', () => {
    const left = new Float32Array(100).fill(0.1);
    const right = new Float32Array(100).fill(0.7);
    expect(peakBetween(peaksOf([left, right], 8000), 0, 1)[1]).toBeCloseTo(0.7);
  });
});

describe('sounds made by code', () => {
  test('the shelf holds at least forty, each with a name of its own', () => {
    expect(FOLEY.length).toBeGreaterThanOrEqual(40);
    expect(new Set(FOLEY.map(({ name }) => name)).size).toBe(FOLEY.length);
    expect(new Set(FOLEY.map(({ id }) => id)).size).toBe(FOLEY.length);
  });
  test('each is heard, never clips and has no number that is none', () => {
    for (const { id, make } of FOLEY) {
      const samples = make(24_000);
      const most = samples.reduce((high, value) => Math.max(high, Math.abs(value)), 0);
      expect(samples.every(Number.isFinite), id).toBe(true);
      expect(most, id).toBeGreaterThan(0.03);
      expect(most, id).toBeLessThanOrEqual(1);
      expect(samples.length / 24_000, id).toBeLessThanOrEqual(5);
      expect(Math.max(...samples.slice(-3).map(Math.abs)), id).toBeLessThan(0.05);
    }
  });
  test('each comes out the same every time', () => {
    for (const { make } of FOLEY.slice(0, 6)) expect(make(8000)).toEqual(make(8000));
  });
});

describe('WAV', () => {
  test('says its own length and rate; what is beyond full scale is cut', () => {
    const wav = writeWav([Float32Array.from([0, 1, -1, 2])], 22_050);
    const view = new DataView(wav.buffer);
    expect(view.getUint32(24, true)).toBe(22_050);
    expect(view.getUint32(40, true)).toBe(8);
    expect([0, 1, 2, 3].map((i) => view.getInt16(44 + 2 * i, true))).toEqual([0, 32767, -32767, 32767]);
  });
  test('what is written is read back, whatever the channels', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.array(fc.float({ min: -1, max: 1, noNaN: true }), { minLength: 1, maxLength: 60 }),
        (count, values) => {
          const channels = Array.from({ length: count }, (_, c) => Float32Array.from(values, (v) => v / (c + 1)));
          const { channels: back, rate } = readWav(writeWav(channels, 48_000), 'x');
          expect(rate).toBe(48_000);
          for (const [c, channel] of back.entries())
            for (const [i, value] of channel.entries()) expect(Math.abs(value - channels[c][i])).toBeLessThan(1e-4);
        },
      ),
    );
  });
  /** A WAV head of any kind over two samples: half up, half down. */
  function wavOf(format: number, bits: number, write: (view: DataView, at: number, value: number) => void) {
    const bytes = new Uint8Array(44 + (bits / 8) * 2);
    bytes.set(writeWav([new Float32Array(0)], 8000).subarray(0, 44));
    const view = new DataView(bytes.buffer);
    view.setUint16(20, format, true);
    view.setUint16(34, bits, true);
    view.setUint32(40, (bits / 8) * 2, true);
    write(view, 44, 0.5);
    write(view, 44 + bits / 8, -0.5);
    return bytes;
  }
  test('8, 24 and 32 bits and floats are read too', () => {
    const kinds = [
      wavOf(1, 8, (view, at, value) => view.setUint8(at, 128 + value * 128)),
      wavOf(1, 24, (view, at, value) => {
        const whole = value * 8_388_608;
        view.setUint8(at, whole & 255);
        view.setInt16(at + 1, whole >> 8, true);
      }),
      wavOf(1, 32, (view, at, value) => view.setInt32(at, value * 2_147_483_648, true)),
      wavOf(3, 32, (view, at, value) => view.setFloat32(at, value, true)),
    ];
    for (const bytes of kinds)
      expect([...readWav(bytes, 'x').channels[0]].map((v) => Math.round(v * 100))).toEqual([50, -50]);
  });
  test('a file cut short is read as far as it goes; what is none is refused in a sentence', () => {
    const wav = writeWav([new Float32Array(100).fill(0.5)], 8000);
    expect(readWav(wav.slice(0, 44 + 60), 'x').channels[0]).toHaveLength(30);
    expect(() => readWav(new Uint8Array(5), 'note.txt')).toThrow('“note.txt” is not a WAV file');
    expect(() => readWav(wav.slice(0, 40), 'cut.wav')).toThrow('no sound in it');
    expect(() =>
      readWav(
        wavOf(85, 16, () => {}),
        'odd.wav',
      ),
    ).toThrow('cannot be read');
  });
});

describe('rates and channels', () => {
  const tone = (rate: number, hertz: number, seconds = 0.25) =>
    Float32Array.from({ length: rate * seconds }, (_, i) => Math.sin((2 * Math.PI * hertz * i) / rate));
  test('from 8 to 96 kHz a tone stays the tone it was', () => {
    for (const rate of [8000, 22_050, 44_100, 48_000, 96_000]) {
      const out = resample(tone(rate, 440), rate, 16_000);
      const wanted = tone(16_000, 440);
      expect(Math.abs(out.length - wanted.length)).toBeLessThanOrEqual(1);
      for (let i = 200; i < 3600; i++) expect(Math.abs(out[i] - wanted[i]), `${rate} at ${i}`).toBeLessThan(0.02);
    }
  });
  test('what the new rate cannot hold is gone, not folded down', () => {
    const out = resample(tone(48_000, 11_000), 48_000, 16_000);
    expect(Math.max(...out.slice(200, -200).map(Math.abs))).toBeLessThan(0.02);
  });
  test('many channels become two, and one', () => {
    const six = [0.5, -0.5, 0.4, 0, 0, 0].map((value) => new Float32Array(4).fill(value));
    const [left, right] = toStereo(six);
    expect(left[0]).toBeGreaterThan(0.5);
    expect(right[0]).toBeGreaterThan(-0.5);
    expect(toMono([new Float32Array([1]), new Float32Array([0])])[0]).toBeCloseTo(0.5);
  });
});

describe('faults are said', () => {
  const sound = (channel: Float32Array) => ({ channels: [channel], rate: 8000 });
  test('silence and clipping; a good sound is let be', () => {
    expect(faultsOf(sound(new Float32Array(800)), 'room')).toContain('silent');
    const loud = Float32Array.from({ length: 800 }, (_, i) => Math.max(-1, Math.min(1, 3 * Math.sin(i / 6))));
    expect(faultsOf(sound(loud), 'shout')).toContain('clipped in');
    expect(faultsOf(sound(loud.map((value) => value * 0.8)), 'fine')).toBe('');
  });
});

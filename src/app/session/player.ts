/**
 * Playing: the audio clock says which frame is due; a picture that is late is passed over, never the sound.
 */
import { createStore } from 'zustand/vanilla';
import { type Shot, withLayersAlone } from '../../core/shot/index.ts';
import { ReadyPictures } from './ready-pictures.ts';
import type { ShotSession } from './shot-session.ts';
import { aloneIn } from './slices/place.ts';
import type { SoundDesk } from './sound-desk.ts';
import type { ViewStore } from './view-state.ts';

export interface PlayState {
  /** Getting pictures ready, playing, or at rest. */
  state: 'rest' | 'ready' | 'playing';
  /** Pictures ready of those needed, while getting ready. */
  ready: number;
  needed: number;
  /** Frames a second that reached the screen, and frames passed over, since playing began. */
  achieved: number;
  dropped: number;
}

/** Playing begins after this long even if pictures are still missing. */
const LONGEST_WAIT_MS = 2500;
/** Sound starts this much after it is scheduled, seconds. */
const LEAD = 0.06;

/** While all that is due is ready, and after a failure, the next look is taken this much later. */
const LOOK_MS = 8;
const FAILED_MS = 200;

export class Player {
  readonly state = createStore<PlayState>(() => ({ state: 'rest', ready: 0, needed: 0, achieved: 0, dropped: 0 }));
  private readonly session: ShotSession;
  private readonly view: ViewStore;
  private readonly sound: SoundDesk;
  private readonly pictures: ReadyPictures;
  private run = 0;
  /** The frame playing began on, and when that frame sounded on the audio clock; null before the first playing. */
  began: { frame: number; time: number } | null = null;
  private readying: Promise<void> | null = null;
  /** Pixels per paper pixel of the ready pictures; set by the paper on screen. */
  scale = 0.5;
  /** Shows a ready picture on the paper. */
  show: (picture: ImageBitmap) => void = () => {};
  /** Back to the live paper. */
  rest: () => void = () => {};

  constructor(session: ShotSession, view: ViewStore, sound: SoundDesk) {
    this.session = session;
    this.view = view;
    this.sound = sound;
    this.pictures = new ReadyPictures((frame, scale) =>
      session.pictures.whole(frame, scale, session.bundle, aloneIn(view.getState())),
    );
  }

  /** The shot as it is looked at: all of it, or some layers alone. */
  private get seen(): Shot {
    return withLayersAlone(this.session.shot, aloneIn(this.view.getState()));
  }

  get range(): { from: number; to: number } {
    const { range } = this.view.getState();
    return range ?? { from: 0, to: this.session.shot.length - 1 };
  }

  toggle(): void {
    if (this.state.getState().state === 'rest') void this.play();
    else this.stop();
  }

  stop(): void {
    this.run++;
    this.sound.stopAll();
    if (this.state.getState().state === 'rest') return;
    this.state.setState({ state: 'rest' });
    this.rest();
  }

  /** Frames of the range, from the playhead on, once round. */
  private *order(from: number, to: number, first: number): Iterable<number> {
    const length = to - from + 1;
    const start = first >= from && first <= to ? first - from : 0;
    for (let i = 0; i < length; i++) yield from + ((start + i) % length);
  }

  /** Frames from the playhead on whose pictures are missing, as many as there is room for. */
  private missing(): number[] {
    return this.pictures.missing(this.seen, this.scale, this.fromHere());
  }

  private fromHere(): Iterable<number> {
    const { from, to } = this.range;
    return this.order(from, to, this.view.getState().frame);
  }

  private make(frame: number): Promise<void> {
    return this.pictures.make(this.seen, frame, this.scale);
  }

  /** Makes missing pictures one after another until `stop` says so. */
  private async makeReady(stop: () => boolean): Promise<void> {
    // One maker at a time: a second would only queue behind the first.
    while (this.readying) await this.readying;
    this.readying = (async () => {
      await this.pictures.lookThrough(this.seen, this.scale, this.fromHere(), stop);
      for (const frame of stop() ? [] : this.missing()) {
        if (stop()) return;
        await this.make(frame);
        this.state.setState(({ ready }) => ({ ready: ready + 1 }));
      }
    })()
      // The worker died and has said so; what is missing is made while playing, or next time.
      .catch(() => undefined)
      .finally(() => {
        this.readying = null;
      });
    await this.readying;
  }

  /**
   * While it plays: pictures are made ahead of the playhead, round the loop, as far as there is room. Those that could only
   * come late are left out, so that the ones after them come in time.
   */
  private async keepAhead(gone: () => boolean): Promise<void> {
    const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
    while (!gone()) {
      const { from, to } = this.range;
      const { frame, speed, loop } = this.view.getState();
      const { shot } = this.session;
      const lead = Math.ceil(this.pictures.pace * shot.fps * speed);
      const first = frame + 1 + lead;
      const length = to - from + 1;
      const ahead = loop || first <= to ? this.order(from, to, from + ((first - from) % length)) : [];
      const [next] = this.pictures.missing(this.seen, this.scale, ahead);
      if (next === undefined) await pause(LOOK_MS);
      else await this.make(next).catch(() => pause(FAILED_MS));
    }
  }

  /** Gets pictures ready while the hand rests, so that playing starts at once. */
  prepareQuietly(still: () => boolean): void {
    if (this.readying || this.state.getState().state !== 'rest') return;
    const run = this.run;
    void this.makeReady(() => run !== this.run || !still());
  }

  /** @param once not round again, whatever the loop says: a recording has one end */
  async play(once = false): Promise<void> {
    const run = ++this.run;
    const gone = () => run !== this.run;
    const needed = this.missing().length;
    this.state.setState({ state: 'ready', ready: 0, needed, achieved: 0, dropped: 0 });
    await this.sound.wake();
    const making = this.makeReady(() => gone() || this.state.getState().state === 'playing');
    await Promise.race([making, new Promise((done) => setTimeout(done, LONGEST_WAIT_MS))]);
    if (gone()) return;
    this.state.setState({ state: 'playing' });
    this.roll(gone, once);
    void this.keepAhead(gone);
  }

  private roll(gone: () => boolean, once: boolean): void {
    const { sound, session } = this;
    const { from, to } = this.range;
    const { speed } = this.view.getState();
    const length = to - from + 1;
    const fps = session.shot.fps * speed;
    const first = this.view.getState().frame;
    const start = first >= from && first < to ? first - from : 0;
    // Time 0 of the first lap is where frame `from` would have started.
    const zero = sound.now + LEAD - start / fps;
    this.began = { frame: from + start, time: sound.now + LEAD };
    const lap = length / fps;
    let laps = 0;
    const schedule = (n: number) => {
      const begin = n === 0 ? from + start : from;
      sound.schedule(() => session.shot, begin, to + 1, zero + n * lap + (begin - from) / fps, speed);
    };
    schedule(0);
    let last = start - 1;
    let shown = 0;
    let dropped = 0;
    const step = () => {
      if (gone()) return;
      const time = sound.heard - zero;
      const loop = !once && this.view.getState().loop;
      if (time >= (laps + 1) * lap - 0.25 && loop) schedule(++laps);
      const due = Math.floor(time * fps + 1e-6);
      if (!loop && due >= (laps + 1) * length) {
        this.stop();
        this.view.setState({ frame: to });
        return;
      }
      if (due > last && due >= start) {
        const frame = from + (((due % length) + length) % length);
        const picture = this.pictures.ready(this.seen, frame, this.scale);
        if (picture) {
          this.show(picture);
          shown++;
          dropped += due - last - 1;
          last = due;
          this.view.setState({ frame });
          const seconds = (due - start + 1) / fps;
          this.state.setState({ achieved: shown / seconds / speed, dropped });
        }
      }
      requestAnimationFrame(step);
    };
    requestAnimationFrame(step);
  }

  close(): void {
    this.stop();
    this.pictures.clear();
  }
}

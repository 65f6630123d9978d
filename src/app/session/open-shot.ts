/** Opening a shot with everything the desk needs around it. */
import { createContext, useContext, useRef, useSyncExternalStore } from 'react';
import { useStore } from 'zustand';
import type { Id, Shot } from '../../core/shot/index.ts';
import { type Database, readSetting, readView, writeSetting, writeView } from '../../store/index.ts';
import { BetweenDesk } from './between-desk.ts';
import { CheckDesk } from './check-desk.ts';
import { DeliveryPreview } from './delivery-preview.ts';
import { askToLast } from './lasting.ts';
import { LineDesk } from './line-desk.ts';
import { PaintDesk } from './paint-desk.ts';
import { Player, type PlayState } from './player.ts';
import { type Opening, ShotSession } from './shot-session.ts';
import { SoundDesk } from './sound-desk.ts';
import type { ToolSettings } from './tool-settings.ts';
import { createViewStore, keptOf, mendView, restoredView, type ViewState, type ViewStore } from './view-state.ts';

const KEEP_VIEW_MS = 250;
const TOOLS_KEY = 'tools';
const CARD_MS = 3000;

export interface OpenShot {
  session: ShotSession;
  view: ViewStore;
  sound: SoundDesk;
  player: Player;
  betweens: BetweenDesk;
  paints: PaintDesk;
  lines: LineDesk;
  checks: CheckDesk;
  delivery: DeliveryPreview;
  close(): Promise<void>;
}

/** What all tools are set to at first, and what was kept of them fitted to that. */
export interface ToolRegister {
  keptTools(kept: unknown): ToolSettings;
}

export async function openShot(db: Database, id: Id, opening: Opening, register: ToolRegister): Promise<OpenShot> {
  const session = await ShotSession.open(db, id, opening);
  try {
    return await around(db, session, register);
  } catch (error) {
    // The claim must not stay with a shot that is not shown.
    await session.close().catch(() => undefined);
    throw error;
  }
}

/** Everything the desk needs around a session. */
async function around(db: Database, session: ShotSession, register: ToolRegister): Promise<OpenShot> {
  const { id } = session.shot;
  const view = createViewStore(await rememberedView(db, session.shot, register));
  const sound = new SoundDesk();
  const player = new Player(session, view, sound);
  const betweens = new BetweenDesk(session, view);
  const paints = new PaintDesk(session, view);
  const lines = new LineDesk((sentence) => session.onSaying(sentence));
  const checks = new CheckDesk(session);
  const delivery = new DeliveryPreview(session);

  // Sounds are decoded as they turn up in a clip: at opening, after an import, after an undo; and let go when none has them.
  const decoding = new Set<Id>();
  let tracks: Shot['tracks'] | null = null;
  const decodeNew = () => {
    const shot = session.whole;
    if (shot.tracks === tracks) return;
    tracks = shot.tracks;
    const used = new Set(tracks.flatMap(({ clips }) => clips.map(({ asset }) => asset)));
    sound.keepOnly(used);
    for (const id of used) {
      const asset = shot.assets[id];
      if (!asset || sound.has(id) || decoding.has(id)) continue;
      decoding.add(id);
      void session
        .file(id)
        .then(async (file) => file && sound.keep(id, await sound.decode(file, asset.name)))
        .catch(() => undefined)
        .finally(() => decoding.delete(id));
    }
  };
  decodeNew();

  let timer: ReturnType<typeof setTimeout> | undefined;
  const keepView = () => {
    clearTimeout(timer);
    if (session.readOnly) return;
    const state = view.getState();
    void writeView(db, id, keptOf(state)).catch(() => undefined);
    void writeSetting(db, TOOLS_KEY, { version: 1, value: state.tools }).catch(() => undefined);
  };
  const unsubscribes = [
    session.subscribe(() => {
      askToLast();
      decodeNew();
      mendAfterEdit(session.shot, view);
    }),
    view.subscribe(() => {
      clearTimeout(timer);
      timer = setTimeout(keepView, KEEP_VIEW_MS);
    }),
  ];
  const leaving = () => {
    session.hurry();
    keepView();
  };
  addEventListener('pagehide', leaving);
  return {
    session,
    view,
    sound,
    player,
    betweens,
    lines,
    paints,
    checks,
    delivery,
    async close() {
      removeEventListener('pagehide', leaving);
      for (const unsubscribe of unsubscribes) unsubscribe();
      player.close();
      betweens.close();
      lines.close();
      paints.close();
      checks.close();
      delivery.close();
      keepView();
      const card = session.refreshCard(view.getState().frame).catch(() => undefined);
      // A picture for the list is not worth waiting for when it does not come.
      await Promise.race([card, new Promise((done) => setTimeout(done, CARD_MS))]);
      await session.close();
      sound.close();
    },
  };
}

/** What was looked at last; as at first where that cannot be read. */
async function rememberedView(db: Database, shot: Shot, { keptTools }: ToolRegister): Promise<ViewState> {
  const [kept, tools] = await Promise.all([
    readView<unknown>(db, shot.id).catch(() => undefined),
    readSetting<unknown>(db, TOOLS_KEY).catch(() => undefined),
  ]);
  return restoredView(kept, keptTools(tools), shot);
}

/** An edit or an undo may take away the layer in hand, the swatch, or the frame looked at. */
function mendAfterEdit(shot: Shot, view: ViewStore): void {
  const state = view.getState();
  const mended = mendView(state, shot);
  if (mended !== state) view.setState(mended, true);
}

export const OpenShotContext = createContext<OpenShot | null>(null);

export function useOpenShot(): OpenShot {
  const open = useContext(OpenShotContext);
  if (!open) throw new Error('There is no open shot here.');
  return open;
}

/**
 * A part of the shot as it is now. `select` must give the same thing while nothing changed (a part of the tree, a number,
 * a word): then a line drawn costs only the views that show it.
 */
export function useShot<T>(select: (shot: Shot) => T): T {
  const { session } = useOpenShot();
  return useSyncExternalStore(session.subscribeAround, () => select(session.shot));
}

/** Changes when pictures asked for before have to be asked for again: the worker that painted them was started anew. */
export function usePictureRestarts(): number {
  const { session } = useOpenShot();
  return useSyncExternalStore(session.subscribeAround, () => session.restarts);
}

/**
 * Some parts of the shot by their names, looked at anew only when one of them has become another: what shows tracks alone
 * is not drawn again for a line. The type holds no other part, so none can be read that is not followed.
 */
export function useShotParts<K extends keyof Shot>(...names: K[]): Pick<Shot, K> {
  const { session } = useOpenShot();
  const last = useRef<Shot | null>(null);
  return useSyncExternalStore(session.subscribeAround, () => {
    const { shot } = session;
    const before = last.current;
    if (!before || names.some((name) => !Object.is(before[name], shot[name]))) last.current = shot;
    return last.current as Shot;
  });
}

/** The whole shot, for views that show all of it. */
export const wholeShot = (shot: Shot): Shot => shot;

export function useView<T>(select: (state: ViewState) => T): T {
  return useStore(useOpenShot().view, select);
}

/** The frame at rest; while playing the one playing began on, for views that need not follow every frame. */
export function useRestingFrame(): number {
  const playing = usePlay((play) => play.state === 'playing');
  const resting = useRef(0);
  return useView((state) => {
    if (!playing) resting.current = state.frame;
    return resting.current;
  });
}

export function usePlay<T>(select: (state: PlayState) => T): T {
  return useStore(useOpenShot().player.state, select);
}

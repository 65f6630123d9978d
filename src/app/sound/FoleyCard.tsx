import { useQuery, useQueryClient } from '@tanstack/react-query';
import Play from 'lucide-react/icons/play';
import Plus from 'lucide-react/icons/plus';
import { useState } from 'react';
import { makeClip } from '../../core/shot/index.ts';
import { layOnTrack } from '../../core/sound/index.ts';
import { say } from '../frame/saying.ts';
import { Button, Hint } from '../parts/Button.tsx';
import { sentence } from '../parts/files.ts';
import { useOpenShot } from '../session/open-shot.ts';
import { fetchFoley, fetchShelf, isLookedFor, type ShelfSound } from './foley-shelf.ts';
import { importSound } from './import-sound.ts';

const TRACK_NAME = 'Foley';
/** Sounds that are steady from end to end come in looped so long, seconds. */
const STEADY = /to loop$/;

/** What was fetched does not change; and it is asked for without a network too, where what was kept answers. */
const KEPT = { staleTime: Number.POSITIVE_INFINITY, networkMode: 'always', retry: false } as const;

/** Short sounds to try out and put on the present frame. */
export function FoleyCard() {
  const open = useOpenShot();
  const queries = useQueryClient();
  const [search, setSearch] = useState('');
  const [heard, setHeard] = useState('');
  const shelf = useQuery({ queryKey: ['foley'], queryFn: () => fetchShelf(open.session.db), ...KEPT });
  const file = (id: string) =>
    queries.fetchQuery({
      queryKey: ['foley', id],
      queryFn: () => fetchFoley(open.session.db, id),
      ...KEPT,
    });
  const tryOut = async (sound: ShelfSound) => {
    try {
      const buffer = await open.sound.decode(await file(sound.id), sound.name);
      setHeard(sound.id);
      await open.sound.tryOut({ channels: [buffer.getChannelData(0)], rate: buffer.sampleRate }, () =>
        setHeard((now) => (now === sound.id ? '' : now)),
      );
    } catch (error) {
      say(sentence(error));
    }
  };
  const put = async (sound: ShelfSound) => {
    try {
      const { frame } = open.view.getState();
      const { assets } = open.session.shot;
      const fileName = `${sound.id}.wav`;
      const there = Object.values(assets).find(({ kind, name }) => kind === 'sound' && name === fileName);
      if (there) {
        // Its file is in the shot already: one more clip of it.
        const clip = makeClip(sound.name, there.id, there.seconds, frame);
        open.session.change(`put ${sound.name}`, (shot) => void layOnTrack(shot, clip, TRACK_NAME));
        open.view.setState({ clip: clip.id });
        return;
      }
      const blob = await file(sound.id);
      const come = await importSound(open, new File([blob], fileName, { type: 'audio/wav' }), {
        frame,
        track: TRACK_NAME,
        over: { name: sound.name },
      });
      if (come) open.view.setState({ clip: come.clip });
      if (STEADY.test(sound.name)) say('A steady sound: loop it (O) to let it go on without a seam.');
    } catch (error) {
      say(sentence(error));
    }
  };
  if (shelf.isPending) return <p className="p-3 text-sm text-second">Fetching the shelf…</p>;
  if (shelf.isError) {
    return (
      <div className="flex items-center gap-3 p-3 text-sm">
        <span className="text-attention">{sentence(shelf.error)}</span>
        <Button onClick={() => void shelf.refetch()}>Try again</Button>
      </div>
    );
  }
  const found = shelf.data.filter((sound) => isLookedFor(sound, search.trim()));
  return (
    <div className="flex h-full flex-col gap-2 p-3 text-sm">
      <label className="flex items-center gap-2">
        <span className="text-second">Look for</span>
        <input
          type="search"
          aria-label="Look for a sound"
          className="h-7 w-56 rounded-md border border-edge bg-field px-2"
          placeholder="step, wood, whoosh, lamp…"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        <span className="text-second">
          {found.length} of {shelf.data.length} sounds. Press to hear one; + puts it on this frame.
        </span>
      </label>
      {found.length === 0 && <p className="text-second">Nothing on the shelf is called that. Try a plainer word.</p>}
      <ul className="grid min-h-0 flex-1 content-start gap-1 overflow-y-auto [grid-template-columns:repeat(auto-fill,minmax(190px,1fr))]">
        {found.map((sound) => (
          <li key={sound.id} className="flex h-7 items-center rounded-md border border-rule bg-field pr-0.5 pl-1">
            <Hint text={sound.words}>
              <button
                type="button"
                className={`flex min-w-0 flex-1 items-center gap-1.5 text-left ${heard === sound.id ? 'text-accent' : ''}`}
                onClick={() => void tryOut(sound)}
              >
                <span className="sr-only">Hear</span>
                <Play size={12} className="shrink-0" fill={heard === sound.id ? 'currentColor' : 'none'} />
                <span className="truncate">{sound.name}</span>
                <span aria-hidden="true" className="ml-auto pl-1 font-mono text-xs text-second tabular">
                  {sound.seconds.toFixed(1)}
                </span>
              </button>
            </Hint>
            <Hint text="Put it on this frame">
              <button
                type="button"
                aria-label={`Put ${sound.name} on this frame`}
                className="flex h-6 w-6 shrink-0 items-center justify-center rounded hover:bg-wash"
                onClick={() => void put(sound)}
              >
                <Plus size={14} />
              </button>
            </Hint>
          </li>
        ))}
      </ul>
    </div>
  );
}

import { useEffect, useRef } from 'react';
import { useStore } from 'zustand';
import { useCommand } from '../commands/context.ts';
import { Button } from '../parts/Button.tsx';
import { offline } from '../session/offline.ts';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { aloneIn } from '../session/slices/place.ts';
import { Delivering } from './Delivering.tsx';
import { Kept } from './Kept.tsx';
import { SaidLine } from './SaidLine.tsx';

/** What is said within so many milliseconds of an edit is said of it, and is taken back beside it. */
const OF_EDIT = 700;

/** A new version of the application waits: it is taken when there is time for it. */
function NewVersion() {
  const take = useStore(offline, (state) => state.take);
  if (!take) return null;
  return (
    <span className="flex items-center gap-1.5 whitespace-nowrap">
      A new version is here
      <Button look="quiet" className="!h-5 !px-1 text-accent underline" onClick={take}>
        Take it now
      </Button>
    </span>
  );
}

/** Which layers are looked at alone, for as long as they are. */
function Alone() {
  const all = useCommand('layer-alone');
  const ids = useView((state) => aloneIn(state).join(' ')).split(' ');
  const names = useShot((shot) =>
    ids.flatMap((id) => shot.layers.find((layer) => layer.id === id)?.name ?? []).join(', '),
  );
  if (names === '') return null;
  return (
    <span className="flex min-w-0 items-center gap-1.5 rounded bg-wash px-2">
      <span className="truncate">Only {names} shown; deliveries have all layers</span>
      <Button look="quiet" className="!h-5 !px-1 text-accent underline" onClick={all.run}>
        All again
      </Button>
    </span>
  );
}

/** The foot of the window: what is said, deliveries on their way, whether the work is kept. Words never lie on the paper. */
export function FootBar() {
  const { session } = useOpenShot();
  const undo = useCommand('undo');
  const edited = useRef(Number.NEGATIVE_INFINITY);
  useEffect(() => {
    let shot = session.present;
    return session.subscribe(() => {
      if (session.present !== shot) edited.current = performance.now();
      shot = session.present;
    });
  }, [session]);
  return (
    <footer className="flex h-[1.625rem] shrink-0 items-center gap-2 border-t border-rule bg-panel px-2 text-sm">
      <SaidLine
        beside={({ at }) =>
          undo.enabled &&
          Math.abs(at - edited.current) < OF_EDIT && (
            <Button look="quiet" className="!h-5 !px-1.5 text-accent underline" onClick={undo.run}>
              Take it back
            </Button>
          )
        }
      />
      <NewVersion />
      <Alone />
      <Delivering />
      <Kept />
    </footer>
  );
}

import { useState } from 'react';
import { useStore } from 'zustand';
import { db } from '../library.ts';
import { Button } from '../parts/Button.tsx';
import { sentence } from '../parts/files.ts';
import { offline } from '../session/offline.ts';
import { soundHost } from '../session/workers.ts';
import { fetchFoley, fetchShelf } from '../sound/foley-shelf.ts';

/** Fetches what is kept on wish only: the dictionary of the track reading, and every sound of the Foley shelf. */
async function keepOnWish(): Promise<void> {
  const reader = soundHost();
  try {
    await reader.face.pronounce({ text: 'light', own: {}, dictionary: null });
    for (const { id } of await fetchShelf(db)) await fetchFoley(db, id);
  } finally {
    reader.close();
  }
}

/** Whether the application works without its server, and what else can be kept for that. */
export function OfflineWords({ onSay }: { onSay(words: string): void }) {
  const { ready, take } = useStore(offline);
  const [state, setState] = useState<'not yet' | 'fetching' | 'done'>('not yet');
  const keep = async () => {
    setState('fetching');
    try {
      await keepOnWish();
      setState('done');
    } catch (error) {
      setState('not yet');
      onSay(sentence(error));
    }
  };
  return (
    <>
      {take && (
        <span className="flex items-center gap-2">
          A new version of Vignette is here.
          <Button className="!h-6" look="main" onClick={take}>
            Take it now
          </Button>
        </span>
      )}
      {ready && (
        <span className="flex items-center gap-2">
          Works without the server
          {state === 'done' ? ', with the dictionary and all Foley sounds.' : '.'}
          {state !== 'done' && (
            <Button className="!h-6" disabled={state === 'fetching'} onClick={() => void keep()}>
              {state === 'fetching' ? 'Fetching…' : 'Keep dictionary and Foley sounds too'}
            </Button>
          )}
        </span>
      )}
    </>
  );
}

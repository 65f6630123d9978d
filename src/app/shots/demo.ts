/** The demo shot: comes from the server once, by itself, the first time this browser sees Vignette. */
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { readSetting, writeSetting } from '../../store/index.ts';
import { db } from '../library.ts';
import { bringIn } from './open-shot-file.ts';

const BROUGHT = 'demo-brought';
/** The frame the demo's card shows. */
const CARD_FRAME = 35;

interface DemoPack {
  title: string;
  url: string;
}

let bringingOnce: Promise<void> | null = null;

export async function bringDemo(pack: DemoPack): Promise<void> {
  const answer = await fetch(pack.url);
  if (!answer.ok) throw new Error('The demo shot cannot be fetched.');
  await bringIn(await answer.blob(), pack.title, CARD_FRAME);
  await writeSetting(db, BROUGHT, true);
}

/** What the server has, and whether it is being brought in. */
export function useDemo() {
  const query = useQuery({
    queryKey: ['demo'],
    queryFn: async (): Promise<DemoPack | null> => {
      const answer = await fetch('/api/demo');
      if (!answer.ok) throw new Error('The server does not answer.');
      return ((await answer.json()) as { packs: DemoPack[] }).packs[0] ?? null;
    },
  });
  const [bringing, setBringing] = useState(false);
  const pack = query.data;
  useEffect(() => {
    if (!pack) return;
    bringingOnce ??= readSetting<boolean>(db, BROUGHT).then(async (brought) => {
      if (!brought) await bringDemo(pack);
    });
    setBringing(true);
    bringingOnce.catch(() => undefined).finally(() => setBringing(false));
  }, [pack]);
  return { data: pack, error: query.error, isFetching: query.isFetching, bringing };
}

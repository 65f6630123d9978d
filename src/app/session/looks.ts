/** How the desk looks in this browser: by day, by lamp, or as the system is; on which side the sheet stands. */
import { IsIn } from 'class-validator';
import { createStore } from 'zustand/vanilla';
import { Kept } from './kept.ts';

export const LOOKS = ['system', 'day', 'lamp'] as const;
const SIDES = ['right', 'left'] as const;

class Looks {
  @IsIn(LOOKS) looks: (typeof LOOKS)[number] = 'system';
  /** Where sheet and panels stand; the tools stand on the other side. */
  @IsIn(SIDES) sheet: (typeof SIDES)[number] = 'right';
}

export const looks = new Kept({ key: 'looks', version: 1, shape: Looks });

/** Whether the desk is lit by the lamp now. */
export const lit = createStore<{ lamp: boolean }>(() => ({ lamp: false }));

/** Puts the looks on the page, now and whenever they or the system change. */
export function followLooks(page: HTMLElement = document.documentElement): void {
  const dark = matchMedia('(prefers-color-scheme: dark)');
  const put = () => {
    const { looks: wish } = looks.get();
    const lamp = wish === 'lamp' || (wish === 'system' && dark.matches);
    page.dataset.looks = lamp ? 'lamp' : 'day';
    lit.setState({ lamp });
  };
  put();
  looks.store.subscribe(put);
  dark.addEventListener('change', put);
}

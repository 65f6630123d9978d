/** How the desk looks in this browser: by day, by lamp, or as the system is; on which side the sheet stands; how large all is. */
import { IsIn } from 'class-validator';
import { createStore } from 'zustand/vanilla';
import { READING_WAYS, type ReadingWay } from '../../core/mouths/index.ts';
import { Kept } from './kept.ts';

export const LOOKS = ['system', 'day', 'lamp'] as const;
const SIDES = ['right', 'left'] as const;
/** Per cent: how large words, buttons and panels may be. The paper has a scale of its own. */
export const SIZES = [85, 100, 115, 130, 150] as const;

class Looks {
  @IsIn(LOOKS) looks: (typeof LOOKS)[number] = 'system';
  /** Where sheet and panels stand; the tools stand on the other side. */
  @IsIn(SIDES) sheet: (typeof SIDES)[number] = 'right';
  @IsIn(SIZES) size: (typeof SIZES)[number] = 100;
  /** How the sounds of the track reading are written. */
  @IsIn(READING_WAYS) reading: ReadingWay = 'signs';
}

export const looks = new Kept({ key: 'looks', version: 1, shape: Looks });

/** How the page looks now: whether it is lit by the lamp, and how much larger than at 100 % its words, buttons and panels are. */
export const page = createStore<{ lamp: boolean; scale: number }>(() => ({ lamp: false, scale: 1 }));

/** Puts the looks on the page, now and whenever they or the system change. */
export function followLooks(root: HTMLElement = document.documentElement): void {
  const dark = matchMedia('(prefers-color-scheme: dark)');
  const put = () => {
    const { looks: wish, size } = looks.get();
    const lamp = wish === 'lamp' || (wish === 'system' && dark.matches);
    root.dataset.looks = lamp ? 'lamp' : 'day';
    root.style.setProperty('--scale', String(size / 100));
    page.setState({ lamp, scale: size / 100 });
  };
  put();
  looks.store.subscribe(put);
  dark.addEventListener('change', put);
}

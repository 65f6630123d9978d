import { useSyncExternalStore } from 'react';

/** A window so much higher than wide is a tablet held upright. */
const UPRIGHT = matchMedia('(max-aspect-ratio: 9/10)');

const subscribe = (changed: () => void) => {
  UPRIGHT.addEventListener('change', changed);
  return () => UPRIGHT.removeEventListener('change', changed);
};

/** Whether the window stands upright: panels then lie under the paper instead of beside it. */
export const usePortrait = () => useSyncExternalStore(subscribe, () => UPRIGHT.matches);

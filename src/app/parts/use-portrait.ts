import { useSyncExternalStore } from 'react';

/** A window so much higher than wide is a tablet held upright. */
const upright = () => matchMedia('(max-aspect-ratio: 9/10)');

const subscribe = (changed: () => void) => {
  const query = upright();
  query.addEventListener('change', changed);
  return () => query.removeEventListener('change', changed);
};

/** Whether the window stands upright: panels then lie under the paper instead of beside it. */
export const usePortrait = () => useSyncExternalStore(subscribe, () => upright().matches);

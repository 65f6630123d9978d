import type { View } from '../frame/view.ts';
import { later } from '../parts/later.tsx';

export const soundView: View = {
  path: 'sound',
  name: 'Sound',
  Screen: later(() => import('./SoundView.tsx')),
  hasPaper: false,
};

import type { View } from '../frame/view.ts';
import { later } from '../parts/later.tsx';

export const checksView: View = {
  path: 'checks',
  name: 'Checks',
  Screen: later(() => import('./ChecksView.tsx')),
  hasPaper: true,
};

import type { View } from '../frame/view.ts';
import { later } from '../parts/later.tsx';

export const paintView: View = {
  path: 'paint',
  name: 'Paint',
  Screen: later(() => import('./PaintView.tsx')),
  hasPaper: true,
};

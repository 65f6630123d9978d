import type { View } from '../frame/view.ts';
import { later } from '../parts/later.tsx';

export const referenceView: View = {
  path: 'reference',
  name: 'Reference',
  Screen: later(() => import('./ReferenceView.tsx')),
  hasPaper: false,
};

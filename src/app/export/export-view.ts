import type { View } from '../frame/view.ts';
import { later } from '../parts/later.tsx';

export const exportView: View = {
  path: 'export',
  name: 'Export',
  Screen: later(() => import('./ExportView.tsx')),
  hasPaper: false,
};

import type { View } from '../frame/view.ts';
import { DeskView } from './DeskView.tsx';

export const deskView: View = {
  path: 'desk',
  name: 'Desk',
  Screen: DeskView,
  hasPaper: true,
};

import { checksView } from '../checks/checks-view.ts';
import { deskView } from '../desk/desk-view.ts';
import { exportView } from '../export/export-view.ts';
import { paintView } from '../paint/paint-view.ts';
import { referenceView } from '../reference/reference-view.ts';
import { soundView } from '../sound/sound-view.ts';
import type { View } from './view.ts';

/** The views of a shot, in the order of the work. A new one is a file and a line here; the first is what a shot opens with. */
export const VIEWS: readonly View[] = [deskView, referenceView, soundView, paintView, checksView, exportView];

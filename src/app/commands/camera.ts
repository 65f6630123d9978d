/** The camera: put up, looked through, taken down. */
import { putUpCamera, takeDownCamera } from '../../core/sheet/index.ts';
import type { Command } from './register.ts';

export const cameraCommands: Command[] = [
  {
    id: 'camera',
    name: 'Put the camera up, or take its field in hand',
    group: 'Moves',
    keys: ['Shift+F7'],
    when: ({ session }) => session.trail.length === 0,
    run: ({ session, view }) => {
      if (!session.shot.camera) session.change('put up the camera', putUpCamera);
      view.setState({ mover: 'camera', sheetCard: 'moves', placing: 'camera', bending: false, throughCamera: false });
    },
  },
  {
    id: 'through-camera',
    name: 'Look through the camera',
    group: 'Moves',
    keys: ['F7'],
    when: ({ session }) => session.shot.camera !== null,
    run: ({ view }) =>
      view.setState(({ throughCamera, placing }) => ({
        throughCamera: !throughCamera,
        placing: placing === 'camera' ? null : placing,
        ...(throughCamera ? { paper: { ...view.getState().paper, fitted: true, mirrored: false } } : {}),
      })),
  },
  {
    id: 'take-down-camera',
    name: 'Take the camera down: the whole paper is delivered',
    group: 'Moves',
    keys: ['Alt+Shift+End'],
    when: ({ session }) => session.shot.camera !== null,
    run: ({ session, view }) => {
      session.change('take down the camera', takeDownCamera);
      view.setState({ placing: null, mover: 'layer' });
    },
  },
];

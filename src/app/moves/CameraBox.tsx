import { useRef } from 'react';
import { after, type Matrix, mapPoint } from '../../core/plane/index.ts';
import {
  CAMERA,
  cameraLie,
  cameraMatrix,
  fieldCorners,
  lieMatrix,
  lieOf,
  paperMiddle,
  setPlace,
} from '../../core/sheet/index.ts';
import { newId } from '../../core/shot/index.ts';
import { HandleBox } from '../desk/HandleBox.tsx';
import { viewMatrix } from '../desk/view.ts';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { MovePath } from './MovePath.tsx';

/** The field of the camera on the paper: what lies outside is shaded; in hand it has a box and its path. */
export default function CameraBox() {
  const { session, view } = useOpenShot();
  const shot = useShot((each) => each);
  const frame = useView((state) => state.frame);
  const paper = useView((state) => state.paper);
  const room = useView((state) => state.room);
  const inHand = useView((state) => state.placing === CAMERA);
  const looking = useView((state) => state.throughCamera);
  const from = useRef<{ map: Matrix; gesture: string } | null>(null);
  const { camera } = shot;
  if (!camera) return null;
  const toScreen = viewMatrix(paper, room, 1);
  const corners = fieldCorners(shot, frame).map(({ x, y }) => mapPoint(toScreen, x, y));
  const field = `M${corners.map((each) => each.join(' ')).join('L')}Z`;
  const outside = `M0 0H${room.width}V${room.height}H0Z${field}`;
  const middle = paperMiddle(shot);
  const { shake: _, ...steady } = camera;
  const map = lieMatrix(cameraLie({ ...steady, shake: 0 }, frame), middle);
  const [width, height] = [camera.width / 2, camera.height / 2];
  const rest = { minX: middle.x - width, minY: middle.y - height, maxX: middle.x + width, maxY: middle.y + height };
  return (
    <>
      <svg aria-label="Field of the camera" role="img" className="pointer-events-none absolute inset-0 h-full w-full">
        <path d={outside} fillRule="evenodd" fill={looking ? '#b8b4a8' : '#2a2924'} opacity={looking ? 1 : 0.16} />
        {!looking && <path d={field} fill="none" stroke="#2a2924" strokeDasharray="9 4" strokeWidth={1.25} />}
      </svg>
      {inHand && !looking && (
        <>
          {camera.moves && (
            <MovePath
              mover={CAMERA}
              name="the camera"
              moves={camera.moves}
              exposures={[]}
              carried={[1, 0, 0, 1, 0, 0]}
            />
          )}
          <HandleBox
            label="Box of the camera"
            box={rest}
            map={map}
            pivot={middle}
            path=""
            keepVolume={false}
            movable
            onChanging={(change) => {
              from.current ??= {
                map: cameraMatrix({ ...shot, camera: { ...camera, shake: 0 } }, frame),
                gesture: newId(),
              };
              const { map: start, gesture } = from.current;
              const lie = lieOf(after(start, change), middle);
              // A field keeps its shape.
              const by = Math.max(0.01, (Math.abs(lie.across) + Math.abs(lie.down)) / 2);
              session.change(
                'move camera',
                (draft) =>
                  setPlace(draft, CAMERA, frame, { ...lie, across: by, down: by }, middle, view.getState().apart),
                gesture,
              );
            }}
            onDone={() => {
              from.current = null;
            }}
          />
        </>
      )}
    </>
  );
}

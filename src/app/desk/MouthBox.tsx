import { useRef, useState } from 'react';
import { headDrawingAt, placeMap } from '../../core/mouths/index.ts';
import { after, IDENTITY, type Matrix, mapPoint } from '../../core/plane/index.ts';
import type { MouthPlace } from '../../core/shot/index.ts';
import { useCommands } from '../commands/context.ts';
import { mouthPlaceHere, setMouthPlace } from '../commands/mouths.ts';
import { useOpenShot, usePlay, useShot, useView } from '../session/open-shot.ts';
import { HandleBox } from './HandleBox.tsx';
import { useHandView } from './hand-pegs.ts';

/** The upper lip as it is shown: a line with its middle marked, paper pixels about the place at size 1. */
const HALF = 110;
const UNIT: MouthPlace = { x: 0, y: 0, turn: 0, size: 1 };
const BOX = { minX: -HALF, maxX: HALF, minY: -HALF / 3, maxY: HALF / 2 };
const LIP = `M${-HALF} 0H${HALF}M0 -16V16`;

/** A place moved by a map that turns, scales evenly and moves. */
function moved(place: MouthPlace, [a, b, c, d, e, f]: Matrix): MouthPlace {
  const [x, y] = mapPoint([a, b, c, d, e, f], place.x, place.y);
  const size = place.size * Math.sqrt(Math.abs(a * d - b * c));
  return { x, y, turn: place.turn + Math.atan2(b, a), size: Math.max(0.02, size) };
}

/** Where mouths sit, with handles: what the hand sets is set on the head's drawing of this frame. */
export function MouthBox() {
  const onScreen = useHandView();
  const open = useOpenShot();
  const commands = useCommands();
  const shown = useView((state) => state.mouthGuideShown);
  const frame = useView((state) => state.frame);
  useView((state) => state.layerId);
  const guide = useShot((shot) => shot.mouthGuide);
  useShot((shot) => shot.layers);
  const playing = usePlay((play) => play.state === 'playing');
  const [change, setChange] = useState<Matrix>(IDENTITY);
  const last = useRef<Matrix>(IDENTITY);
  if (!shown || playing) return null;
  const drawing = headDrawingAt(open.session.shot, frame);
  if (drawing === null) return null;
  const place = mouthPlaceHere(open);
  const own = guide.places[drawing] !== undefined;
  return (
    <HandleBox
      view={onScreen}
      label={own ? 'Where mouths sit, set on this drawing' : 'Where mouths sit, carried from the keys around'}
      box={BOX}
      map={after(placeMap(UNIT, place), change)}
      pivot={{ x: 0, y: 0 }}
      path={LIP}
      keepVolume={false}
      movable
      onChanging={(map) => {
        last.current = map;
        setChange(map);
      }}
      onDone={() => {
        setMouthPlace(commands, moved(place, last.current));
        setChange(IDENTITY);
        last.current = IDENTITY;
      }}
    />
  );
}

import { allOf, boxOf } from '../../../core/ink/index.ts';
import { about, after, type Matrix, mapPoint, rotation, scaling } from '../../../core/plane/index.ts';
import { useCommand } from '../../commands/context.ts';
import { Button } from '../../parts/Button.tsx';
import { NumberInput } from '../../parts/NumberInput.tsx';
import { pegsOf } from '../../session/ghost-settings.ts';
import { useOpenShot, useView } from '../../session/open-shot.ts';
import { setPegs } from '../pegs.ts';
import { Option } from './parts.tsx';

/** The ghost off its pegs, by numbers, and back on its pegs. */
export function PegsOptions() {
  const { session, view } = useOpenShot();
  const id = useView((state) => state.ghostInHand);
  const one = useCommand('pegs-one');
  const all = useCommand('pegs-all');
  const change = (map: Matrix) => {
    const drawing = id ? session.shot.drawings[id] : undefined;
    const box = drawing && boxOf(drawing, allOf(drawing));
    if (!drawing || !box) return;
    const pegs = pegsOf(view.getState().ghosts, drawing.id);
    const middle = mapPoint(pegs, (box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2);
    setPegs(view, drawing.id, after(pegs, about(map, ...middle)));
  };
  return (
    <>
      {id ? (
        <>
          <Option name="Turn">
            <NumberInput
              label="Turn the ghost, degrees"
              value={0}
              min={-360}
              max={360}
              onDone={(degrees) => change(rotation((degrees * Math.PI) / 180))}
            />
          </Option>
          <Option name="Scale">
            <NumberInput
              label="Scale the ghost, per cent"
              value={100}
              min={5}
              max={2000}
              onDone={(per) => change(scaling(per / 100, per / 100))}
            />
          </Option>
        </>
      ) : (
        <span className="truncate text-second">Drag a ghost to trace from it somewhere else.</span>
      )}
      <Button className="!h-6" disabled={!one.enabled} title={`${one.name}  (${one.keys})`} onClick={one.run}>
        Back on its pegs
      </Button>
      <Button className="!h-6" disabled={!all.enabled} title={`${all.name}  (${all.keys})`} onClick={all.run}>
        All back
      </Button>
    </>
  );
}

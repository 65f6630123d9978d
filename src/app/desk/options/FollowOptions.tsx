import { useCommand } from '../../commands/context.ts';
import { Button } from '../../parts/Button.tsx';
import { useShot, useView } from '../../session/open-shot.ts';

/** The points that are followed on the layer in hand. */
export function FollowOptions() {
  const layerId = useView((state) => state.layerId);
  const count = useShot((shot) => shot.checks.followed.filter(({ layer }) => layer === layerId).length);
  const off = useCommand('follow-off');
  return (
    <>
      <span className="truncate text-second">
        {count === 0
          ? 'Touch a point on a line: it is found on all drawings of the layer, with how far it goes each time.'
          : `${count} ${count === 1 ? 'point' : 'points'} followed. Drag one on any drawing to put it right; the numbers are pixels from drawing to drawing.`}
      </span>
      {count > 0 && (
        <Button className="!h-6" title={`${off.name}  (${off.keys})`} onClick={off.run}>
          Let go
        </Button>
      )}
    </>
  );
}

import { useCommand } from '../../commands/context.ts';
import { Button } from '../../parts/Button.tsx';
import { useView } from '../../session/open-shot.ts';

/** The points that are followed. */
export function FollowOptions() {
  const count = useView((state) => state.followed.length);
  const off = useCommand('follow-off');
  return (
    <>
      <span className="truncate text-second">
        {count === 0
          ? 'Touch a point on a line: it is joined through the drawings around, with how far it goes each time.'
          : `${count} ${count === 1 ? 'point' : 'points'} followed. The numbers are pixels from drawing to drawing.`}
      </span>
      {count > 0 && (
        <Button className="!h-6" title={`${off.name}  (${off.keys})`} onClick={off.run}>
          Let go
        </Button>
      )}
    </>
  );
}

import { forgetPartOn, forgetSpotOn, modelDrawing } from '../../core/check/index.ts';
import type { FigurePart, FollowedPoint } from '../../core/shot/index.ts';
import { useCommands } from '../commands/context.ts';
import { Button } from '../parts/Button.tsx';
import { useOpenShot, useShot } from '../session/open-shot.ts';

/** Whether a part or a point is measured by the model sheet instead of the first key; nothing where no drawing is the model sheet. */
export function ByModel({ of }: { of: FigurePart | FollowedPoint }) {
  const { session, checks } = useOpenShot();
  const { say } = useCommands();
  const model = useShot(modelDrawing);
  if (!model) return null;
  const places = 'spots' in of ? of.spots : of.drawings;
  const on = places.some((each) => each.held && each.drawing === model.id);
  const forget = 'spots' in of ? forgetSpotOn : forgetPartOn;
  const press = async () => {
    if (on) {
      session.change('measure by the first key', (draft) => forget(draft, of.id, model.id));
      return;
    }
    const why = await checks.findOnModel(of);
    if (why) say(why);
  };
  return (
    <Button
      className="!h-6"
      aria-pressed={on}
      look={on ? 'main' : 'plain'}
      title="Measured by the model sheet instead of the first key"
      onClick={() => void press()}
    >
      By the model
    </Button>
  );
}

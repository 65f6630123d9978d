import { useStore } from 'zustand';
import { useCommand } from '../commands/context.ts';
import { Button } from '../parts/Button.tsx';
import { Progress } from '../parts/Progress.tsx';
import { useOpenShot, useView } from '../session/open-shot.ts';

/** Under the paper's upper edge: work that is under way with its stop, and refitting when it is due. */
export function PaintBusy() {
  const { paints, view } = useOpenShot();
  const busy = useStore(paints.state, (state) => state.busy);
  const unfit = useStore(paints.state, (state) => state.unfit);
  const across = useView((state) => state.across !== null);
  const refit = useCommand('refit');
  if (busy)
    return (
      <div className={LOOK} role="status">
        <span>{busy.what}</span>
        <Progress label={busy.what} share={busy.share > 0 ? busy.share : null} className="h-1.5 w-40" />
        <Button onClick={() => paints.stop()}>Stop</Button>
      </div>
    );
  if (across)
    return (
      <div className={LOOK} role="status">
        <span>Go to the last drawing and touch the same region there.</span>
        <Button onClick={() => view.setState({ across: null })}>Let it go</Button>
      </div>
    );
  if (unfit)
    return (
      <div className={LOOK} role="status">
        <span>Lines were changed under their paint.</span>
        <Button look="main" title={refit.keys} onClick={refit.run}>
          Refit the paint
        </Button>
        <Button onClick={() => paints.state.setState({ unfit: null })}>Leave it</Button>
      </div>
    );
  return null;
}

const LOOK =
  'absolute top-2 left-1/2 flex -translate-x-1/2 items-center gap-3 rounded-md border border-rule bg-panel px-3 py-1.5 text-sm whitespace-nowrap shadow-lg';

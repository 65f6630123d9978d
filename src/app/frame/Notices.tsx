import { useSyncExternalStore } from 'react';
import { Button } from '../parts/Button.tsx';
import { useOpenShot } from '../session/open-shot.ts';
import { saveShotFile } from './save-shot-file.ts';

/** What must be said at once and stay said: the shot is elsewhere, or the browser does not keep it. */
export function Notices({ takeOver }: { takeOver(): void }) {
  const { session } = useOpenShot();
  const kept = useSyncExternalStore(session.subscribeAround, () => session.kept);
  const readOnly = useSyncExternalStore(session.subscribeAround, () => session.readOnly);
  const bar = 'flex shrink-0 items-center gap-3 border-b border-rule px-3 py-1.5';
  if (readOnly) {
    return (
      <div role="status" className={`${bar} bg-wash`}>
        {readOnly === 'elsewhere'
          ? 'This shot is open in another tab. Here you can look at it; drawing happens there.'
          : 'Another tab has taken this shot over. What you drew is kept there; here you can look.'}
        <Button look="main" onClick={takeOver}>
          Take it over here
        </Button>
      </div>
    );
  }
  if (kept.kind === 'refused') {
    return (
      <div role="alert" className={`${bar} bg-attention/10 text-attention`}>
        {kept.why} ({kept.waiting} {kept.waiting === 1 ? 'change' : 'changes'} not kept)
        <Button onClick={() => void saveShotFile(session.shot)}>Save the shot file</Button>
      </div>
    );
  }
  return null;
}

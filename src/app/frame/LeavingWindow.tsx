import { useEffect } from 'react';
import { useBlocker } from 'react-router';
import { Button } from '../parts/Button.tsx';
import { Question } from '../parts/Question.tsx';
import { type OpenShot, useOpenShot } from '../session/open-shot.ts';
import { saveShotFile } from './save-shot-file.ts';

/** What leaving the shot now would cost, in a sentence; empty when nothing. */
function costOfLeaving({ session }: OpenShot): string {
  if (session.wouldLose) {
    const { unkept } = session;
    return `${unkept} ${unkept === 1 ? 'change is' : 'changes are'} not kept by the browser and would be gone. Save the shot file first.`;
  }
  return '';
}

/** Asks before work is left behind: within the application by a window, before the page goes by the browser's own question. */
export function LeavingWindow() {
  const open = useOpenShot();
  const { id } = open.session.shot;
  const blocker = useBlocker(
    ({ nextLocation }) => !nextLocation.pathname.startsWith(`/shot/${id}/`) && costOfLeaving(open) !== '',
  );
  useEffect(() => {
    const ask = (event: BeforeUnloadEvent) => {
      if (costOfLeaving(open)) event.preventDefault();
    };
    addEventListener('beforeunload', ask);
    return () => removeEventListener('beforeunload', ask);
  }, [open]);
  if (blocker.state !== 'blocked') return null;
  return (
    <Question
      title="Leave this shot?"
      about={costOfLeaving(open) || 'Everything is kept by now.'}
      keep="Stay"
      go="Leave"
      onKeep={() => blocker.reset()}
      onGo={() => blocker.proceed()}
    >
      {open.session.wouldLose && (
        <Button onClick={() => void saveShotFile(open.session.whole)}>Save the shot file</Button>
      )}
    </Question>
  );
}

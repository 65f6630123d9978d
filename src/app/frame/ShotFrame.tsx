import { useEffect, useMemo, useState } from 'react';
import { Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { CommandsContext, type SmallWindow } from '../commands/context.ts';
import { useKeyboard } from '../commands/keyboard.ts';
import type { CommandContext } from '../commands/register.ts';
import { db } from '../library.ts';
import { Button } from '../parts/Button.tsx';
import { Empty } from '../parts/Empty.tsx';
import { sentence } from '../parts/files.ts';
import { type OpenShot, OpenShotContext, openShot } from '../session/open-shot.ts';
import { Boundary } from './Boundary.tsx';
import { CommandsWindow } from './CommandsWindow.tsx';
import { KeysWindow } from './KeysWindow.tsx';
import { LengthWindow } from './LengthWindow.tsx';
import { Notices } from './Notices.tsx';
import { ShotWindow } from './ShotWindow.tsx';
import { say } from './saying.ts';
import { TopBar } from './TopBar.tsx';

/** Opens the shot of the address and holds it for the views inside. */
export function ShotFrame() {
  const { id = '' } = useParams();
  const [attempt, setAttempt] = useState({ takeOver: false, number: 0 });
  const [open, setOpen] = useState<OpenShot | null>(null);
  const [error, setError] = useState('');
  const navigate = useNavigate();

  useEffect(() => {
    let gone = false;
    let mine: OpenShot | null = null;
    setError('');
    // Opening waits for the last closing, so that a quick way back finds everything kept and the claim free.
    const opening = closing.then(() => openShot(db, id, attempt.takeOver));
    opening
      .then((opened) => {
        mine = opened;
        if (gone) return;
        opened.session.onRefused = () => say('This shot is open in another tab, so nothing is changed here.');
        setOpen(opened);
      })
      .catch((reason) => !gone && setError(sentence(reason)));
    return () => {
      gone = true;
      setOpen(null);
      closing = opening.then(() => mine?.close()).catch(() => undefined);
    };
  }, [id, attempt]);

  if (error) {
    return (
      <Empty
        title="This shot cannot be opened"
        action={<Button onClick={() => navigate('/')}>To the list of shots</Button>}
      >
        {error}
      </Empty>
    );
  }
  if (!open) return <p className="p-6 text-second">Opening…</p>;
  return (
    <OpenShotContext.Provider value={open}>
      <Inside open={open} takeOver={() => setAttempt(({ number }) => ({ takeOver: true, number: number + 1 }))} />
    </OpenShotContext.Provider>
  );
}

let closing: Promise<unknown> = Promise.resolve();

function Inside({ open, takeOver }: { open: OpenShot; takeOver(): void }) {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const id = open.session.shot.id;
  const [small, setSmall] = useState<SmallWindow>(null);
  const commands = useMemo<CommandContext>(
    () => ({
      ...open,
      say,
      window: setSmall,
      go: (path) => void navigate(path.startsWith('/') ? path : `/shot/${id}/${path}`),
    }),
    [open, id, navigate],
  );
  useKeyboard(commands);
  const close = () => setSmall(null);
  return (
    <CommandsContext.Provider value={commands}>
      <div className="flex h-full flex-col">
        <TopBar />
        <Notices takeOver={takeOver} />
        <main className="flex min-h-0 flex-1">
          <Boundary key={pathname}>
            <Outlet />
          </Boundary>
        </main>
      </div>
      {small === 'keys' && <KeysWindow onClose={close} />}
      {small === 'commands' && <CommandsWindow onClose={close} />}
      {small === 'shot' && <ShotWindow onClose={close} />}
      {small === 'length' && <LengthWindow onClose={close} />}
    </CommandsContext.Provider>
  );
}

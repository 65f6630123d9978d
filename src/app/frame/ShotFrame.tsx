import { useEffect, useMemo, useRef, useState } from 'react';
import { Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { ShotElsewhere } from '../../store/index.ts';
import { leaveTo } from '../commands/bundles.ts';
import { CommandsContext, type SmallWindow } from '../commands/context.ts';
import { COMMANDS } from '../commands/index.ts';
import { useKeyboard } from '../commands/keyboard.ts';
import type { CommandContext } from '../commands/register.ts';
import { keptTools } from '../desk/tools/index.ts';
import { GuidedLine } from '../help/GuidedLine.tsx';
import { db } from '../library.ts';
import { Button } from '../parts/Button.tsx';
import { Empty } from '../parts/Empty.tsx';
import { sentence } from '../parts/files.ts';
import { loadTheRest } from '../parts/later.tsx';
import { type OpenShot, OpenShotContext, openShot } from '../session/open-shot.ts';
import type { Opening } from '../session/shot-session.ts';
import { keepDaily } from '../versions/versions.ts';
import { Boundary } from './Boundary.tsx';
import { FootBar } from './FootBar.tsx';
import { LeavingWindow } from './LeavingWindow.tsx';
import { Notices } from './Notices.tsx';
import { SmallWindows } from './SmallWindows.tsx';
import { say } from './saying.ts';
import { TopBar } from './TopBar.tsx';
import { VIEWS } from './views.ts';

/** Opens the shot of the address and holds it for the views inside. */
export function ShotFrame() {
  const { id = '' } = useParams();
  const [attempt, setAttempt] = useState<{ opening: Opening; number: number }>({ opening: 'look', number: 0 });
  /** The tab that has the shot would lose changes; asked once more, it is taken over all the same. */
  const warned = useRef(false);
  const [open, setOpen] = useState<OpenShot | null>(null);
  const [error, setError] = useState('');
  const navigate = useNavigate();

  useEffect(() => {
    let gone = false;
    let mine: OpenShot | null = null;
    setError('');
    // Opening waits for the last closing, so that a quick way back finds everything kept and the claim free.
    const opening = closing.then(async () => {
      try {
        return await openShot(db, id, attempt.opening, { keptTools });
      } catch (reason) {
        if (!(reason instanceof ShotElsewhere)) throw reason;
        warned.current = true;
        say(reason.message);
        return openShot(db, id, 'look', { keptTools });
      }
    });
    opening
      .then((opened) => {
        mine = opened;
        if (gone) return;
        opened.session.onSaying = say;
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
  const takeOver = () =>
    setAttempt(({ number }) => ({ opening: warned.current ? 'force' : 'take over', number: number + 1 }));
  return (
    <OpenShotContext.Provider value={open}>
      <Inside open={open} takeOver={takeOver} />
    </OpenShotContext.Provider>
  );
}

/** The day's version is kept a while after the shot is opened: first lines are drawn then. */
const DAILY_MS = 20_000;

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
      commands: COMMANDS,
      go: (path) => void navigate(path.startsWith('/') ? path : `/shot/${id}/${path}`),
    }),
    [open, id, navigate],
  );
  useKeyboard(commands);
  // Only where there is paper can one be inside of a bundle: sound, files and deliveries are those of the shot.
  const inside = VIEWS.some(({ path, hasPaper }) => hasPaper && pathname.endsWith(`/${path}`));
  useEffect(() => {
    if (!inside) leaveTo(open, 0);
  }, [inside, open]);
  useEffect(loadTheRest, []);
  useEffect(() => {
    const { session } = open;
    const opened = session.present;
    const timer = setTimeout(() => {
      if (session.readOnly === null) void keepDaily(open, opened).catch((error) => say(sentence(error)));
    }, DAILY_MS);
    return () => clearTimeout(timer);
  }, [open]);
  return (
    <CommandsContext.Provider value={commands}>
      <div className="flex h-full flex-col">
        <TopBar />
        <Notices takeOver={takeOver} />
        <main className="relative flex min-h-0 flex-1">
          <Boundary key={pathname}>
            <Outlet />
          </Boundary>
        </main>
        <GuidedLine />
        <FootBar />
      </div>
      <LeavingWindow />
      <SmallWindows name={small} onClose={() => setSmall(null)} />
    </CommandsContext.Provider>
  );
}

import { useLiveQuery } from 'dexie-react-hooks';
import Film from 'lucide-react/icons/film';
import FolderOpen from 'lucide-react/icons/folder-open';
import Plus from 'lucide-react/icons/plus';
import { type DragEvent, useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useStore } from 'zustand';
import { makeShot, sizeInWords } from '../../core/shot/index.ts';
import { SHOT_FILE_EXTENSION } from '../../core/shotfile/index.ts';
import { addShot } from '../../store/index.ts';
import { Delivering } from '../frame/Delivering.tsx';
import { SaidLine } from '../frame/SaidLine.tsx';
import { say } from '../frame/saying.ts';
import { guided } from '../help/guided.ts';
import { db } from '../library.ts';
import { Button } from '../parts/Button.tsx';
import { Empty } from '../parts/Empty.tsx';
import { FileButton } from '../parts/FileButton.tsx';
import { later } from '../parts/later.tsx';
import { QueueLink } from '../queue/QueueLink.tsx';
import { lasts } from '../session/lasting.ts';
import { bringDemo, useDemo } from './demo.ts';
import { IncomingCard } from './IncomingCard.tsx';
import { OfflineWords } from './OfflineWords.tsx';
import { incoming, openLaunched, openShotFiles } from './open-shot-file.ts';
import { RemovedShots } from './RemovedShots.tsx';
import { ChosenBar, ShelfBar } from './ShelfBar.tsx';
import { ShotCard } from './ShotCard.tsx';
import { chosenBy, shelfWishes, shelved } from './shelf.ts';
import type { ShotForm } from './shot-form.ts';

const NewShotWindow = later(() => import('./NewShotWindow.tsx'));
const ReelWindow = later(() => import('./ReelWindow.tsx'));

const LASTS: Record<string, string> = {
  true: ' This browser keeps it for good.',
  false: ' Short of room, this browser may clear it: save shot files of what must not be lost.',
};

/** How much room all of it takes in this browser, drawings, files and undo together; nothing where the browser does not say. */
function Room({ changed }: { changed: unknown }) {
  const [words, setWords] = useState('');
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again whenever the shelf has changed
  useEffect(() => {
    let here = true;
    void Promise.all([navigator.storage?.estimate?.(), lasts()])
      .then(([room, kept]) => {
        const { usage, quota } = room ?? {};
        if (!here || usage === undefined || quota === undefined) return;
        setWords(
          `Everything here takes ${sizeInWords(usage)}; there is room for ${sizeInWords(quota - usage)} more.${kept === null ? '' : LASTS[String(kept)]}`,
        );
      })
      .catch(() => undefined);
    return () => {
      here = false;
    };
  }, [changed]);
  return (
    <div className="mt-6 flex flex-wrap items-center gap-x-4 gap-y-1 text-sm text-second">
      {words && <p>{words}</p>}
      <OfflineWords onSay={say} />
    </div>
  );
}

/** At the first start: three minutes at the demo are offered, once. */
function FirstMinutes({ demo }: { demo: string | undefined }) {
  const navigate = useNavigate();
  const { known } = useStore(guided.store);
  if (known || !demo) return null;
  return (
    <section
      aria-label="Three minutes"
      className="mb-5 flex flex-wrap items-center gap-3 rounded-md border border-accent bg-wash px-4 py-2"
    >
      <p className="min-w-0 flex-1">
        New here? Three minutes at the demo: draw, flip, hold, in-between, pour, deliver. Everything can be taken back.
      </p>
      <Button
        look="main"
        onClick={() => {
          void guided.put(db, { step: 0, known: 1 });
          void navigate(`/shot/${demo}/desk`);
        }}
      >
        Begin
      </Button>
      <Button look="quiet" onClick={() => void guided.put(db, { step: -1, known: 1 })}>
        Not now
      </Button>
    </section>
  );
}

/** The shelf: every shot in this browser. */
export function ShotsView() {
  const navigate = useNavigate();
  const rows = useLiveQuery(() => db.shots.orderBy('changedAt').reverse().toArray(), []);
  const [making, setMaking] = useState(false);
  const [joining, setJoining] = useState(false);
  const [over, setOver] = useState(false);
  const reading = useStore(incoming);
  const demo = useDemo();
  const pack = demo.data;
  const shots = rows?.filter((row) => row.removedAt === 0 && !reading.some(({ shotId }) => shotId === row.id));
  const wishes = useStore(shelfWishes.store);
  const [search, setSearch] = useState('');
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [pressed, setPressed] = useState<string | null>(null);
  const found = shelved(shots ?? [], { search, ...wishes });
  const shelves = reading.length > 0 && found[0]?.folder !== '' ? [{ folder: '', rows: [] }, ...found] : found;
  const inOrder = shelves.flatMap((each) => each.rows);
  const choose = (id: string, { also, upTo }: { also: boolean; upTo: boolean }) => {
    setChosen(
      chosenBy(
        inOrder.map((row) => row.id),
        chosen,
        id,
        { also, last: upTo ? pressed : null },
      ),
    );
    setPressed(id);
  };
  const picked = inOrder.filter(({ id }) => chosen.has(id));
  const removed = rows?.filter((row) => row.removedAt !== 0) ?? [];

  useEffect(openLaunched, []);

  const make = async (form: ShotForm) => {
    const id = await addShot(db, makeShot({ ...form }), new Map());
    navigate(`/shot/${id}/desk`);
  };
  const dropped = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void openShotFiles([...event.dataTransfer.files]);
  };

  return (
    <main
      className={`flex min-h-full flex-col ${over ? 'bg-wash' : ''}`}
      data-testid="shelf"
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={(event) => event.currentTarget === event.target && setOver(false)}
      onDrop={dropped}
    >
      <div className="mx-auto w-full max-w-6xl flex-1 px-6 py-6">
        <header className="mb-6 flex items-center gap-2">
          <h1 className="font-title text-2xl font-bold tracking-tight">Vignette</h1>
          <span className="mt-1.5 ml-1 text-second">Shots in this browser</span>
          <div className="ml-auto flex gap-2">
            <Delivering />
            <QueueLink />
            <Link to="/help" className="flex h-7 items-center rounded-md px-2 hover:bg-wash/70">
              Help
            </Link>
            <FileButton
              name="shot-file"
              accept={`.${SHOT_FILE_EXTENSION}`}
              multiple
              icon={<FolderOpen size={15} />}
              onFiles={(files) => void openShotFiles(files)}
            >
              Open a shot file
            </FileButton>
            {shots && shots.length > 0 && (
              <Button icon={<Film size={15} />} onClick={() => setJoining(true)}>
                Reel
              </Button>
            )}
            <Button look="main" icon={<Plus size={15} />} onClick={() => setMaking(true)}>
              New shot
            </Button>
          </div>
        </header>
        {shots && <FirstMinutes demo={shots.find(({ title }) => title === pack?.title)?.id} />}
        {shots && shots.length > 1 && <ShelfBar search={search} onSearch={setSearch} />}
        {picked.length > 0 && <ChosenBar rows={picked} onDone={() => setChosen(new Set())} />}
        {shots === undefined ? null : shots.length === 0 && reading.length === 0 ? (
          demo.isFetching || demo.bringing ? (
            <p className="py-16 text-center text-second">Bringing the demo shot…</p>
          ) : (
            <Empty
              title="No shots yet"
              action={
                <>
                  <Button look="main" onClick={() => setMaking(true)}>
                    Make a shot
                  </Button>
                  {pack && <Button onClick={() => void bringDemo(pack)}>Bring the demo shot back</Button>}
                </>
              }
            >
              A shot is one piece of paper with time: drawings, a sheet, sound and reference. Make one, or drop a
              .vignette file here.
            </Empty>
          )
        ) : null}
        {shelves.map(({ folder, rows: own }) => (
          <section key={folder} aria-label={folder || 'Shots in no folder'} className="mb-6">
            {folder && <h2 className="mb-2 border-b border-rule pb-1 font-semibold">{folder}</h2>}
            <ul className="grid grid-cols-[repeat(auto-fill,minmax(250px,1fr))] gap-5">
              {/* A shot comes to stand where its file was read: nothing moves under a press. */}
              {folder === '' && reading.map((file) => <IncomingCard key={file.id} file={file} />)}
              {own.map((row) => (
                <ShotCard
                  key={row.id}
                  row={row}
                  chosen={chosen.has(row.id)}
                  onChoose={(held) => choose(row.id, held)}
                />
              ))}
            </ul>
          </section>
        ))}
        {shots && shots.length > 0 && shelves.length === 0 && (
          <p className="py-10 text-center text-second">No shot and no folder has “{search}” in its name.</p>
        )}
        {demo.error && (
          <p className="mt-6 text-second">The demo shot cannot be fetched now; your own shots are all here.</p>
        )}
        <RemovedShots rows={removed} />
        {shots && shots.length > 0 && <Room changed={rows} />}
      </div>
      <footer className="sticky bottom-0 flex h-[1.625rem] shrink-0 items-center border-t border-rule bg-panel px-2 text-sm">
        <SaidLine />
      </footer>
      {joining && shots && <ReelWindow rows={shots} onClose={() => setJoining(false)} />}
      {making && <NewShotWindow onMake={(form) => void make(form)} onClose={() => setMaking(false)} />}
    </main>
  );
}

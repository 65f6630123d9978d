import { useLiveQuery } from 'dexie-react-hooks';
import { type ReactNode, useSyncExternalStore } from 'react';
import { deliveryName } from '../../core/export/index.ts';
import { apartAsFile, setAsideOf, throwAway } from '../../store/index.ts';
import { db } from '../library.ts';
import { Button } from '../parts/Button.tsx';
import { download } from '../parts/files.ts';
import { useOpenShot } from '../session/open-shot.ts';
import { saveShotFile } from './save-shot-file.ts';

const changes = (count: number) => `${count} ${count === 1 ? 'change' : 'changes'}`;

function Bar({ alert, children }: { alert?: boolean; children: ReactNode }) {
  const look = alert ? 'bg-attention/10 text-attention' : 'bg-wash';
  return (
    <div
      role={alert ? 'alert' : 'status'}
      className={`flex shrink-0 items-center gap-3 border-b border-rule px-3 py-1.5 ${look}`}
    >
      {children}
    </div>
  );
}

/** What must be said at once and stay said: the shot is elsewhere, or the browser does not keep it, or not all of it was there. */
export function Notices({ takeOver }: { takeOver(): void }) {
  const { session } = useOpenShot();
  const kept = useSyncExternalStore(session.subscribeAround, () => session.kept);
  const readOnly = useSyncExternalStore(session.subscribeAround, () => session.readOnly);
  const looked = useSyncExternalStore(session.subscribeAround, () => session.lookedAt);
  const save = <Button onClick={() => void saveShotFile(session.present)}>Save the shot file</Button>;
  return (
    <>
      {readOnly === 'elsewhere' && (
        <Bar>
          This shot is open in another tab. Here you can look at it; drawing happens there.
          <Button look="main" onClick={takeOver}>
            Take it over here
          </Button>
        </Bar>
      )}
      {readOnly === 'taken over' && (
        <Bar alert={session.unkept > 0}>
          {session.unkept > 0
            ? `Another tab has taken this shot over. ${changes(session.unkept)} made here could not be kept and ${session.unkept === 1 ? 'is' : 'are'} only in this tab: save the shot file.`
            : 'Another tab has taken this shot over. What you drew is kept there; here you can look.'}
          {session.unkept > 0 && save}
          <Button look="main" onClick={takeOver}>
            Take it over here
          </Button>
        </Bar>
      )}
      {looked && (
        <Bar>
          This is “{looked.name}”, as it was kept. It is played and flipped like the present; nothing can be changed in
          it.
          <Button look="main" onClick={() => session.lookAt(null)}>
            Back to the present
          </Button>
        </Bar>
      )}
      {!readOnly && kept.kind === 'refused' && (
        <Bar alert>
          {kept.why} ({changes(kept.waiting)} not kept)
          {save}
        </Bar>
      )}
      {!readOnly && <SetAside />}
    </>
  );
}

/** What did not fit when the shot was opened, until it is handed out or thrown away. */
function SetAside() {
  const { session } = useOpenShot();
  const all = useLiveQuery(() => setAsideOf(db, session.shot.id), [session.shot.id]) ?? [];
  return all.map((apart) => (
    <Bar alert key={apart.number}>
      <span className="flex-1">{apart.why}</span>
      <Button
        onClick={() =>
          download(
            new Blob([apartAsFile(apart)]),
            deliveryName(`${session.shot.title} set aside`, 'json'),
            'application/json',
          )
        }
      >
        Hand it out
      </Button>
      <Button look="danger" onClick={() => void throwAway(db, apart)}>
        Throw it away
      </Button>
    </Bar>
  ));
}

import { useLiveQuery } from 'dexie-react-hooks';
import type { VersionPart } from '../../core/versions/put-back.ts';
import { dropVersion, renameVersion, type VersionRow, versionsOf } from '../../store/index.ts';
import { say } from '../frame/saying.ts';
import { Button } from '../parts/Button.tsx';
import { Menu } from '../parts/Menu.tsx';
import { NameInput } from '../parts/NameInput.tsx';
import { useBlobUrl } from '../parts/use-blob-url.ts';
import { useWork } from '../parts/use-work.ts';
import { Window } from '../parts/Window.tsx';
import { useOpenShot } from '../session/open-shot.ts';
import { keepNow, layBeside, lookAtVersion, nameByTime, putVersionBack } from './versions.ts';

/** The versions of the shot: kept under a name, looked at in place of the present, put back whole or in part. */
export default function VersionsWindow({ onClose }: { onClose(): void }) {
  const open = useOpenShot();
  const { session } = open;
  const { busy, during: done } = useWork(say);
  const rows = useLiveQuery(() => versionsOf(session.db, session.present.id), [session]);
  return (
    <Window
      open
      onOpenChange={onClose}
      title="Versions"
      about="States of the shot kept under a name. One is looked at, played and flipped in place of the present; it is put back whole or in part."
      width="w-[40rem]"
    >
      <div className="flex flex-col gap-3">
        <Button
          look="main"
          className="self-start"
          disabled={busy || session.readOnly !== null}
          onClick={() => void done(() => keepNow(open, nameByTime(), false))}
        >
          Keep the shot as it is now
        </Button>
        {rows?.length === 0 && <p className="py-6 text-center text-second">No version is kept yet.</p>}
        <ul aria-label="Versions" className="flex max-h-[52vh] flex-col gap-1 overflow-y-auto">
          {rows?.map((row) => (
            <VersionItem
              key={row.id}
              row={row}
              busy={busy}
              onLook={() =>
                void done(async () => {
                  await lookAtVersion(open, row);
                  onClose();
                })
              }
              onBeside={() =>
                void done(async () => {
                  const why = await layBeside(open, row);
                  if (why) say(why);
                  onClose();
                })
              }
              onPutBack={(part) =>
                void done(async () => {
                  if (await putVersionBack(open, row, part)) onClose();
                })
              }
              onDrop={() => void done(() => dropVersion(session.db, row))}
            />
          ))}
        </ul>
      </div>
    </Window>
  );
}

function VersionItem({
  row,
  busy,
  onLook,
  onBeside,
  onPutBack,
  onDrop,
}: {
  row: VersionRow;
  busy: boolean;
  onLook(): void;
  onBeside(): void;
  onPutBack(part: VersionPart): void;
  onDrop(): void;
}) {
  const { session, view } = useOpenShot();
  const picture = useBlobUrl(row.thumb);
  const { layerId } = view.getState();
  const layer = session.present.layers.find(({ id }) => id === layerId);
  const item = (name: string, part: VersionPart) => ({ name, disabled: busy, run: () => onPutBack(part) });
  return (
    <li className="flex items-center gap-3 rounded-md border border-rule bg-field p-1.5">
      <div className="h-12 w-20 shrink-0 overflow-hidden rounded bg-lower">
        {picture ? (
          <img src={picture} alt="" className="h-full w-full object-cover" />
        ) : (
          <span className="flex h-full items-center justify-center text-xs text-second">no picture</span>
        )}
      </div>
      <div className="flex min-w-0 flex-1 flex-col">
        <NameInput
          label={`Name of version ${row.name}`}
          className="h-6 font-semibold"
          value={row.name}
          onDone={(name) => void renameVersion(session.db, row.id, name)}
        />
        <span className="px-1 text-sm text-second">
          {nameByTime(new Date(row.at))}
          {row.auto ? ', kept by itself' : ''}
        </span>
      </div>
      <Button className="!h-7" disabled={busy} onClick={onLook}>
        Look at it
      </Button>
      <Button className="!h-7" disabled={busy} onClick={onBeside}>
        Beside
      </Button>
      <Menu
        label={`Put back ${row.name}`}
        trigger={
          <Button className="!h-7" disabled={busy}>
            Put back…
          </Button>
        }
        items={[
          item('All of it', { kind: 'all' }),
          ...(layer
            ? [
                item(`The timing of “${layer.name}”`, { kind: 'timing', layer: layer.id }),
                item(`“${layer.name}” with its drawings`, { kind: 'layer', layer: layer.id }),
              ]
            : []),
          item('The colours', { kind: 'colours' }),
          item('The sound', { kind: 'sound' }),
          null,
          { name: 'Let this version go', disabled: busy, run: onDrop },
        ]}
      />
    </li>
  );
}

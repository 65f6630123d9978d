import MoreHorizontal from 'lucide-react/icons/ellipsis';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { lengthInWords, sizeInWords } from '../../core/shot/index.ts';
import { duplicateShot, openKept, removeShot, renameShot, type ShotRow } from '../../store/index.ts';
import { saveShotFile } from '../frame/save-shot-file.ts';
import { say } from '../frame/saying.ts';
import { db } from '../library.ts';
import { IconButton } from '../parts/Button.tsx';
import { sentence } from '../parts/files.ts';
import { Menu } from '../parts/Menu.tsx';
import { NameInput } from '../parts/NameInput.tsx';
import { TickBox } from '../parts/Tick.tsx';
import { useBlobUrl } from '../parts/use-blob-url.ts';
import { playShot } from './playing.ts';

const WHEN = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
});

/** Does something with a shot; says why when it cannot be done. */
function attempt(work: () => Promise<unknown>): void {
  work().catch((error) => say(sentence(error)));
}

interface ShotCardProps {
  row: ShotRow;
  chosen: boolean;
  /** Pressed to choose it: as well as others, or all up to it. */
  onChoose(held: { also: boolean; upTo: boolean }): void;
}

/** A pen passing over plays nothing. Milliseconds. */
const RESTS_MS = 350;

/** The picture of a shot that plays now, and the way to begin and end it. Whoever wants little motion sees none. */
function usePlaying(row: ShotRow): [url: string | null, play: (on: boolean) => void] {
  const [url, setUrl] = useState<string | null>(null);
  const end = useRef<() => void>(() => undefined);
  useEffect(() => () => end.current(), []);
  const play = (on: boolean) => {
    end.current();
    end.current = () => undefined;
    if (!on || row.length < 2 || matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    const timer = setTimeout(() => {
      end.current = playShot(row, setUrl);
    }, RESTS_MS);
    end.current = () => clearTimeout(timer);
  };
  return [url, play];
}

export function ShotCard({ row, chosen, onChoose }: ShotCardProps) {
  const navigate = useNavigate();
  const url = useBlobUrl(row.thumb);
  const to = `/shot/${row.id}/desk`;
  const [playing, play] = usePlaying(row);
  return (
    <li
      className={`group relative overflow-hidden rounded-md border bg-panel ${chosen ? 'border-accent ring-1 ring-accent' : 'border-rule'}`}
    >
      <TickBox
        label={`Choose ${row.title}`}
        className={`absolute top-2 left-2 z-10 size-6 focus:opacity-100 ${chosen ? '' : 'opacity-0 group-hover:opacity-100 pointer-coarse:opacity-100'}`}
        checked={chosen}
        onChange={(_, upTo) => onChoose({ also: true, upTo })}
      />
      <Link
        to={to}
        aria-label={`Open ${row.title}`}
        onPointerEnter={(event) => event.pointerType !== 'touch' && play(true)}
        onPointerLeave={() => play(false)}
        onFocus={() => play(true)}
        onBlur={() => play(false)}
        className="flex aspect-video items-center justify-center overflow-hidden bg-surround"
      >
        {(playing ?? url) ? (
          <img src={playing ?? url!} alt="" className="h-full w-full object-contain" />
        ) : (
          <span
            className="bg-paper shadow-sm"
            style={{ aspectRatio: `${row.width} / ${row.height}`, height: '82%', maxWidth: '90%' }}
          />
        )}
      </Link>
      <div className="flex items-start gap-1 p-2.5">
        <div className="min-w-0 flex-1">
          <NameInput
            label={`Name of ${row.title}`}
            className="-ml-1 h-6 w-full font-medium"
            value={row.title}
            onDone={(title) => attempt(() => renameShot(db, row.id, title))}
          />
          <p className="text-sm text-second">
            {lengthInWords(row.length, row.fps)} · {row.length} frames · {row.fps} fps · {row.width} x {row.height}
          </p>
          <p className="text-sm text-second">
            Made {WHEN.format(row.madeAt)}
            <br />
            Changed {WHEN.format(row.changedAt)}
            {row.room !== undefined && ` · ${sizeInWords(row.room)}`}
          </p>
        </div>
        <Menu
          label={`What to do with ${row.title}`}
          trigger={
            <IconButton label={`More for ${row.title}`}>
              <MoreHorizontal size={16} />
            </IconButton>
          }
          items={[
            { name: 'Open', run: () => navigate(to) },
            { name: 'Duplicate', run: () => attempt(() => duplicateShot(db, row.id)) },
            {
              name: 'Save the shot file',
              run: () => attempt(async () => saveShotFile((await openKept(db, row.id)).history.shot)),
            },
            null,
            {
              name: 'Remove',
              danger: true,
              run: () =>
                attempt(async () => {
                  await removeShot(db, row.id);
                  say(`Removed “${row.title}”. It waits under Removed at the foot of the list.`);
                }),
            },
          ]}
        />
      </div>
    </li>
  );
}

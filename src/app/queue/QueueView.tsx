import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useVirtualizer } from '@tanstack/react-virtual';
import { formatDistanceToNowStrict } from 'date-fns';
import { useRef, useState } from 'react';
import { formatNamed } from '../../core/export/index.ts';
import { sizeInWords } from '../../core/shot/index.ts';
import { Button } from '../parts/Button.tsx';
import { Choice } from '../parts/Choice.tsx';
import { Empty } from '../parts/Empty.tsx';
import { PageHeader } from '../parts/PageHeader.tsx';
import { Progress } from '../parts/Progress.tsx';
import { giveToken, type QueuedDelivery, queued, TokenWanted, tell } from './doors.ts';

/** It is asked again so often, milliseconds. */
const ASK_EVERY = 1500;
const ROW_HEIGHT = 56;
const SENTENCE_HEIGHT = 22;

type Shown = 'all' | 'open' | 'failed' | 'done';
/** Their names, and what they are. */
const SHOWN: Record<Shown, [name: string, about: string]> = {
  all: ['All', 'Everything in the queue'],
  open: ['Not done yet', 'What waits and what is at work'],
  failed: ['Failed', 'What failed or was stopped, and can be tried again'],
  done: ['Done', 'What is written'],
};
const SHOWS: Record<Shown, (delivery: QueuedDelivery) => boolean> = {
  all: () => true,
  open: ({ state }) => state === 'waiting' || state === 'at work' || state === 'joining',
  failed: ({ state }) => state === 'failed' || state === 'stopped',
  done: ({ state }) => state === 'done',
};

/** A delivery's state in words. */
function inWords({ state, parts, partsDone, ended, bytes }: QueuedDelivery): string {
  switch (state) {
    case 'waiting':
      return parts === 1 ? 'waits' : `waits, ${parts} parts`;
    case 'at work':
      return parts === 1 ? 'at work' : `${partsDone} of ${parts} parts`;
    case 'joining':
      return 'being joined';
    case 'done':
      return `${sizeInWords(bytes)}, ${ended ? `${formatDistanceToNowStrict(ended)} ago` : 'done'}`;
    case 'failed':
      return 'failed';
    case 'stopped':
      return 'stopped';
  }
}

function Row({ delivery, onTell }: { delivery: QueuedDelivery; onTell: (what: 'stop' | 'again', id: string) => void }) {
  const { id, title, file, name, format, state, share, failed } = delivery;
  const open = SHOWS.open(delivery);
  const bad = state === 'failed' || state === 'stopped';
  return (
    <div className="flex h-full flex-col justify-center gap-0.5 border-b border-rule px-3">
      <div className="flex items-center gap-4">
        <div className="min-w-0 flex-1">
          <p className="truncate font-medium">{name}</p>
          <p className="truncate text-sm text-second">
            {title} · {file} · {formatNamed(format)?.name ?? format}
          </p>
        </div>
        <div className="w-40 shrink-0">
          {open && state !== 'waiting' && <Progress label={`How far ${name} is`} share={share} />}
        </div>
        <span className={`w-40 shrink-0 text-sm ${bad ? 'text-attention' : 'text-second'}`}>{inWords(delivery)}</span>
        <span className="flex w-24 shrink-0 justify-end">
          {open && (
            <Button aria-label={`Stop ${name}`} onClick={() => onTell('stop', id)}>
              Stop
            </Button>
          )}
          {bad && (
            <Button aria-label={`Try ${name} again`} onClick={() => onTell('again', id)}>
              Try again
            </Button>
          )}
        </span>
      </div>
      {failed.map((why) => (
        <p key={why} className="truncate text-sm text-attention" title={why}>
          {why}
        </p>
      ))}
    </div>
  );
}

function Rows({ rows, onTell }: { rows: QueuedDelivery[]; onTell: (what: 'stop' | 'again', id: string) => void }) {
  const frame = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => frame.current,
    estimateSize: (i) => ROW_HEIGHT + SENTENCE_HEIGHT * rows[i].failed.length,
    getItemKey: (i) => `${rows[i].id} ${rows[i].failed.length}`,
    overscan: 10,
  });
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a list that scrolls is reached by the keyboard
    <div ref={frame} className="min-h-0 flex-1 overflow-y-auto rounded-md border border-rule bg-panel" tabIndex={0}>
      <ul aria-label="Deliveries in the queue" className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map(({ key, index, start, size }) => (
          <li key={key} className="absolute inset-x-0" style={{ top: start, height: size }}>
            <Row delivery={rows[index]} onTell={onTell} />
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Asks for the token of a server that is on a network. */
function TokenForm({ words, onGiven }: { words: string; onGiven: () => void }) {
  const [token, setToken] = useState('');
  return (
    <Empty title="This queue opens with a token">
      {words || 'Whoever started the server knows it: it is the VIGNETTE_TOKEN it was started with.'}
      <form
        className="mt-3 flex justify-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          giveToken(token);
          onGiven();
        }}
      >
        <input
          type="password"
          aria-label="Token"
          autoComplete="current-password"
          className="h-8 w-72 rounded-md border border-edge bg-field px-2 text-ink"
          value={token}
          onChange={(event) => setToken(event.target.value)}
        />
        <Button look="main" type="submit" disabled={token === ''}>
          Open
        </Button>
      </form>
    </Empty>
  );
}

/** The queue of deliveries that other machines write: how far each is, what failed and why, stop and try again. */
export default function QueueView() {
  const client = useQueryClient();
  const [shown, setShown] = useState<Shown>('all');
  const { data, error, isPending, refetch } = useQuery({
    queryKey: ['queue'],
    queryFn: queued,
    refetchInterval: (query) => (query.state.error instanceof TokenWanted ? false : ASK_EVERY),
    staleTime: 0,
    retry: false,
  });
  const telling = useMutation({
    mutationFn: ({ what, id }: { what: 'stop' | 'again'; id: string }) => tell(what, id),
    onSettled: () => client.invalidateQueries({ queryKey: ['queue'] }),
  });
  const deliveries = data?.there ? data.deliveries : [];
  const rows = deliveries.filter(SHOWS[shown]);
  const count = (kind: Shown) => deliveries.filter(SHOWS[kind]).length;
  return (
    <main className="flex h-full flex-col">
      <div className="mx-auto flex min-h-0 w-full max-w-6xl flex-1 flex-col px-6 py-6">
        <PageHeader title="Queue of deliveries">
          {data?.there && (
            <p className="ml-auto text-second" role="status">
              {data.workers === 0
                ? 'No worker is there.'
                : `${data.workers} ${data.workers === 1 ? 'worker is' : 'workers are'} there.`}
            </p>
          )}
        </PageHeader>
        {error && !(error instanceof TokenWanted) && (
          <p role="alert" className="mb-3 text-attention">
            {error.message}
          </p>
        )}
        {telling.error && (
          <p role="alert" className="mb-3 text-attention">
            {telling.error.message}
          </p>
        )}
        {error instanceof TokenWanted ? (
          <TokenForm words={error.message} onGiven={() => void refetch()} />
        ) : isPending ? (
          <p className="py-16 text-center text-second">Asking the server…</p>
        ) : !data ? null : !data.there ? (
          <Empty title="There is no queue">
            {data.why} With one, deliveries of many shots are shared out among machines: docs/MANY-SHOTS.md tells how.
          </Empty>
        ) : deliveries.length === 0 ? (
          <Empty title="Nothing is in the queue">
            Shots are added on the command line: npm run --silent queue -- add DIR/*.vignette --as mp4
          </Empty>
        ) : (
          <>
            <div className="mb-3 flex items-center gap-3">
              <Choice
                label="Which deliveries"
                keys=""
                value={shown}
                choices={(Object.keys(SHOWN) as Shown[]).map((kind) => [
                  kind,
                  `${SHOWN[kind][0]} ${count(kind)}`,
                  SHOWN[kind][1],
                ])}
                onChoose={setShown}
              />
            </div>
            {rows.length === 0 ? (
              <p className="py-10 text-center text-second">None of these.</p>
            ) : (
              <Rows rows={rows} onTell={(what, id) => telling.mutate({ what, id })} />
            )}
          </>
        )}
      </div>
    </main>
  );
}

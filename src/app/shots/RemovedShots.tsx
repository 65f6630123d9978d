import { useState } from 'react';
import { sizeInWords } from '../../core/shot/index.ts';
import { deleteShot, putBackShot, type ShotRow } from '../../store/index.ts';
import { say } from '../frame/saying.ts';
import { db } from '../library.ts';
import { Button } from '../parts/Button.tsx';
import { sentence } from '../parts/files.ts';
import { Question } from '../parts/Question.tsx';

/** Removed shots wait here until they are put back or deleted for good, which is asked about: nothing brings them back then. */
export function RemovedShots({ rows }: { rows: ShotRow[] }) {
  const [asked, setAsked] = useState<ShotRow | null>(null);
  if (rows.length === 0) return null;
  const attempt = (work: Promise<void>) => void work.catch((error) => say(sentence(error)));
  const remove = (row: ShotRow) => {
    setAsked(null);
    attempt(deleteShot(db, row.id).then(() => say(`“${row.title}” is deleted for good.`)));
  };
  return (
    <section className="mt-10" aria-label="Removed shots">
      <h2 className="mb-2 font-title text-lg font-semibold">Removed</h2>
      <ul className="divide-y divide-rule rounded-md border border-rule bg-lower">
        {rows.map((row) => (
          <li key={row.id} className="flex items-center gap-2 px-3 py-1.5">
            <span className="flex-1">
              {row.title}
              {row.room !== undefined && <span className="ml-2 text-sm text-second">{sizeInWords(row.room)}</span>}
            </span>
            <Button onClick={() => attempt(putBackShot(db, row.id))}>Put back</Button>
            <Button look="danger" onClick={() => setAsked(row)}>
              Delete for good
            </Button>
          </li>
        ))}
      </ul>
      {asked && (
        <Question
          title={`Delete “${asked.title}” for good?`}
          about="Its drawings, its sounds and its undo go with it. Nothing brings them back."
          keep="Keep it"
          go="Delete it for good"
          onKeep={() => setAsked(null)}
          onGo={() => remove(asked)}
        />
      )}
    </section>
  );
}

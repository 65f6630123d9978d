import { deleteShot, putBackShot, type ShotRow } from '../../store/index.ts';
import { db } from '../library.ts';
import { Button } from '../parts/Button.tsx';

/** Removed shots wait here until they are put back or deleted for good. */
export function RemovedShots({ rows }: { rows: ShotRow[] }) {
  if (rows.length === 0) return null;
  return (
    <section className="mt-10" aria-label="Removed shots">
      <h2 className="mb-2 font-title text-lg font-semibold">Removed</h2>
      <ul className="divide-y divide-rule rounded-md border border-rule bg-lower">
        {rows.map((row) => (
          <li key={row.id} className="flex items-center gap-2 px-3 py-1.5">
            <span className="flex-1">{row.title}</span>
            <Button onClick={() => void putBackShot(db, row.id)}>Put back</Button>
            <Button look="danger" onClick={() => void deleteShot(db, row.id)}>
              Delete for good
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

import type { ReactNode } from 'react';

/** What an empty place says: what belongs here and how to get it. */
export function Empty({ title, children, action }: { title: string; children: ReactNode; action?: ReactNode }) {
  return (
    <div className="flex flex-col items-center gap-2 px-6 py-10 text-center">
      <p className="font-title text-lg font-semibold">{title}</p>
      <p className="max-w-md text-second">{children}</p>
      {action && <div className="mt-2 flex gap-2">{action}</div>}
    </div>
  );
}

import type { ReactNode } from 'react';
import { Link } from 'react-router';

/** The head of a page beside the shots: the way back to them, what the page is, and what belongs to the whole of it. */
export function PageHeader({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <header className="mb-5 flex flex-wrap items-baseline gap-3">
      <Link to="/" className="font-title text-2xl font-bold tracking-tight">
        Vignette
      </Link>
      <h1 className="text-lg text-second">{title}</h1>
      {children}
    </header>
  );
}

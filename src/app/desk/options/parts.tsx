import type { ReactNode } from 'react';

/** A name and what is set under it. @param roomy the name is left out where there is little room */
export function Option({ name, roomy, children }: { name: string; roomy?: boolean; children: ReactNode }) {
  return (
    <div className="flex items-center gap-2 whitespace-nowrap">
      <span className={roomy ? 'hidden @min-[73.75rem]/window:inline' : ''}>{name}</span>
      {children}
    </div>
  );
}

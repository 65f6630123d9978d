import Close from 'lucide-react/icons/x';
import type { ReactNode } from 'react';
import { IconButton } from '../../parts/Button.tsx';
import { later } from '../../parts/later.tsx';
import { useOpenShot, useView } from '../../session/open-shot.ts';
import type { DeskCard } from '../../session/slices/paper.ts';

const BrushCard = later(async () => ({ default: (await import('./BrushCard.tsx')).BrushCard }));
const GhostCard = later(async () => ({ default: (await import('./GhostCard.tsx')).GhostCard }));
const LinesCard = later(async () => ({ default: (await import('./LinesCard.tsx')).LinesCard }));
const ReferenceTray = later(async () => ({
  default: (await import('../../reference/ReferenceTray.tsx')).ReferenceTray,
}));

const CARDS: Record<DeskCard, [name: string, card: ReactNode]> = {
  brush: ['Brush', <BrushCard key="brush" />],
  ghosts: ['Ghosts', <GhostCard key="ghosts" />],
  reference: ['Reference', <ReferenceTray key="reference" />],
  lines: ['Clean-up and lines', <LinesCard key="lines" />],
};

/** A card that lies beside the drawing while one draws on; nothing waits for it. */
export function DeskCards() {
  const { view } = useOpenShot();
  const card = useView((state) => state.deskCard);
  if (!card) return null;
  const [name, content] = CARDS[card];
  return (
    <section
      aria-label={name}
      className="absolute top-2 left-2 flex max-h-[calc(100%-16px)] w-[17.75rem] flex-col rounded-md border border-rule bg-panel text-sm shadow-lg"
    >
      <header className="flex h-8 shrink-0 items-center justify-between border-b border-rule pr-1 pl-3">
        <h2 className="font-semibold">{name}</h2>
        <IconButton label={`Close ${name}`} onClick={() => view.setState({ deskCard: null })}>
          <Close size={14} />
        </IconButton>
      </header>
      <div className="min-h-0 overflow-y-auto p-3">{content}</div>
    </section>
  );
}

import { type ComponentType, useEffect } from 'react';
import type { SmallWindow } from '../commands/context.ts';
import { later } from '../parts/later.tsx';

/** The windows over the desk, each a file of its own. */
const WINDOWS: Record<NonNullable<SmallWindow>, ComponentType<{ onClose(): void }>> = {
  keys: later(() => import('./KeysWindow.tsx'), Coming),
  commands: later(() => import('./CommandsWindow.tsx'), Coming),
  shot: later(() => import('./ShotWindow.tsx'), Coming),
  length: later(() => import('./LengthWindow.tsx'), Coming),
  timing: later(() => import('./TimingWindow.tsx'), Coming),
  versions: later(() => import('../versions/VersionsWindow.tsx'), Coming),
  'bring-shot': later(() => import('../moves/BringShotWindow.tsx'), Coming),
};

export function SmallWindows({ name, onClose }: { name: SmallWindow; onClose(): void }) {
  const Named = name && WINDOWS[name];
  return Named && <Named onClose={onClose} />;
}

/** While a window is on its way, what is typed is meant for it: no key may run a command of the desk. */
function Coming() {
  useEffect(() => {
    const swallow = (event: KeyboardEvent) => {
      event.stopImmediatePropagation();
      event.preventDefault();
    };
    addEventListener('keydown', swallow, true);
    return () => removeEventListener('keydown', swallow, true);
  }, []);
  return null;
}

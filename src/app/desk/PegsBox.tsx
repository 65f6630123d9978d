import { useMemo, useRef } from 'react';
import { allOf, boxOf } from '../../core/ink/index.ts';
import { after, type Matrix } from '../../core/plane/index.ts';
import { pegsOf } from '../session/ghost-settings.ts';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { HandleBox } from './HandleBox.tsx';
import { useHandView } from './hand-pegs.ts';
import { pathOf } from './line-path.ts';
import { setPegs } from './pegs.ts';

/** The box round the ghost that is off its pegs. */
export function PegsBox() {
  const onScreen = useHandView();
  const { view } = useOpenShot();
  const tool = useView((state) => state.tool);
  const id = useView((state) => state.ghostInHand);
  const ghosts = useView((state) => state.ghosts);
  const drawing = useShot((shot) => (id ? (shot.drawings[id] ?? null) : null));
  const from = useRef<Matrix | null>(null);
  const shown = tool === 'pegs' ? drawing : null;
  const path = useMemo(() => (shown ? pathOf(shown.ink) : ''), [shown]);
  const box = shown && boxOf(shown, allOf(shown));
  if (!shown || !box) return null;
  const map = pegsOf(ghosts, shown.id);
  return (
    <HandleBox
      view={onScreen}
      label="The ghost off its pegs"
      box={box}
      map={map}
      pivot={{ x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 }}
      path={path}
      keepVolume={false}
      onChanging={(change) => {
        from.current ??= map;
        setPegs(view, shown.id, after(from.current, change));
      }}
      onDone={() => {
        from.current = null;
      }}
    />
  );
}

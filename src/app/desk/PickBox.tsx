import { useMemo } from 'react';
import { boxOf } from '../../core/ink/index.ts';
import { IDENTITY } from '../../core/plane/index.ts';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { HandleBox } from './HandleBox.tsx';
import { useHandView } from './hand-pegs.ts';
import { pathOf } from './line-path.ts';
import { changePicked, pickedNow, pivotOf } from './picked.ts';

/** The box round what is picked; it shows what a change will give. */
export function PickBox() {
  const open = useOpenShot();
  const { view } = open;
  const onScreen = useHandView();
  const tool = useView((state) => state.tool);
  const picked = useView((state) => state.picked);
  const changing = useView((state) => state.changing);
  const keepVolume = useView((state) => state.tools.pick.keepVolume);
  useView((state) => state.frame);
  useView((state) => state.layerId);
  const drawing = useShot(() => pickedNow(open)?.drawing ?? null);
  const now = tool === 'pick' && picked && drawing ? pickedNow(open) : null;
  const strokes = now?.pick.strokes.join() ?? '';
  // biome-ignore lint/correctness/useExhaustiveDependencies: `strokes` stands for what is picked of the drawing
  const path = useMemo(() => (now ? pathOf(now.drawing.ink, now.pick.strokes) : ''), [drawing, strokes]);
  const box = now && boxOf(now.drawing, now.pick);
  if (!now || !box) return null;
  return (
    <HandleBox
      label="What is picked"
      box={box}
      map={changing ?? IDENTITY}
      pivot={pivotOf(open)}
      path={path}
      view={onScreen}
      keepVolume={keepVolume}
      onChanging={(map) => view.setState({ changing: map })}
      onDone={(kind) => {
        const { changing: map } = view.getState();
        view.setState({ changing: null });
        if (map) changePicked(open, kind, map);
      }}
      onPivot={(pivot) => view.setState({ picked: picked && { ...picked, pivot } })}
    />
  );
}

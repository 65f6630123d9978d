import { SwatchChooser } from '../../paint/SwatchChooser.tsx';
import { Slide } from '../../parts/Slide.tsx';
import { useOpenShot, useView } from '../../session/open-shot.ts';
import type { ToolSettings } from '../../session/view-state.ts';
import { Option, Tick } from './parts.tsx';

export function PourOptions() {
  const { view } = useOpenShot();
  const pour = useView((state) => state.tools.pour);
  const set = (part: Partial<ToolSettings['pour']>) =>
    view.setState(({ tools }) => ({ tools: { ...tools, pour: { ...tools.pour, ...part } } }));
  return (
    <>
      <Option name="Paint">
        <SwatchChooser />
      </Option>
      <Option name={`Close openings up to ${pour.gap} px`}>
        <Slide
          label="Openings closed, paper pixels"
          value={pour.gap}
          min={0}
          max={30}
          onChange={(gap) => set({ gap })}
        />
      </Option>
      <Tick label="Take paint off" checked={pour.off} onChange={(off) => set({ off })} />
    </>
  );
}

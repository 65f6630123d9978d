import { useEffect } from 'react';
import { OptionStrip } from '../desk/OptionStrip.tsx';
import { PaperStage } from '../desk/PaperStage.tsx';
import { Roll } from '../desk/Roll.tsx';
import { ToolRail } from '../desk/ToolRail.tsx';
import { WorkLayout } from '../parts/WorkLayout.tsx';
import { useOpenShot } from '../session/open-shot.ts';
import { PalettePanel } from './PalettePanel.tsx';

/** Paint: the paper with Pour in hand, the palette beside it. Leaving gives the hand its former tool back. */
export default function PaintView() {
  const { view } = useOpenShot();
  useEffect(() => {
    const before = view.getState().tool;
    view.setState({ tool: 'pour' });
    return () => {
      if (view.getState().tool === 'pour') view.setState({ tool: before === 'pour' ? 'pen' : before });
    };
  }, [view]);
  return (
    <>
      <ToolRail />
      <WorkLayout side={<PalettePanel />} sideName="palette">
        <OptionStrip />
        <PaperStage />
        <Roll />
      </WorkLayout>
    </>
  );
}

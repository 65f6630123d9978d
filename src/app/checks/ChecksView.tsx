import { OptionStrip } from '../desk/OptionStrip.tsx';
import { PaperStage } from '../desk/PaperStage.tsx';
import { ToolRail } from '../desk/ToolRail.tsx';
import { DESK_TOOLS } from '../desk/tools/index.ts';
import { EdgeSlide } from '../parts/EdgeSlide.tsx';
import { WorkLayout } from '../parts/WorkLayout.tsx';
import { CheckChart } from './CheckChart.tsx';
import { CheckOverlay } from './CheckOverlay.tsx';
import { CheckSide } from './CheckSide.tsx';
import { useLookedOver } from './looked-over.ts';

/** Checks: the paper with the check drawn over it, its chart below, its findings beside. */
export default function ChecksView() {
  const result = useLookedOver();
  return (
    <>
      <ToolRail tools={DESK_TOOLS} />
      <WorkLayout side={<CheckSide result={result} />} sideName="findings">
        <EdgeSlide edge="top">
          <OptionStrip />
        </EdgeSlide>
        <div className="relative flex min-h-0 flex-1 flex-col">
          <PaperStage />
          <CheckOverlay result={result} />
        </div>
        <CheckChart chart={result?.chart ?? null} />
      </WorkLayout>
    </>
  );
}

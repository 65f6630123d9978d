import { WorkLayout } from '../parts/WorkLayout.tsx';
import { SheetPanel } from '../sheet/SheetPanel.tsx';
import { OptionStrip } from './OptionStrip.tsx';
import { PaperStage } from './PaperStage.tsx';
import { Roll } from './Roll.tsx';
import { ToolRail } from './ToolRail.tsx';
import { DESK_TOOLS } from './tools/index.ts';

/** The desk: tools, paper and Roll on the left, the sheet upright on the right. */
export function DeskView() {
  return (
    <>
      <ToolRail tools={DESK_TOOLS} />
      <WorkLayout side={<SheetPanel />} sideName="sheet">
        <OptionStrip />
        <PaperStage />
        <Roll />
      </WorkLayout>
    </>
  );
}

import { DropZone } from '../parts/DropZone.tsx';
import { EdgeSlide } from '../parts/EdgeSlide.tsx';
import { WorkLayout } from '../parts/WorkLayout.tsx';
import { useOpenShot } from '../session/open-shot.ts';
import { SheetPanel } from '../sheet/SheetPanel.tsx';
import { OptionStrip } from './OptionStrip.tsx';
import { PaperStage } from './PaperStage.tsx';
import { bringFiles, PictureChooser } from './PictureChooser.tsx';
import { Roll } from './Roll.tsx';
import { ToolRail } from './ToolRail.tsx';
import { DESK_TOOLS } from './tools/index.ts';

/** The desk: tools, paper and Roll on the left, the sheet upright on the right. */
export function DeskView() {
  const open = useOpenShot();
  return (
    <>
      <ToolRail tools={DESK_TOOLS} />
      <WorkLayout side={<SheetPanel />} sideName="sheet">
        <EdgeSlide edge="top">
          <OptionStrip />
        </EdgeSlide>
        <DropZone onFiles={(files) => void bringFiles(open, files)} className="flex min-h-0 flex-1 flex-col">
          <PaperStage />
        </DropZone>
        <PictureChooser />
        <EdgeSlide edge="bottom">
          <Roll />
        </EdgeSlide>
      </WorkLayout>
    </>
  );
}

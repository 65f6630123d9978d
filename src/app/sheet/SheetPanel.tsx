import Plus from 'lucide-react/icons/zoom-in';
import Minus from 'lucide-react/icons/zoom-out';
import { shownRun } from '../../core/sheet/index.ts';
import { IconButton } from '../parts/Button.tsx';
import { useOpenShot, usePlay, useRestingFrame, useShot, useView } from '../session/open-shot.ts';
import { LayerList } from './LayerList.tsx';
import { SheetBody } from './SheetBody.tsx';

const ROW_HEIGHTS = [10, 14, 18, 24, 32];

/** The sheet with its layers: frames run down, layers across, sound beside. */
export function SheetPanel() {
  return (
    <section aria-label="Sheet" className="flex h-full min-h-0 flex-col bg-panel">
      <SheetHead />
      <SheetBody />
      <LayerList />
    </section>
  );
}

function SheetHead() {
  const { view } = useOpenShot();
  const frame = useRestingFrame();
  const layerId = useView((state) => state.layerId);
  const rowHeight = useView((state) => state.rowHeight);
  const name = useShot((shot) => shot.layers.find((each) => each.id === layerId)?.name);
  const shown = useShot((shot) => {
    const layer = shot.layers.find((each) => each.id === layerId);
    const cell = layer && shownRun(layer.exposures, layer.afterLast, frame)?.exposure.cell;
    if (!cell) return 'empty';
    return cell.kind === 'picture' ? `picture ${cell.index + 1}` : `drawing ${shot.drawings[cell.drawing]?.number}`;
  });
  const zoom = (by: number) =>
    view.setState({
      rowHeight: ROW_HEIGHTS[Math.max(0, Math.min(ROW_HEIGHTS.length - 1, ROW_HEIGHTS.indexOf(rowHeight) + by))],
    });
  return (
    <div className="flex h-[34px] shrink-0 items-center gap-2 border-b border-rule px-3">
      <h2 className="font-semibold">Sheet</h2>
      <span className="truncate text-sm text-second">
        {name ?? 'no layer'}
        {` · ${shown}`}
      </span>
      <span className="ml-auto flex items-center gap-1">
        <Played />
        <IconButton label="Lower rows" onClick={() => zoom(-1)} disabled={rowHeight === ROW_HEIGHTS[0]}>
          <Minus size={14} />
        </IconButton>
        <IconButton label="Higher rows" onClick={() => zoom(1)} disabled={rowHeight === ROW_HEIGHTS.at(-1)}>
          <Plus size={14} />
        </IconButton>
      </span>
    </div>
  );
}

/** How playing goes: frames a second that reach the screen, and how many were passed over. */
function Played() {
  const { state, ready, needed, achieved, dropped } = usePlay((play) => play);
  if (state === 'rest' && achieved === 0) return null;
  if (state === 'ready') {
    return (
      <output aria-label="Playing" className="font-mono text-xs whitespace-nowrap text-second tabular">
        getting ready {Math.min(ready, needed)}/{needed}
      </output>
    );
  }
  return (
    <output
      aria-label="Playing"
      data-dropped={dropped}
      className={`font-mono text-xs whitespace-nowrap tabular ${dropped > 0 ? 'text-attention' : 'text-second'}`}
    >
      {achieved.toFixed(1)} fps · {dropped} dropped
    </output>
  );
}

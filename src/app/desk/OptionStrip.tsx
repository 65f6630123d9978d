import FlipHorizontal from 'lucide-react/icons/flip-horizontal-2';
import Maximize from 'lucide-react/icons/maximize';
import { useCommand } from '../commands/context.ts';
import { IconButton } from '../parts/Button.tsx';
import { useView } from '../session/open-shot.ts';
import { toolOf } from './tools/index.ts';

/** The options of the tool in hand in one strip, and how the paper lies. */
export function OptionStrip() {
  const tool = useView((state) => state.tool);
  const zoom = useView((state) => state.paper.zoom);
  const turn = useView((state) => state.paper.turn);
  const mirrored = useView((state) => state.paper.mirrored);
  const mirror = useCommand('mirror');
  const fit = useCommand('fit');
  const { name, strip: Strip } = toolOf(tool);
  const degrees = Math.round((((turn * 180) / Math.PI + 540) % 360) - 180);
  return (
    <div className="flex h-[2.125rem] shrink-0 items-center gap-4 border-b border-rule bg-panel px-3 text-sm">
      <span className="font-semibold">{name}</span>
      <div className="flex min-w-0 flex-1 items-center gap-1.5 overflow-x-auto whitespace-nowrap [scrollbar-width:none] @min-[73.75rem]/window:gap-4">
        <Strip />
      </div>
      <div className="flex shrink-0 items-center gap-1">
        <output aria-label="How the paper lies" className="whitespace-nowrap tabular">
          <span className="hidden @min-[73.75rem]/window:inline">Paper </span>
          {Math.round(zoom * 100)} %{degrees === 0 ? '' : `, ${degrees}°`}
        </output>
        <IconButton label={fit.name} keys={fit.keys} onClick={fit.run}>
          <Maximize size={15} />
        </IconButton>
        <IconButton label="Mirrored view" keys={mirror.keys} pressed={mirrored} onClick={mirror.run}>
          <FlipHorizontal size={16} />
        </IconButton>
      </div>
    </div>
  );
}

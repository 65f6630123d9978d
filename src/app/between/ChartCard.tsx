import Half from 'lucide-react/icons/blend';
import Ellipsis from 'lucide-react/icons/ellipsis';
import Minus from 'lucide-react/icons/minus';
import Draw from 'lucide-react/icons/pen-line';
import Plus from 'lucide-react/icons/plus';
import { useStore } from 'zustand';
import { isBlank, isOurs } from '../../core/between/index.ts';
import { CHART_PRESETS, drawingShown, spacingInWords, type TimingChart } from '../../core/sheet/index.ts';
import { chartInHand, space, stalePlans } from '../commands/between.ts';
import { useCommand, useCommands } from '../commands/context.ts';
import { db } from '../library.ts';
import { Button, IconButton } from '../parts/Button.tsx';
import { Menu, type MenuEntry } from '../parts/Menu.tsx';
import { Progress } from '../parts/Progress.tsx';
import { useOpenShot, useRestingFrame, useShot, useView } from '../session/open-shot.ts';
import { forgetChart, keepChart, ownCharts } from '../session/own-charts.ts';
import { ChartScale } from './ChartScale.tsx';

const WIDTH = 276;

/** Ways of spacing: the trade's and one's own. */
function SpacingMenu({ chart }: { chart: TimingChart }) {
  const commands = useCommands();
  const { charts } = useStore(ownCharts.store);
  const spacings = chart.ticks.map(({ spacing }) => spacing);
  const free = (name: string) => !charts.some((each) => each.name === name);
  const name = ['mine', ...Array.from({ length: 40 }, (_, i) => `mine ${i + 2}`)].find(free) ?? 'mine';
  const items: MenuEntry[] = [
    ...CHART_PRESETS.map((preset) => ({ name: preset.name, run: () => space(commands, preset) })),
    null,
    ...charts.map((own) => ({
      name: `${own.name} (${own.spacings.length})`,
      run: () => space(commands, { name: own.name, count: own.spacings.length, spacings: () => own.spacings }),
    })),
    {
      name: `Keep this spacing as “${name}”`,
      disabled: spacings.length === 0,
      run: () => void keepChart(db, { name, spacings }),
    },
    ...(charts.length > 0
      ? [
          {
            name: 'Forget one',
            items: charts.map((own) => ({ name: own.name, run: () => void forgetChart(db, own.name) })),
          },
        ]
      : []),
  ];
  return (
    <Menu
      label="Ways of spacing"
      items={items}
      trigger={
        <button
          type="button"
          aria-label="Ways of spacing"
          className="flex h-6 items-center gap-1 rounded px-1.5 text-second hover:bg-wash/70 hover:text-ink"
        >
          {spacingInWords(spacings) || 'no ticks yet'}
          <Ellipsis size={14} />
        </button>
      }
    />
  );
}

function Working({ busy }: { busy: number }) {
  const stop = useCommand('between-stop');
  return (
    <div className="flex items-center gap-2">
      <Progress label="Drawing in-betweens" share={busy} className="h-1.5 flex-1" />
      <Button title={stop.keys} onClick={stop.run}>
        Stop
      </Button>
    </div>
  );
}

/** The timing chart between the keys around: spacing, ticks, and drawing what lies on it. */
export function ChartCard() {
  const open = useOpenShot();
  const frame = useRestingFrame();
  const layerId = useView((state) => state.layerId);
  const halfGhost = useView((state) => state.halfGhost);
  const picked = useView((state) => (state.picked?.strokes.length ?? 0) > 0);
  // Follows the layer's timing and drawings only.
  const exposures = useShot((shot) => shot.layers.find(({ id }) => id === layerId)?.exposures);
  const drawings = useShot((shot) => shot.drawings);
  const passages = useShot((shot) => shot.passages);
  const arcs = useShot((shot) => shot.guides.arcs);
  const busy = useStore(open.betweens.state, (state) => state.busy);
  const commands = {
    draw: useCommand('between-draw'),
    redo: useCommand('between-redo'),
    more: useCommand('tick-more'),
    fewer: useCommand('tick-fewer'),
    half: useCommand('half-ghost'),
  };
  // These stand for what is read below.
  void [frame, exposures, drawings, passages, arcs];
  const chart = chartInHand(open);
  if (!chart) {
    return (
      <p className="py-2 text-second">
        A timing chart lies between two keys. Draw two drawings on this layer and mark each as a key (K).
      </p>
    );
  }
  const layer = open.session.shot.layers.find(({ id }) => id === layerId)!;
  const here = drawingShown(open.session.shot, layer, frame)?.id ?? null;
  const toDraw = chart.ticks.filter(({ drawing }) => isOurs(drawing)).length;
  const blank = chart.ticks.filter(({ drawing }) => isBlank(drawing)).length;
  const stale = stalePlans(open).reduce((sum, { targets }) => sum + targets.length, 0);
  return (
    <div className="flex flex-col gap-1">
      <ChartScale chart={chart} width={WIDTH} here={here} />
      {busy !== null ? (
        <Working busy={busy} />
      ) : (
        <div className="flex items-center gap-1">
          <Button
            look="main"
            icon={<Draw size={14} />}
            className="!px-2"
            title={`${commands.draw.name}  (${commands.draw.keys})`}
            disabled={chart.ticks.length === 0}
            onClick={commands.draw.run}
          >
            {picked ? 'Draw picked lines' : blank > 0 || toDraw === 0 ? 'Draw in-betweens' : 'Draw again'}
          </Button>
          {stale > 0 && (
            <Button
              className="!px-2 text-attention"
              title={`${commands.redo.name}  (${commands.redo.keys})`}
              onClick={commands.redo.run}
            >
              Redo {stale}
            </Button>
          )}
          <span className="ml-auto flex">
            <IconButton label={commands.fewer.name} keys={commands.fewer.keys} onClick={commands.fewer.run}>
              <Minus size={14} />
            </IconButton>
            <IconButton label={commands.more.name} keys={commands.more.keys} onClick={commands.more.run}>
              <Plus size={14} />
            </IconButton>
            <IconButton
              label={commands.half.name}
              keys={commands.half.keys}
              pressed={halfGhost}
              onClick={commands.half.run}
            >
              <Half size={14} />
            </IconButton>
          </span>
        </div>
      )}
    </div>
  );
}

/** The way of spacing of the chart in hand, for the card's head. */
export function ChartInWords() {
  const open = useOpenShot();
  useRestingFrame();
  useView((state) => state.layerId);
  useShot((shot) => shot.drawings);
  useShot((shot) => shot.layers);
  const chart = chartInHand(open);
  return chart && <SpacingMenu chart={chart} />;
}

import ChevronDown from 'lucide-react/icons/chevron-down';
import Copy from 'lucide-react/icons/copy';
import Pencil from 'lucide-react/icons/pencil';
import Plus from 'lucide-react/icons/plus';
import Trash from 'lucide-react/icons/trash-2';
import { useState } from 'react';
import { chartDrawing, duplicateChart, makeChart, removeChart } from '../../core/mouths/index.ts';
import { MOUTHS, type Mouth, type MouthChart, paletteAt } from '../../core/shot/index.ts';
import { MOUTH_SOUNDS } from '../../core/speech/index.ts';
import { useCommand, useCommands } from '../commands/context.ts';
import { commandItem } from '../commands/menu.ts';
import { putMouthHere } from '../commands/mouths.ts';
import { Button, Hint, IconButton } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { Menu } from '../parts/Menu.tsx';
import { NameInput } from '../parts/NameInput.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useOpenShot, useRestingFrame, useShot, useView } from '../session/open-shot.ts';
import { KIT, KitRows } from './KitRows.tsx';
import { MouthEditor } from './MouthEditor.tsx';
import { MouthGuideCard } from './MouthGuideCard.tsx';
import { MouthThumb } from './MouthThumb.tsx';

/** The Parts tray: mouth charts. A press puts a mouth on the present frame; the pencil beside it draws it. */
export function PartsCard() {
  const { session, view } = useOpenShot();
  const commands = useCommands();
  const charts = useShot((shot) => shot.charts);
  const mouths = useView((state) => state.mouths);
  const [drawn, setDrawn] = useState<Mouth | null>(null);
  const chart = charts.find(({ id }) => id === mouths.chart) ?? charts[0];
  const take = (id: string) => view.setState({ mouths: { ...mouths, chart: id } });
  const add = () => {
    const made = makeChart(session.shot, charts.length === 0 ? 'Front' : `Chart ${charts.length + 1}`);
    if (session.change('new mouth chart', (shot) => void shot.charts.push(made))) take(made.id);
  };
  if (!chart) {
    return (
      <div className="flex flex-col items-start gap-2 px-3 text-sm">
        <p className="text-second">
          A mouth chart is a set of mouths by sound, drawn once and large. Put on a frame they come out sharp at any
          size, and follow the head.
        </p>
        <Button look="main" onClick={add}>
          New mouth chart
        </Button>
        <p className="text-second">Or begin with what is there, and change it:</p>
        <KitRows />
      </div>
    );
  }
  return (
    <div className="flex flex-col gap-2 px-2 pb-2 text-sm">
      <div className="flex items-center gap-0.5">
        {charts.length > 1 && (
          <Menu
            label="Mouth chart"
            items={charts.map(({ id, name }) => ({ name, run: () => take(id) }))}
            trigger={
              <IconButton label="Other mouth charts" className="!h-6 !w-6">
                <ChevronDown size={13} />
              </IconButton>
            }
          />
        )}
        <NameInput
          label="Name of the mouth chart"
          className="h-6 flex-1 font-medium"
          value={chart.name}
          onDone={(name) =>
            session.change(
              'name the chart',
              (shot) => void (shot.charts.find(({ id }) => id === chart.id)!.name = name),
            )
          }
        />
        <Menu
          label="A further mouth chart"
          items={[
            { name: 'New mouth chart', run: add },
            null,
            ...KIT.flatMap(([, rows]) => rows.map(([id]) => commandItem(commands, id))),
          ]}
          trigger={
            <IconButton label="New mouth chart, and what there is to begin with" className="!h-6 !w-6">
              <Plus size={13} />
            </IconButton>
          }
        />
        <IconButton
          label="Another chart that starts equal"
          className="!h-6 !w-6"
          onClick={() => {
            let id = '';
            session.change('double the chart', (shot) => {
              id = duplicateChart(shot, chart.id, `${chart.name}, other`.slice(0, 60)).id;
            });
            if (id) take(id);
          }}
        >
          <Copy size={13} />
        </IconButton>
        <IconButton
          label={`Remove the chart ${chart.name}`}
          className="!h-6 !w-6"
          onClick={() => session.change(`remove the chart ${chart.name}`, (shot) => removeChart(shot, chart.id))}
        >
          <Trash size={13} />
        </IconButton>
      </div>
      {drawn ? (
        <MouthEditor chart={chart} kind={drawn} onKind={setDrawn} />
      ) : (
        <MouthGrid chart={chart} onDraw={setDrawn} />
      )}
      {!drawn && <Fill />}
      {!drawn && <MouthGuideCard />}
    </div>
  );
}

function MouthGrid({ chart, onDraw }: { chart: MouthChart; onDraw(kind: Mouth): void }) {
  const { session } = useOpenShot();
  const commands = useCommands();
  const frame = useRestingFrame();
  useShot((shot) => shot.drawings);
  const palette = useShot((shot) => paletteAt(shot, frame));
  return (
    <ul className="grid grid-cols-5 gap-1" aria-label={`Mouths of ${chart.name}`}>
      {MOUTHS.map((kind, i) => {
        const drawing = chartDrawing(session.shot, chart, kind);
        const sounds = MOUTH_SOUNDS[kind];
        return (
          <li key={kind} className="group relative">
            <Hint
              text={
                drawing
                  ? `${sounds}: put on this frame (${(i + 1) % 10} on a mouth layer)`
                  : `${sounds}: not drawn yet, press to draw it`
              }
            >
              <button
                type="button"
                aria-label={drawing ? `Put mouth ${sounds} on this frame` : `Draw mouth ${sounds}`}
                className={`flex w-full flex-col items-center rounded-md border px-0.5 pt-0.5 hover:border-accent ${drawing ? 'border-rule bg-paper text-on-paper' : 'border-dashed border-rule bg-transparent'}`}
                onClick={() => (drawing ? putMouthHere(commands, kind) : onDraw(kind))}
              >
                {drawing ? (
                  <MouthThumb drawing={drawing} palette={palette} width={52} height={34} />
                ) : (
                  <span className="flex h-[2.125rem] items-center text-second">
                    <Plus size={14} />
                  </span>
                )}
                <span className="truncate text-xs leading-4">{sounds}</span>
              </button>
            </Hint>
            {drawing && (
              <Hint text="Draw it">
                <button
                  type="button"
                  aria-label={`Draw mouth ${sounds}`}
                  className="absolute top-0.5 right-0.5 rounded bg-panel/90 p-0.5 opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
                  onClick={() => onDraw(kind)}
                >
                  <Pencil size={11} />
                </button>
              </Hint>
            )}
          </li>
        );
      })}
    </ul>
  );
}

/** Filling from the reading, and how. */
function Fill() {
  const { view } = useOpenShot();
  const fill = useCommand('mouths-fill');
  const mouths = useView((state) => state.mouths);
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
      <Button className="!h-6" title={`${fill.name} (${fill.keys})`} onClick={fill.run}>
        Fill from the reading
      </Button>
      <div className="flex items-center gap-1">
        lead
        <ChoiceList
          label="Frames a mouth comes before its sound"
          value={String(mouths.lead)}
          options={[0, 1, 2].map((frames) => [String(frames), `${frames} f`])}
          onChoose={(lead) => view.setState({ mouths: { ...mouths, lead: Number(lead) } })}
        />
      </div>
      <Tick
        label="on ones"
        about="Mouths may stand for a single frame"
        checked={mouths.ones}
        onChange={(ones) => view.setState({ mouths: { ...mouths, ones } })}
      />
    </div>
  );
}

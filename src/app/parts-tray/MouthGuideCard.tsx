import { headDrawingAt, mouthDrift, mouthLayer } from '../../core/mouths/index.ts';
import { useCommand, useCommands } from '../commands/context.ts';
import { dropMouthPlace, mouthPlaceHere, setMouthPlace } from '../commands/mouths.ts';
import { goToFrame } from '../commands/play.ts';
import { Button } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useOpenShot, useRestingFrame, useShot, useView } from '../session/open-shot.ts';

/** What mouths sit on: the head's layer, places set on its drawings, and mouths that have crept away. */
export function MouthGuideCard() {
  const { session } = useOpenShot();
  const commands = useCommands();
  const frame = useRestingFrame();
  const layerId = useView((state) => state.layerId);
  const shown = useView((state) => state.mouthGuideShown);
  const guide = useShot((shot) => shot.mouthGuide);
  const layers = useShot((shot) => shot.layers);
  const show = useCommand('mouth-guide');
  const sit = useCommand('mouths-sit');
  const { shot } = session;
  const mouths = mouthLayer(shot, layerId);
  const drift = mouths ? mouthDrift(shot, mouths.id) : [];
  const drawing = headDrawingAt(shot, frame);
  const own = drawing !== null && guide.places[drawing] !== undefined;
  return (
    <section aria-label="Where mouths sit" className="flex flex-col gap-1 border-t border-rule pt-1.5">
      <div className="flex items-center gap-2">
        <div className="flex min-w-0 flex-1 items-center gap-1.5">
          <span className="shrink-0">Head on</span>
          <ChoiceList
            label="Layer of the head"
            className="flex-1"
            value={guide.head ?? ''}
            options={[
              ['', 'no layer: mouths stay put'],
              ...layers.filter(({ purpose }) => purpose !== 'mouth').map(({ id, name }) => [id, name] as const),
            ]}
            onChoose={(head) =>
              session.change('layer of the head', (each) => void (each.mouthGuide.head = head || null))
            }
          />
        </div>
        <Tick label="on the paper" about={`${show.name} (${show.keys})`} checked={shown} onChange={show.run} />
      </div>
      {guide.head !== null && (
        <div className="flex items-center gap-2">
          <span className="min-w-0 flex-1 truncate text-second">
            {drawing === null ? 'no head here' : own ? 'set on this drawing' : 'carried from the keys around'}
          </span>
          {own ? (
            <Button className="!h-6" onClick={() => dropMouthPlace(commands)}>
              Let it go
            </Button>
          ) : (
            <Button
              className="!h-6"
              disabled={drawing === null}
              onClick={() => setMouthPlace(commands, mouthPlaceHere(commands))}
            >
              Set it here
            </Button>
          )}
        </div>
      )}
      {drift.length > 0 && (
        <>
          <div className="flex items-center gap-2 text-attention">
            <span className="flex-1">
              {drift.length === 1 ? 'One mouth is' : `${drift.length} mouths are`} off the head
            </span>
            <Button className="!h-6" title={`${sit.name} (${sit.keys})`} onClick={sit.run}>
              Bring them back
            </Button>
          </div>
          <ul className="max-h-20 overflow-y-auto">
            {drift.map((each) => (
              <li key={each.frame}>
                <button
                  type="button"
                  className="flex w-full gap-2 font-mono text-xs tabular hover:text-accent"
                  onClick={() => goToFrame(commands, each.frame)}
                >
                  <span className="w-8 text-right">{each.frame + 1}</span>
                  <span className="w-10 truncate">{each.label}</span>
                  <span>
                    {each.off.toFixed(1)} px, {each.turned.toFixed(1)}°, ×{each.larger.toFixed(2)}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

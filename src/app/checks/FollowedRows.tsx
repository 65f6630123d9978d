import Trash from 'lucide-react/icons/trash-2';
import {
  addStand,
  changePoint,
  drawingsInOrder,
  dropPoint,
  dropStand,
  hideSpot,
  lostOn,
  unsureOn,
} from '../../core/check/index.ts';
import { drawingName, drawingShown } from '../../core/sheet/index.ts';
import { type FollowedPoint, type Id, NOTE_COLOURS, newId } from '../../core/shot/index.ts';
import { Button, IconButton } from '../parts/Button.tsx';

import { ChoiceList } from '../parts/ChoiceList.tsx';
import { NameInput } from '../parts/NameInput.tsx';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { ByModel } from './ByModel.tsx';
import { CURVES } from './colours.ts';

/** The points that are followed on a layer: their names and colours, where they are lost, hidden, should stand still. */
export function FollowedRows({ layerId }: { layerId: Id }) {
  const points = useShot((shot) => shot.checks.followed).filter(({ layer }) => layer === layerId);
  const { view } = useOpenShot();
  return (
    <div className="flex max-h-[38%] shrink-0 flex-col gap-1 overflow-y-auto border-b border-rule px-3 py-2">
      {points.length === 0 && (
        <div className="flex items-center gap-2">
          <p className="min-w-0 flex-1 text-second">
            No point is followed on this layer: touch one on a line with Follow.
          </p>
          <Button className="!h-6" onClick={() => view.setState({ tool: 'follow' })}>
            Take Follow
          </Button>
        </div>
      )}
      {points.map((point) => (
        <PointRow key={point.id} point={point} others={points.filter(({ id }) => id !== point.id)} />
      ))}
    </div>
  );
}

function PointRow({ point, others }: { point: FollowedPoint; others: FollowedPoint[] }) {
  const { session, checks } = useOpenShot();
  const shot = useShot((each) => each);
  const frame = useView((state) => state.frame);
  const check = useView((state) => state.check);
  const selection = useView((state) => state.selection);
  const range = useView((state) => state.range);
  const layer = shot.layers.find(({ id }) => id === point.layer);
  if (!layer) return null;
  const here = drawingShown(shot, layer, frame);
  const order = drawingsInOrder(shot, layer.id).filter(({ ink }) => ink.length > 0);
  const named = (ids: readonly Id[]) => {
    const names = ids.flatMap((id) => (shot.drawings[id] ? [drawingName(shot.drawings[id])] : []));
    return `${names.slice(0, 8).join(', ')}${names.length > 8 ? '…' : ''}`;
  };
  const lost = lostOn(order, point.spots, point.hidden);
  const unsure = unsureOn(point.spots);
  const hidden = here !== null && point.hidden.includes(here.id);
  const next = NOTE_COLOURS[(NOTE_COLOURS.indexOf(point.colour) + 1) % NOTE_COLOURS.length];
  const stand = () => {
    const span = selection
      ? { from: selection.from, to: selection.to - 1 }
      : (range ?? { from: frame, to: shot.length - 1 });
    session.change('stands still', (draft) => addStand(draft, point.id, span.from, span.to, null));
  };
  return (
    <div className="flex flex-col gap-1 border-b border-rule/60 pb-1 last:border-0">
      <div className="flex items-center gap-1.5">
        <button
          type="button"
          aria-label={`Colour of ${point.name}`}
          className="size-4 shrink-0 rounded-full border border-white shadow-[0_0_0_1px_#cfccc3]"
          style={{ background: CURVES[point.colour] }}
          onClick={() => session.change('colour of a point', (draft) => changePoint(draft, point.id, { colour: next }))}
        />
        <NameInput
          label={`Name of ${point.name}`}
          className="h-6 min-w-0 flex-1"
          value={point.name}
          onDone={(name) => session.change('name a point', (draft) => changePoint(draft, point.id, { name }))}
        />
        {here && (
          <Button
            className="!h-6"
            aria-pressed={hidden}
            look={hidden ? 'main' : 'plain'}
            title="It is not seen on the drawing that is shown"
            onClick={() => {
              const gesture = newId();
              session.change('hidden point', (draft) => hideSpot(draft, point.id, here.id, !hidden), gesture);
              void checks.findPoint(point.id, gesture);
            }}
          >
            Hidden here
          </Button>
        )}
        <Button
          className="!h-6"
          title="Find it again on the drawings the hand has not set it on: lines may have been redrawn"
          onClick={() => void checks.findPoint(point.id, newId())}
        >
          Find again
        </Button>
        <IconButton
          label={`Follow ${point.name} no more`}
          onClick={() => session.change('let a point go', (draft) => dropPoint(draft, point.id))}
        >
          <Trash size={14} />
        </IconButton>
      </div>
      {lost.length > 0 && <p className="text-attention">Not found on {named(lost)}.</p>}
      {unsure.length > 0 && <p className="text-second">Unsure on {named(unsure)}: drag it right there with Follow.</p>}
      {check === 'lengths' && (
        <div className="flex items-center gap-2 text-second">
          Measured to
          <ChoiceList
            label={`Measured to, ${point.name}`}
            className="flex-1"
            value={point.measuredTo ?? ''}
            options={[['', 'nothing'], ...others.map(({ id, name }) => [id, name] as const)]}
            onChoose={(to) =>
              session.change('measured to', (draft) => changePoint(draft, point.id, { measuredTo: to || null }))
            }
          />
          <ByModel of={point} />
        </div>
      )}
      {check === 'planted' && (
        <div className="flex flex-wrap items-center gap-1">
          {point.stands.map(({ id, from, to }) => (
            <Button
              key={id}
              className="!h-6"
              title="Take it off"
              onClick={() => session.change('stands no more', (draft) => dropStand(draft, point.id, id))}
            >
              stands {from + 1}–{to + 1} ×
            </Button>
          ))}
          <Button className="!h-6" onClick={stand}>
            {selection
              ? 'Stands still on what is chosen'
              : range
                ? 'Stands still in what is played'
                : 'Stands still from here on'}
          </Button>
        </div>
      )}
    </div>
  );
}

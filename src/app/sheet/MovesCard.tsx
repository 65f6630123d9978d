import { type Lie, layerPivot, lieAt, placeBefore, readMoves, setPlace, spaceMoves } from '../../core/sheet/index.ts';
import {
  type Layer,
  MOVE_READINGS,
  MOVE_SPACINGS,
  type MoveReading,
  type MoveSpacing,
  type Moves,
} from '../../core/shot/index.ts';
import { useCommand } from '../commands/context.ts';
import { READING_WORDS, SPACING_WORDS } from '../commands/moves.ts';
import { Button } from '../parts/Button.tsx';
import { NumberInput } from '../parts/NumberInput.tsx';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';

/** The numbers of a place: their names, how they are shown, and what a written one means. */
const NUMBERS: { part: keyof Lie; name: string; shown(value: number): number; meant(written: number): number }[] = [
  { part: 'x', name: 'Across, px', shown: Math.round, meant: (value) => value },
  { part: 'y', name: 'Down, px', shown: Math.round, meant: (value) => value },
  {
    part: 'turn',
    name: 'Turn, degrees',
    shown: (value) => Math.round((value * 180) / Math.PI),
    meant: (value) => (value * Math.PI) / 180,
  },
  { part: 'across', name: 'Width, %', shown: (value) => Math.round(100 * value), meant: (value) => value / 100 },
  { part: 'down', name: 'Height, %', shown: (value) => Math.round(100 * value), meant: (value) => value / 100 },
  { part: 'fade', name: 'Seen, %', shown: (value) => Math.round(100 * value), meant: (value) => value / 100 },
];

const SELECT = 'h-6 rounded border border-rule bg-white text-sm';

function Lying({ layer, moves, frame }: { layer: Layer; moves: Moves; frame: number }) {
  const { session } = useOpenShot();
  const lie = lieAt(layer, moves, frame);
  const here = moves.places.some((place) => place.frame === frame);
  const from = placeBefore(moves, frame) ?? moves.places[0];
  const drop = useCommand('drop-place');
  const all = useCommand('space-moves');
  const set = (part: Partial<Lie>) =>
    session.change('move layer', (draft) => setPlace(draft, layer.id, frame, part, moves.pivot));
  return (
    <>
      <p className="text-second">
        {here
          ? `A place stands on frame ${frame + 1}.`
          : `Between places on frame ${frame + 1}; a number sets one here.`}
      </p>
      <div className="grid grid-cols-2 gap-x-4 gap-y-1">
        {NUMBERS.map(({ part, name, shown, meant }) => (
          <div key={part} className="flex items-center justify-between gap-1">
            <span aria-hidden="true" className="truncate text-second">
              {name}
            </span>
            <NumberInput
              label={name}
              value={shown(lie[part])}
              min={part === 'fade' ? 0 : -100_000}
              max={part === 'fade' ? 100 : 100_000}
              className="w-14"
              onDone={(written) => written !== shown(lie[part]) && set({ [part]: meant(written) })}
            />
          </div>
        ))}
      </div>
      <div className="flex flex-wrap items-center gap-1">
        <Button className="!h-6" onClick={() => set({ across: -lie.across })}>
          Flip across
        </Button>
        <Button className="!h-6" onClick={() => set({ down: -lie.down })}>
          Flip down
        </Button>
        <Button className="!h-6" disabled={!here} onClick={drop.run}>
          Take it off
        </Button>
      </div>
      <div className="flex flex-wrap items-center gap-1">
        <span className="w-16">Way on</span>
        <select
          aria-label="Spacing of the way on"
          className={SELECT}
          value={from.spacing}
          onChange={(event) =>
            session.change('spacing of a move', (draft) =>
              spaceMoves(draft, layer.id, frame, event.target.value as MoveSpacing),
            )
          }
        >
          {MOVE_SPACINGS.map((each) => (
            <option key={each} value={each}>
              {SPACING_WORDS[each]}
            </option>
          ))}
        </select>
        <Button className="!h-6" onClick={all.run}>
          So everywhere
        </Button>
        <select
          aria-label="Read"
          className={`${SELECT} ml-auto`}
          value={moves.on}
          onChange={(event) =>
            session.change('reading of moves', (draft) => readMoves(draft, layer.id, event.target.value as MoveReading))
          }
        >
          {MOVE_READINGS.map((each) => (
            <option key={each} value={each}>
              {READING_WORDS[each]}
            </option>
          ))}
        </select>
      </div>
    </>
  );
}

/** How the layer in hand lies on the frame that is shown, in numbers, and how it goes on from there. */
export function MovesCard() {
  const { session, view } = useOpenShot();
  const layerId = useView((state) => state.layerId);
  const frame = useView((state) => state.frame);
  const open = useView((state) => state.placing === layerId);
  const layer = useShot((shot) => shot.layers.find(({ id }) => id === layerId) ?? null);
  const box = useCommand('layer-box');
  const place = useCommand('set-place');
  if (!layer) return null;
  const { moves } = layer;
  const pivot = layerPivot(session.shot, layer, frame);
  return (
    <div className="flex flex-col gap-1.5 px-3 pb-2 text-sm">
      <div className="flex items-center gap-1">
        <b className="min-w-0 flex-1 truncate">{layer.name}</b>
        <Button className="!h-6" look={open ? 'main' : 'plain'} aria-pressed={open} onClick={box.run}>
          Box on the paper
        </Button>
        <Button
          className="!h-6"
          disabled={layer.exposures.length === 0}
          title={place.keys}
          onClick={() => {
            session.change('set a place', (draft) => setPlace(draft, layer.id, frame, {}, pivot));
            view.setState({ placing: layer.id });
          }}
        >
          Set a place here
        </Button>
      </div>
      {moves ? (
        <Lying layer={layer} moves={moves} frame={frame} />
      ) : (
        <p className="text-second">
          It stays where it lies. Set places on two frames, and it travels from one to the other.
        </p>
      )}
    </div>
  );
}

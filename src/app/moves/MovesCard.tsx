import {
  CAMERA,
  goAlongable,
  goWith,
  type Lie,
  leaderOf,
  lieAt,
  placeBefore,
  readMoves,
  setField,
  setPlace,
  setPlaceParts,
  setShake,
  shiftPlace,
} from '../../core/sheet/index.ts';
import {
  type Layer,
  MOVE_READINGS,
  MOVE_SPACINGS,
  type MoveReading,
  type MoveSpacing,
  type Moves,
  PLACE_PARTS,
  type PlacePart,
  type Shot,
} from '../../core/shot/index.ts';
import { useCommand, useCommands } from '../commands/context.ts';
import { type Mover, moverOf } from '../commands/movers.ts';
import { pinHere, READING_WORDS, SPACING_WORDS, spaceWay } from '../commands/moves.ts';
import { goToFrame } from '../commands/play.ts';
import { Button } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { NumberInput } from '../parts/NumberInput.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { BendRows } from './BendRows.tsx';
import { BundleRows } from './BundleRows.tsx';
import { Numbered, Row } from './parts.tsx';
import { WayGraph } from './WayGraph.tsx';

type Number = Exclude<keyof Lie, 'bend'>;

/** The numbers of a place: their names, how they are shown, and what a written one means. */
const NUMBERS: { part: Number; name: string; shown(value: number): number; meant(written: number): number }[] = [
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

const PART_WORDS: Record<PlacePart, string> = {
  where: 'where',
  turn: 'turn',
  size: 'size',
  fade: 'fade',
  bend: 'bend',
};

const exposuresOf = (shot: Shot, id: string): Pick<Layer, 'exposures'> => ({
  exposures: shot.layers.find((layer) => layer.id === id)?.exposures ?? [],
});

type Moved = Mover & { moves: Moves };

/** What the place on this frame sets, and what it goes on from. */
function PlaceRows({ mover, frame }: { mover: Moved; frame: number }) {
  const open = useOpenShot();
  const { session } = open;
  const commands = useCommands();
  const shot = useShot((each) => each);
  const apart = useView((state) => state.apart);
  const drop = useCommand('drop-place');
  const { id, moves } = mover;
  const camera = id === CAMERA;
  const lie = lieAt(exposuresOf(shot, id), moves, frame);
  const here = moves.places.find((place) => place.frame === frame);
  const set = (change: Partial<Lie>) =>
    session.change('move', (draft) => setPlace(draft, id, frame, change, mover.pivot, apart));
  const pinned =
    here?.pin && shot.layers.find(({ exposures }) => exposures.some((each) => each.id === here.pin!.exposure));
  const grid = shot.layers.some((layer) => layer.id === id && layer.grid);
  const partsSet = PLACE_PARTS.filter((part) => (part !== 'fade' || !camera) && (part !== 'bend' || grid));
  const numbers = camera ? NUMBERS.filter(({ part }) => part !== 'fade' && part !== 'down') : NUMBERS;
  return (
    <>
      {here ? (
        <Row name="A place">
          <span className="text-second">on frame</span>
          <NumberInput
            label="Frame of the place"
            value={frame + 1}
            min={1}
            max={shot.length}
            className="w-14"
            onDone={(written) => {
              if (written === frame + 1) return;
              session.change('carry a place', (draft) => shiftPlace(draft, id, here.id, written - 1));
              goToFrame(commands, written - 1);
            }}
          />
          <Button className="!h-6 ml-auto" title={drop.keys} onClick={drop.run}>
            Take it off
          </Button>
        </Row>
      ) : (
        <p className="text-second">Between places on frame {frame + 1}; a number sets one here.</p>
      )}
      <div className="grid grid-cols-2 gap-x-4 gap-y-1">
        {numbers.map(({ part, name, shown, meant }) => (
          <Numbered
            key={part}
            name={camera && part === 'across' ? 'Field, %' : name}
            value={shown(lie[part])}
            min={part === 'fade' ? 0 : -100_000}
            max={part === 'fade' ? 100 : 100_000}
            onDone={(written) => {
              const value = meant(written);
              set(camera && part === 'across' ? { across: value, down: value } : { [part]: value });
            }}
          />
        ))}
      </div>
      <div className="flex flex-wrap items-center gap-1">
        {!camera && (
          <>
            <Button className="!h-6" onClick={() => set({ across: -lie.across })}>
              Flip across
            </Button>
            <Button className="!h-6" onClick={() => set({ down: -lie.down })}>
              Flip down
            </Button>
          </>
        )}
      </div>
      {here && (
        <fieldset className="flex flex-wrap items-center gap-x-2">
          <legend className="float-left mr-2 text-second">It sets</legend>
          {partsSet.map((part) => (
            <Tick
              key={part}
              label={PART_WORDS[part]}
              checked={here.parts.includes(part)}
              onChange={(on) => {
                const parts = on ? [...here.parts, part] : here.parts.filter((each) => each !== part);
                session.change('what a place sets', (draft) => setPlaceParts(draft, id, frame, parts));
              }}
            />
          ))}
        </fieldset>
      )}
      {here && (
        <Row name="Pinned to">
          <ChoiceList
            label="Pinned to"
            className="flex-1"
            value={here.pin ? (pinned?.id ?? 'gone') : ''}
            options={[
              ['', 'nothing: it stays on its frame'],
              ...(here.pin && !pinned ? [['gone', 'what is off the sheet now'] as const] : []),
              ...shot.layers
                .filter(({ exposures }) => exposures.length > 0)
                .map((layer) => [layer.id, `what “${layer.name}” shows here`] as const),
            ]}
            onChoose={(to) => to !== 'gone' && pinHere(commands, mover, to || null)}
          />
        </Row>
      )}
    </>
  );
}

/** How the way on from here goes. */
function WayRows({ mover, frame }: { mover: Moved; frame: number }) {
  const { session, view } = useOpenShot();
  const commands = useCommands();
  const apart = useView((state) => state.apart);
  const all = useCommand('space-moves');
  const { id, moves } = mover;
  const from = placeBefore(moves, frame) ?? moves.places[0];
  const to = moves.places.find((place) => place.frame > from.frame);
  return (
    <>
      <Row name="Way on">
        <ChoiceList
          label="Spacing of the way on"
          value={from.spacing}
          options={MOVE_SPACINGS.map((each) => [each, SPACING_WORDS[each]])}
          onChoose={(spacing: MoveSpacing) => spaceWay(commands, mover, spacing)}
        />
        <Button className="!h-6" title="All ways of it, and of all layers chosen on the sheet" onClick={all.run}>
          So everywhere
        </Button>
      </Row>
      {to && to.frame - from.frame > 1 && <WayGraph mover={id} from={from} to={to} />}
      <Row name="Read">
        <ChoiceList
          label="Read"
          value={moves.on}
          options={MOVE_READINGS.filter((each) => id !== CAMERA || each !== 'drawings').map((each) => [
            each,
            READING_WORDS[each],
          ])}
          onChoose={(on: MoveReading) => session.change('reading of moves', (draft) => readMoves(draft, id, on))}
        />
        <Tick label="set apart" className="ml-auto" checked={apart} onChange={(on) => view.setState({ apart: on })} />
      </Row>
    </>
  );
}

/** The layer a layer goes along with. */
function LeaderRow({ layer }: { layer: Layer }) {
  const { session } = useOpenShot();
  const commands = useCommands();
  const shot = useShot((each) => each);
  const leader = leaderOf(shot, layer);
  const others = shot.layers.filter((each) => each.id !== layer.id && goAlongable(shot, layer, each));
  return (
    <Row name="Goes with">
      <ChoiceList
        label="Goes along with"
        className="flex-1"
        value={layer.goesWith ?? ''}
        options={[
          ['', leader && !layer.goesWith ? `${leader.name}, as mouths do` : 'nothing: by itself'],
          ...others.map(({ id, name }) => [id, name] as const),
        ]}
        onChoose={(to) => {
          if (!session.change('go along', (draft) => void goWith(draft, layer.id, to || null)) && to)
            commands.say('A layer cannot go along with one that goes along with it.');
        }}
      />
    </Row>
  );
}

function CameraRows() {
  const { session } = useOpenShot();
  const camera = useShot((shot) => shot.camera);
  const through = useCommand('through-camera');
  const down = useCommand('take-down-camera');
  const looking = useView((state) => state.throughCamera);
  if (!camera) return null;
  const field = (width: number, height: number) => session.change('field', (draft) => setField(draft, width, height));
  return (
    <>
      <div className="flex flex-wrap items-center gap-1">
        <Button
          className="!h-6"
          look={looking ? 'main' : 'plain'}
          aria-pressed={looking}
          title={through.keys}
          onClick={through.run}
        >
          Through the camera
        </Button>
        <Button className="!h-6" title={down.name} onClick={down.run}>
          Take it down
        </Button>
      </div>
      <div className="grid grid-cols-2 gap-x-4 gap-y-1">
        <Numbered
          name="Field wide, px"
          value={Math.round(camera.width)}
          min={1}
          max={100_000}
          onDone={(width) => field(width, camera.height)}
        />
        <Numbered
          name="Field high, px"
          value={Math.round(camera.height)}
          min={1}
          max={100_000}
          onDone={(height) => field(camera.width, height)}
        />
        <Numbered
          name="Shake, px"
          value={Math.round(camera.shake)}
          min={0}
          max={1000}
          onDone={(shake) => session.change('shake', (draft) => setShake(draft, shake))}
        />
      </div>
    </>
  );
}

/** How the layer in hand, or the camera, lies on the frame that is shown, in numbers, and how it goes on from there. */
export function MovesCard() {
  const { session, view } = useOpenShot();
  const layerId = useView((state) => state.layerId);
  const chosen = useView((state) => state.mover);
  const frame = useView((state) => state.frame);
  const placing = useView((state) => state.placing);
  const shot = useShot((each) => each);
  const box = useCommand('layer-box');
  const place = useCommand('set-place');
  const camera = useCommand('camera');
  const layer = shot.layers.find(({ id }) => id === layerId);
  const mover = moverOf(shot, chosen, layerId, frame);
  const isCamera = chosen === 'camera' && shot.camera !== null;
  const inside = session.trail.length > 0;
  return (
    <div className="flex flex-col gap-1.5 px-3 pb-2 text-sm">
      <div className="flex flex-wrap items-center gap-1">
        <fieldset className="flex flex-[1_0_auto] gap-1" aria-label="Moves of">
          <Button
            className="!h-6 max-w-32 truncate"
            look={isCamera ? 'quiet' : 'plain'}
            aria-pressed={!isCamera}
            onClick={() => view.setState({ mover: 'layer', placing: null })}
          >
            {layer?.name ?? 'no layer'}
          </Button>
          {!inside && (
            <Button
              className="!h-6"
              look={isCamera ? 'plain' : 'quiet'}
              aria-pressed={isCamera}
              title={camera.keys}
              onClick={camera.run}
            >
              Camera
            </Button>
          )}
        </fieldset>
        <Button
          className="!h-6"
          look={mover && placing === mover.id ? 'main' : 'plain'}
          aria-pressed={placing === mover?.id}
          disabled={!mover}
          title={box.keys}
          onClick={box.run}
        >
          Box
        </Button>
        <Button className="!h-6" disabled={!mover} title={place.keys} onClick={place.run}>
          Set a place here
        </Button>
      </div>
      {isCamera && <CameraRows />}
      {!isCamera && layer && <BundleRows layer={layer} />}
      {mover?.moves ? (
        <>
          <PlaceRows mover={mover as Moved} frame={frame} />
          <WayRows mover={mover as Moved} frame={frame} />
        </>
      ) : (
        <p className="text-second">
          {isCamera ? 'The camera stands still.' : 'It stays where it lies.'} Set places on two frames, and it travels
          from one to the other.
        </p>
      )}
      {!isCamera && layer && layer.exposures.length > 0 && (
        <>
          <LeaderRow layer={layer} />
          <BendRows layer={layer} />
        </>
      )}
    </div>
  );
}

import { dropGrid, layerPivot, lieAt, setGrid, setPlace } from '../../core/sheet/index.ts';
import { type Layer, LIMITS } from '../../core/shot/index.ts';
import { useCommand } from '../commands/context.ts';
import { gridFor } from '../commands/moves.ts';
import { Button } from '../parts/Button.tsx';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { Numbered, Row } from './parts.tsx';

/** The grid by which a layer is bent: how many cells it has, and what it is bent along. */
export function BendRows({ layer }: { layer: Layer }) {
  const { session, view } = useOpenShot();
  const shot = useShot((each) => each);
  const frame = useView((state) => state.frame);
  const bending = useView((state) => state.bending);
  const bend = useCommand('bend-layer');
  const along = useCommand('bend-along');
  const grid = gridFor(shot, layer, frame);
  if (!grid) return null;
  const bent = layer.moves ? lieAt(layer, layer.moves, frame).bend !== null : false;
  const cells = (across: number, down: number) =>
    session.change('cells of a grid', (draft) => setGrid(draft, layer.id, { ...grid, across, down }));
  return (
    <>
      <Row name="Bend">
        <Button
          className="!h-6"
          look={bending ? 'main' : 'plain'}
          aria-pressed={bending}
          title={bend.keys}
          onClick={bend.run}
        >
          By a grid
        </Button>
        <Button className="!h-6" title={`${along.name} (${along.keys})`} onClick={along.run}>
          Along the arc
        </Button>
        {bent && (
          <Button
            className="!h-6"
            onClick={() =>
              session.change('bend straight', (draft) =>
                setPlace(
                  draft,
                  layer.id,
                  frame,
                  { bend: grid && new Array(2 * (grid.across + 1) * (grid.down + 1)).fill(0) },
                  layerPivot(shot, layer, frame),
                  view.getState().apart,
                ),
              )
            }
          >
            Straight here
          </Button>
        )}
        {layer.grid && (
          <Button
            className="!h-6"
            onClick={() => {
              session.change('take a grid off', (draft) => dropGrid(draft, layer.id));
              view.setState({ bending: false });
            }}
          >
            Off
          </Button>
        )}
      </Row>
      {layer.grid && (
        <div className="grid grid-cols-2 gap-x-4">
          <Numbered
            name="Cells across"
            value={grid.across}
            min={1}
            max={LIMITS.maxGrid}
            onDone={(across) => cells(across, grid.down)}
          />
          <Numbered
            name="Cells down"
            value={grid.down}
            min={1}
            max={LIMITS.maxGrid}
            onDone={(down) => cells(grid.across, down)}
          />
        </div>
      )}
    </>
  );
}

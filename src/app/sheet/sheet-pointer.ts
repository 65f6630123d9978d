/** The pen on the sheet: scrubbing, longer and shorter holds, sliding a change. Each drag is one step of undo. */

import { fitLength, layerOf, pushFrom, runAt, setHold, slideChange } from '../../core/sheet/index.ts';
import { type Exposure, type Layer, newId, type Shot } from '../../core/shot/index.ts';
import { goToFrame } from '../commands/play.ts';
import type { CommandContext } from '../commands/register.ts';
import { columns, type Place } from './geometry.ts';

/** The end of a hold is taken hold of this near its lower edge, as a part of a row. */
const EDGE = 0.34;

export interface SheetDrag {
  move(frame: number, push: boolean): void;
}

export type Grip = 'scrub' | 'length' | 'slide';

function layerAt(shot: Shot, place: Place): Layer | null {
  return typeof place.column === 'number' ? (columns(shot.layers)[place.column] ?? null) : null;
}

/** What a pen coming down here would take hold of. */
export function gripAt(shot: Shot, layerId: string, place: Place): Grip {
  const layer = layerAt(shot, place);
  const run = layer && runAt(layer.exposures, place.frame);
  if (!layer || layer.locked || !run?.exposure.cell) return 'scrub';
  const lastRow = run.start + run.exposure.frames - 1 === place.frame;
  if (lastRow && place.within > 1 - EDGE) return 'length';
  return run.start === place.frame && layer.id === layerId && run.start > 0 ? 'slide' : 'scrub';
}

/** The pen comes down on the sheet: goes there, and returns what dragging does. */
export function startDrag(context: CommandContext, place: Place): SheetDrag {
  const { session, view } = context;
  const { shot } = session;
  const layer = layerAt(shot, place);
  const grip = gripAt(shot, view.getState().layerId, place);
  if (layer) view.setState({ layerId: layer.id });
  const run = layer && runAt(layer.exposures, place.frame);
  if (grip === 'scrub' || !layer || !run) {
    goToFrame(context, place.frame);
    return { move: (frame) => goToFrame(context, frame) };
  }
  if (grip === 'slide') goToFrame(context, place.frame);
  const gesture = `sheet ${newId()}`;
  const before = layer.exposures;
  const edit = (label: string, exposures: Exposure[]) =>
    session.change(
      label,
      (draft) => {
        const target = layerOf(draft, layer.id);
        target.exposures = exposures;
        fitLength(draft, target);
      },
      gesture,
    );
  return {
    move(frame, push) {
      if (grip === 'length') {
        edit('hold', setHold(before, run.index, frame - run.start + 1));
        return;
      }
      const by = frame - run.start;
      edit(
        push ? 'push' : 'slide the change',
        push ? pushFrom(before, run.index, by) : slideChange(before, run.index, by),
      );
      view.setState({ frame: Math.max(0, Math.min(session.shot.length - 1, frame)) });
    },
  };
}

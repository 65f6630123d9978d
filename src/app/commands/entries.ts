/** What was written into the little field on the sheet, taken. */
import { writeSound } from '../../core/reading/index.ts';
import { drawingNamed, drawingShown, nameFrame, runAt, writeDrawing, writeNote } from '../../core/sheet/index.ts';
import { LIMITS } from '../../core/shot/index.ts';
import type { Entry } from '../session/view-state.ts';
import { hold } from './holds.ts';
import { layerInHand } from './layer-in-hand.ts';
import { goToFrame } from './play.ts';
import type { CommandContext } from './register.ts';
import { chosenOrRun, timed } from './timed.ts';

/** Takes an entry. Returns what the field should be then: null to close it, another entry to go on writing. */
export function takeEntry(context: CommandContext, { kind, text }: Entry): Entry | null {
  const words = text.trim();
  if (kind === 'hold') takeHold(context, words);
  else if (kind === 'drawing') return takeDrawing(context, words);
  else if (kind === 'label') takeLabel(context, words);
  else if (kind === 'note') takeNote(context, words);
  else if (kind === 'sound') return takeSound(context, words);
  else takeMarker(context, words);
  return null;
}

function takeHold(context: CommandContext, words: string): void {
  const span = chosenOrRun(context);
  const frames = Number(words);
  if (words === '' || !span) return;
  if (!/^\d+$/.test(words) || frames < 1 || frames > LIMITS.maxLength) {
    context.say(`A hold is a whole number of frames from 1 to ${LIMITS.maxLength}; “${words}” is none.`);
    return;
  }
  hold(context, span, frames);
}

/** Writes a drawing's number into the cell and goes on to the frame after it, as one writes down a sheet. */
function takeDrawing(context: CommandContext, words: string): Entry | null {
  const { session, view, say } = context;
  const layer = layerInHand(context);
  if (words === '' || !layer) return null;
  const { frame, newHold } = view.getState();
  const drawing = drawingNamed(session.shot, layer.id, words);
  if (!drawing) {
    say(`“${layer.name}” has no drawing ${words}. N makes a new one.`);
    return null;
  }
  const there = drawingShown(session.shot, layer, frame)?.id === drawing.id;
  const run = runAt(layer.exposures, frame);
  const stays = there && run?.start === frame;
  if (!stays) {
    const done = timed(context, [layer.id], `write drawing ${words}`, (shot) =>
      writeDrawing(shot, layer.id, frame, drawing.id, newHold),
    );
    if (!done) return null;
  }
  const now = layerInHand(context)!;
  const written = runAt(now.exposures, frame);
  const next = written ? written.start + written.exposure.frames : frame + newHold;
  if (next >= session.shot.length) return null;
  goToFrame(context, next);
  return { kind: 'drawing', text: '' };
}

function takeLabel(context: CommandContext, words: string): void {
  const { session, view, say } = context;
  const layer = layerInHand(context);
  const shown = layer && drawingShown(session.shot, layer, view.getState().frame);
  if (!layer || !shown) return;
  if (words.length > LIMITS.maxLabel) {
    say(`A label has at most ${LIMITS.maxLabel} letters, so that it fits the sheet; “${words}” has ${words.length}.`);
    return;
  }
  const same = words === '' ? null : drawingNamed(session.shot, layer.id, words);
  if (same && same.id !== shown.id) {
    say(`“${layer.name}” already has a drawing called ${words}. Choose another label.`);
    return;
  }
  session.change('label', (shot) => void (shot.drawings[shown.id].label = words));
}

function takeNote({ session, view }: CommandContext, words: string): void {
  const { frame, noteColour } = view.getState();
  session.change('note', (shot) => writeNote(shot, frame, noteColour, words));
}

/** Writes a sound against the frame and goes on to the next one, as one reads a track. */
function takeSound({ session, view, say, ...rest }: CommandContext, words: string): Entry | null {
  const { frame, noteColour } = view.getState();
  if (words.length > LIMITS.maxSound) {
    say(`A sound has at most ${LIMITS.maxSound} letters; “${words}” has ${words.length}.`);
    return { kind: 'sound', text: words };
  }
  const done = session.change('write a sound', (shot) => writeSound(shot, frame, words, noteColour));
  if (words === '' || !done || frame + 1 >= session.shot.length) return null;
  goToFrame({ session, view, ...rest }, frame + 1);
  return { kind: 'sound', text: '' };
}

function takeMarker({ session, view }: CommandContext, words: string): void {
  const { frame } = view.getState();
  session.change('marker', (shot) => nameFrame(shot, frame, words));
}

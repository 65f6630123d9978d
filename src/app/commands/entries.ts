/** What was written into the little field on the sheet, taken where it was begun and nowhere else. */
import { writeSound } from '../../core/reading/index.ts';
import { drawingNamed, drawingShown, exposureAt, nameFrame, writeDrawing, writeNote } from '../../core/sheet/index.ts';
import { type Layer, LIMITS } from '../../core/shot/index.ts';
import type { Entry } from '../session/slices/sheet.ts';
import { hold } from './holds.ts';
import { goToFrame } from './play.ts';
import type { CommandContext } from './register.ts';
import { timed } from './timed.ts';

/** The layer an entry was begun on; null, and said, when it is gone. */
function layerOf({ session, say }: CommandContext, { at }: Entry): Layer | null {
  const layer = session.shot.layers.find(({ id }) => id === at.layerId) ?? null;
  if (!layer) say('The layer that was written for is gone; nothing was taken.');
  return layer;
}

/** Takes an entry. Returns what the field should be then: null to close it, another entry to go on writing. */
export function takeEntry(context: CommandContext, entry: Entry): Entry | null {
  const words = entry.text.trim();
  const { session } = context;
  const { frame, colour } = entry.at;
  switch (entry.kind) {
    case 'drawing':
      return takeDrawing(context, entry, words);
    case 'sound':
      return takeSound(context, entry, words);
    case 'hold':
      takeHold(context, entry, words);
      return null;
    case 'label':
      takeLabel(context, entry, words);
      return null;
    case 'note':
      session.change('note', (shot) => writeNote(shot, frame, colour, words));
      return null;
    case 'marker':
      session.change('marker', (shot) => nameFrame(shot, frame, words));
      return null;
  }
}

function takeHold(context: CommandContext, { at }: Entry, words: string): void {
  const frames = Number(words);
  if (words === '' || !at.span) return;
  if (!/^\d+$/.test(words) || frames < 1 || frames > LIMITS.maxLength) {
    context.say(`A hold is a whole number of frames from 1 to ${LIMITS.maxLength}; “${words}” is none.`);
    return;
  }
  hold(context, at.span, frames);
}

/** Writes a drawing's number into the cell and goes on to the frame after it, as one writes down a sheet. */
function takeDrawing(context: CommandContext, entry: Entry, words: string): Entry | null {
  const { session, view, say } = context;
  if (words === '') return null;
  const layer = layerOf(context, entry);
  if (!layer) return null;
  const { frame } = entry.at;
  const { newHold } = view.getState();
  const drawing = drawingNamed(session.shot, layer.id, words);
  if (!drawing) {
    say(`“${layer.name}” has no drawing ${words}. N makes a new one.`);
    return null;
  }
  const there = drawingShown(session.shot, layer, frame)?.id === drawing.id;
  const placed = exposureAt(layer.exposures, frame);
  const stays = there && placed?.start === frame;
  if (!stays) {
    const done = timed(context, [layer.id], `write drawing ${words}`, (shot) =>
      writeDrawing(shot, layer.id, frame, drawing.id, newHold),
    );
    if (!done) return null;
  }
  const now = layerOf(context, entry)!;
  const written = exposureAt(now.exposures, frame);
  const next = written ? written.start + written.exposure.frames : frame + newHold;
  return goOn(context, entry, next);
}

/** The same field at another frame; null after the shot's end. */
function goOn(context: CommandContext, { kind, at }: Entry, frame: number): Entry | null {
  if (frame >= context.session.shot.length) return null;
  goToFrame(context, frame);
  return { kind, text: '', at: { ...at, frame } };
}

function takeLabel(context: CommandContext, entry: Entry, words: string): void {
  const { session, say } = context;
  const layer = layerOf(context, entry);
  const shown = layer && drawingShown(session.shot, layer, entry.at.frame);
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

/** Writes a sound against the frame and goes on to the next one, as one reads a track. */
function takeSound(context: CommandContext, entry: Entry, words: string): Entry | null {
  const { session, say } = context;
  const { frame, colour } = entry.at;
  if (words.length > LIMITS.maxSound) {
    say(`A sound has at most ${LIMITS.maxSound} letters; “${words}” has ${words.length}.`);
    return { ...entry, text: words };
  }
  const done = session.change('write a sound', (shot) => writeSound(shot, frame, words, colour));
  return words === '' || !done ? null : goOn(context, entry, frame + 1);
}

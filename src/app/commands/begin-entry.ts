import type { Entry } from '../session/slices/sheet.ts';
import type { CommandContext } from './register.ts';
import { chosenOrExposure } from './timed.ts';

/** Opens the little field on the sheet for what is in hand now. Playing ends: one writes against a frame. */
export function beginEntry(
  context: CommandContext,
  kind: Entry['kind'],
  text: string,
  over: Partial<Entry['at']> = {},
) {
  const { view, player } = context;
  if (player.state.getState().state !== 'rest') player.stop();
  const { frame, layerId, noteColour } = view.getState();
  const span = kind === 'hold' ? chosenOrExposure(context) : null;
  view.setState({ entry: { kind, text, at: { frame, layerId, colour: noteColour, span, ...over } } });
}

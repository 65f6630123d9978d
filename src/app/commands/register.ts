/**
 * The register of commands. Menus, buttons, the keyboard, the list of commands and the panel of keys all read it; nothing
 * handles a key by itself.
 */
import type { OpenShot } from '../session/open-shot.ts';

export interface CommandContext extends OpenShot {
  /** The register itself. */
  commands: readonly Command[];
  /** Goes to another view of the shot, or to the shelf ('/'). */
  go(path: string): void;
  /** Says a sentence to the person. */
  say(text: string): void;
  /** Opens one of the small windows: the keys, the list of commands, the shot's own settings, its length, reading a timing, bringing a shot in. */
  window(name: 'keys' | 'commands' | 'shot' | 'length' | 'timing' | 'bring-shot' | 'versions' | null): void;
}

type CommandGroup =
  | 'Shot'
  | 'Playing'
  | 'Drawing'
  | 'Picked'
  | 'Sound'
  | 'Mouths'
  | 'Timing'
  | 'In-betweens'
  | 'Choosing'
  | 'Notes'
  | 'Sheet'
  | 'Layers'
  | 'Checks'
  | 'Moves'
  | 'Paper'
  | 'Ghosts'
  | 'Guides'
  | 'Paint'
  | 'Tools'
  | 'Window';

export interface Command {
  id: string;
  name: string;
  group: CommandGroup;
  /** Keys as `keyOfEvent` writes them ("$mod+Shift+KeyZ"); the first is shown. */
  keys: string[];
  /**
   * The keys mean this only while `when` says so; else they are another command's. It names what they are borrowed for: two
   * things can borrow the same key when they are never in hand at once.
   */
  borrowsKeys?: 'picked' | 'clip' | 'mouths' | 'proposal' | 'paint' | 'checks';
  /** How the keys are shown, where many do the same: "0–9". */
  keysSay?: string;
  /** Whether it can run now; always, when absent. */
  when?(context: CommandContext): boolean;
  /** `key` is the key pressed, as `keyOfEvent` writes it; empty from a menu or a button. */
  run(context: CommandContext, key: string): void;
  /** For keys that work while held: what happens when they are let go. */
  release?(context: CommandContext): void;
}

import { deskCommands } from './desk.ts';
import { playCommands } from './play.ts';
import type { Command } from './register.ts';
import { sheetCommands } from './sheet.ts';
import { shotCommands } from './shot.ts';

export const COMMANDS: Command[] = [...deskCommands, ...sheetCommands, ...playCommands, ...shotCommands];

export function commandOf(id: string): Command {
  const command = COMMANDS.find((each) => each.id === id);
  if (!command) throw new Error(`There is no command ${id}.`);
  return command;
}

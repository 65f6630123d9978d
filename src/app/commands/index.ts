import { betweenCommands } from './between.ts';
import { bundleCommands } from './bundles.ts';
import { cameraCommands } from './camera.ts';
import { checkCommands } from './checks.ts';
import { choosingCommands } from './choosing.ts';
import { deskCommands } from './desk.ts';
import { drawingCommands } from './drawings.ts';
import { ghostCommands } from './ghosts.ts';
import { guideCommands } from './guides.ts';
import { holdCommands } from './holds.ts';
import { kitCommands } from './kit.ts';
import { layerCommands } from './layers.ts';
import { mouthCommands } from './mouths.ts';
import { moveCommands } from './moves.ts';
import { noteCommands } from './notes.ts';
import { paintCommands } from './paint.ts';
import { pickedCommands } from './picked.ts';
import { playCommands } from './play.ts';
import { readingCommands } from './reading.ts';
import { regionCommands } from './regions.ts';
import type { Command } from './register.ts';
import { retimeCommands } from './retime.ts';
import { sheetCommands } from './sheet.ts';
import { shotCommands } from './shot.ts';
import { soundCommands } from './sound.ts';
import { toolCommands } from './tools.ts';
import { versionCommands } from './versions.ts';
import { windowCommands } from './window.ts';

export const COMMANDS: Command[] = [
  ...toolCommands,
  ...deskCommands,
  ...ghostCommands,
  ...guideCommands,
  ...pickedCommands,
  ...drawingCommands,
  ...holdCommands,
  ...retimeCommands,
  ...betweenCommands,
  ...paintCommands,
  ...checkCommands,
  ...choosingCommands,
  ...noteCommands,
  ...sheetCommands,
  ...playCommands,
  ...soundCommands,
  ...readingCommands,
  ...mouthCommands,
  ...kitCommands,
  ...layerCommands,
  ...moveCommands,
  ...bundleCommands,
  ...cameraCommands,
  ...shotCommands,
  ...versionCommands,
  ...regionCommands,
  ...windowCommands,
];

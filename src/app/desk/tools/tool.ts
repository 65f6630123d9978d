/** What a tool is. A tool gets the pen in paper pixels and gives a change. */

import type { ComponentType } from 'react';
import type { PenSample } from '../../../core/ink/index.ts';
import type { Point } from '../../../core/plane/index.ts';
import type { Area, Drawing, Stroke } from '../../../core/shot/index.ts';
import type { OpenShot } from '../../session/open-shot.ts';
import type { ToolId, ToolSettings } from '../../session/tool-settings.ts';
import type { LineLook } from '../live-line.ts';

/** What the paper on screen lends to a tool in hand. */
export interface ToolDesk extends OpenShot {
  /** Screen pixels per paper pixel. */
  zoom: number;
  /** What draws: a pen, a finger, a mouse. */
  device: string;
  /** Shift was held when the pen came down. */
  shift: boolean;
  /** The drawing the pen is on; 'empty' where a line would make one; null (and said why) when the layer takes none. */
  drawing(): Drawing | 'empty' | null;
  say(text: string): void;
  /** Shows a line being drawn; null takes it away. */
  showLine(points: Float32Array | null, look: LineLook): void;
  /** Shows a drawing as the hand is changing it; null shows it as it is kept. */
  showDraft(was: Drawing, draft: { ink: Stroke[]; paint: Area[] } | null): void;
  /** Shows the string a line is pulled on; null takes it away. */
  showString(line: Point | null, pen: Point): void;
}

/** What happens between the pen coming down and lifting. */
export interface Gesture {
  /** `shift`: held just now. */
  move(samples: PenSample[], screen: Point, shift: boolean): void;
  up(): void;
  cancel(): void;
}

/** One setting of a tool that goes round a few ways by a command. */
interface Ways<Settings> {
  /** Of the command: "next-erase". */
  id: string;
  name: string;
  keys: string[];
  setting: keyof Settings;
  of: readonly unknown[];
  /** Its keys are its own in the Paint view. */
  inPaint?: boolean;
}

/**
 * A tool, whole: what it is called, what it can be set to, its options, its keys, what the pen does with it. A new tool is a
 * file that exports one and adds its settings to `ToolSettings`, and a line in the register.
 */
export interface Tool<Id extends ToolId = ToolId> {
  id: Id;
  /** It works on the paper itself: its places are not those of the layer in hand, wherever that is moved. */
  onPaper?: boolean;
  name: string;
  /** What the command that takes it in hand is called, where its name alone would not say it. */
  commandName?: string;
  keys: string[];
  /** Its keys are its own in the Paint view. */
  inPaint?: boolean;
  icon: ComponentType<{ size?: number }>;
  cursor: string;
  /** A class that says what can be set, the first values and, by class-validator, what may be. */
  settings: new () => ToolSettings[Id];
  /** Its options, shown in the strip over the paper. */
  strip: ComponentType;
  /** What it shows over the paper; decides by itself when. */
  overlay?: ComponentType;
  ways?: Ways<ToolSettings[Id]>[];
  /** Its settings made wider or narrower, for tools that have a width. */
  widened?(settings: ToolSettings[Id], factor: number): ToolSettings[Id];
  /** Loads what the tool needs beyond the desk; asked for when it is taken in hand. */
  prepare?(): Promise<unknown>;
  down(desk: ToolDesk, sample: PenSample, screen: Point): Gesture | null;
  /** Radius of the ring shown round the pen, paper pixels; 0 for none. */
  ring?(desk: OpenShot): number;
}

/** A tool with its own settings known; the register takes all of them alike. */
export function tool<Id extends ToolId>(of: Tool<Id>): Tool<Id> {
  return of;
}

/** A width a step wider or narrower, whole pixels. */
export function nextWidth(width: number, factor: number, most: number): number {
  return Math.max(1, Math.min(most, Math.round(width * factor + Math.sign(factor - 1) * 0.5)));
}

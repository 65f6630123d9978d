/** What a tool is. A tool gets the pen in paper pixels and gives a change. */
import type { ComponentType } from 'react';
import type { PenSample } from '../../../core/ink/index.ts';
import type { Area, Drawing, Stroke } from '../../../core/shot/index.ts';
import type { OpenShot } from '../../session/open-shot.ts';
import type { ToolId } from '../../session/view-state.ts';
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
  showString(line: { x: number; y: number } | null, pen: { x: number; y: number }): void;
}

/** What happens between the pen coming down and lifting. */
export interface Gesture {
  /** `shift`: held just now. */
  move(samples: PenSample[], screen: { x: number; y: number }, shift: boolean): void;
  up(): void;
  cancel(): void;
}

export interface Tool {
  id: ToolId;
  name: string;
  icon: ComponentType<{ size?: number }>;
  cursor: string;
  down(desk: ToolDesk, sample: PenSample, screen: { x: number; y: number }): Gesture | null;
  /** Loads what the tool needs beyond the desk; asked for when it is taken in hand. */
  prepare?(): Promise<unknown>;
  /** Radius of the ring shown round the pen, paper pixels; 0 for none. */
  ring(desk: OpenShot): number;
}

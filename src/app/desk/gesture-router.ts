/** Hands what the pen does to the tool in hand, or to the one that its other end, a finger or the middle button stands for. */

import type { PenSample } from '../../core/ink/index.ts';
import type { Point } from '../../core/plane/index.ts';
import type { OpenShot } from '../session/open-shot.ts';
import type { PointerDown } from './sensors/pointer-sensor.ts';
import { toolOf } from './tools/index.ts';
import type { Gesture, ToolDesk } from './tools/tool.ts';

export class GestureRouter {
  private readonly open: OpenShot;
  /** What a tool is lent for one gesture. */
  private readonly desk: (shift: boolean, device: string) => ToolDesk;
  private gesture: Gesture | null = null;

  constructor(open: OpenShot, desk: (shift: boolean, device: string) => ToolDesk) {
    this.open = open;
    this.desk = desk;
  }

  get busy(): boolean {
    return this.gesture !== null;
  }

  down(sample: PenSample, { moves, eraser, shift, device, screen }: PointerDown): boolean {
    this.open.player.stop();
    const tool = toolOf(moves ? 'move' : eraser ? 'eraser' : this.open.view.getState().tool);
    this.gesture = tool.down(this.desk(shift, device), sample, screen);
    return true;
  }

  move(samples: PenSample[], screen: Point, shift: boolean): void {
    this.gesture?.move(samples, screen, shift);
  }

  up(): void {
    const { gesture } = this;
    this.gesture = null;
    gesture?.up();
  }

  cancel(): void {
    const { gesture } = this;
    this.gesture = null;
    gesture?.cancel();
  }
}

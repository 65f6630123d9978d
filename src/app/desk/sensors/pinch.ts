/** Two fingers move, zoom and turn the paper together. */
import { keepUnder, type PaperView, turnAbout, zoomAbout } from '../view.ts';

export interface Finger {
  x: number;
  y: number;
}

/** A turn by fingers smaller than this is meant as none, radians. */
const TURN_SLACK = 0.12;

const middle = (p: Finger, q: Finger) => ({ x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 });

export class Pinch {
  private readonly start: PaperView;
  private readonly room: { width: number; height: number };
  private readonly from: [Finger, Finger];
  private turning = false;

  constructor(start: PaperView, room: { width: number; height: number }, from: [Finger, Finger]) {
    this.start = start;
    this.room = room;
    this.from = from;
  }

  /** How the paper lies when the fingers are there now. */
  viewAt([a, b]: [Finger, Finger]): PaperView {
    const { start, room } = this;
    const [p, q] = this.from;
    const before = middle(p, q);
    const factor = Math.hypot(b.x - a.x, b.y - a.y) / Math.max(1, Math.hypot(q.x - p.x, q.y - p.y));
    const angle = Math.atan2(b.y - a.y, b.x - a.x) - Math.atan2(q.y - p.y, q.x - p.x);
    const turned = Math.atan2(Math.sin(angle), Math.cos(angle));
    if (Math.abs(turned) > TURN_SLACK) this.turning = true;
    let view = zoomAbout(start, factor, before, room);
    if (this.turning) view = turnAbout(view, turned, before, room);
    return keepUnder(view, view, before, middle(a, b), room);
  }
}

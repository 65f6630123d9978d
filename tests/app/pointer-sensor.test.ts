/** Pointers told as gestures: a resting palm, fingers, the pen's own clock. Events as the browser gives them, on a bare target. */
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { PointerSensor } from '../../src/app/desk/sensors/pointer-sensor.ts';

class Paper extends EventTarget {
  getBoundingClientRect() {
    return { left: 10, top: 20 };
  }
  setPointerCapture() {}
}

let told: string[] = [];
let times: number[] = [];
let paper: Paper;
let sensor: PointerSensor;
const place = globalThis as { document?: unknown };
const had = place.document;

beforeAll(() => {
  place.document = { activeElement: null };
});
afterAll(() => {
  place.document = had;
});

beforeEach(() => {
  [told, times] = [[], []];
  paper = new Paper();
  sensor = new PointerSensor(paper as unknown as HTMLElement, {
    toPlace: (x, y) => [x, y],
    down: ({ x, y }, { moves, eraser }) => {
      told.push(`down ${x},${y}${moves ? ' moves' : ''}${eraser ? ' eraser' : ''}`);
      return true;
    },
    move: (samples) => {
      times.push(...samples.map(({ time }) => time));
      told.push(`to ${samples.map(({ x, y }) => `${x},${y}`).join(' ')}`);
    },
    up: () => told.push('up'),
    cancel: () => told.push('cancel'),
    pinch: (fingers) => told.push(fingers ? 'pinch' : 'pinch ends'),
  });
});

function fire(type: string, at: number, over: Partial<PointerEvent>): void {
  const event = new Event(type, { cancelable: true });
  const fields = { pointerId: 1, pointerType: 'pen', button: 0, buttons: 1, pressure: 0.5, timeStamp: at, ...over };
  for (const [key, value] of Object.entries(fields)) Object.defineProperty(event, key, { value });
  paper.dispatchEvent(event);
}

describe('a pen', () => {
  test('is told in the element’s own places, with its other end', () => {
    fire('pointerdown', 1000, { clientX: 30, clientY: 50 });
    fire('pointermove', 1100, { clientX: 40, clientY: 50 });
    fire('pointerup', 1200, { clientX: 40, clientY: 50 });
    fire('pointerdown', 2000, { clientX: 30, clientY: 50, button: 5, buttons: 32 });
    expect(told).toEqual(['down 20,30', 'to 30,30', 'up', 'down 20,30 eraser']);
    expect(times).toEqual([0.1]);
  });
  test('keeps its line and its clock while a palm comes to rest, moves and goes', () => {
    fire('pointerdown', 1000, { clientX: 30, clientY: 50 });
    for (const pointerId of [7, 8]) {
      const finger = { pointerId, pointerType: 'touch', clientX: 90, clientY: 90 };
      fire('pointerenter', 1500, finger);
      fire('pointerdown', 1500, finger);
      fire('pointermove', 1550, finger);
      fire('pointerup', 1600, finger);
    }
    fire('pointermove', 2000, { clientX: 60, clientY: 50 });
    fire('pointerup', 2000, { clientX: 60, clientY: 50 });
    expect(told).toEqual(['down 20,30', 'to 50,30', 'up']);
    expect(times).toEqual([1]);
  });
});

describe('fingers', () => {
  const finger = (pointerId: number) => ({ pointerId, pointerType: 'touch', clientX: 40 * pointerId, clientY: 60 });
  test('one draws, a second makes them pinch and takes the line back', () => {
    fire('pointerdown', 0, finger(1));
    fire('pointerdown', 10, finger(2));
    fire('pointermove', 20, finger(2));
    fire('pointerup', 30, finger(2));
    expect(told).toEqual(['down 30,40', 'cancel', 'pinch', 'pinch', 'pinch ends']);
  });
  test('only move the paper once a pen was seen, and give way to it', () => {
    fire('pointerdown', 0, { clientX: 30, clientY: 50 });
    fire('pointerup', 10, { clientX: 30, clientY: 50 });
    fire('pointerdown', 20, finger(3));
    fire('pointerdown', 30, { pointerId: 4, clientX: 30, clientY: 50 });
    expect(told).toEqual(['down 20,30', 'up', 'down 110,40 moves', 'cancel', 'down 20,30']);
  });
  test('what the system takes away is not kept', () => {
    fire('pointerdown', 0, finger(1));
    fire('pointercancel', 10, finger(1));
    expect(told).toEqual(['down 30,40', 'cancel']);
    sensor.close();
    fire('pointerdown', 20, finger(1));
    expect(told).toHaveLength(2);
  });
});

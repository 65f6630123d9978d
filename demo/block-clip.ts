/** The reference clip: block figures doing the same action, as an animated GIF made by this code. */
import { createCanvas, type SKRSContext2D } from '@napi-rs/canvas';
import { applyPalette, GIFEncoder, quantize } from '../src/core/export/gifenc.ts';
import { poseAt } from './keeper.ts';
import { source } from './source.ts';

const WIDTH = 480;
const HEIGHT = 270;
const FPS = 12;
const FRAMES = 72;

function block(c: SKRSContext2D, x: number, y: number, w: number, h: number, angle: number, colour: string) {
  c.save();
  c.translate(x, y);
  c.rotate(angle);
  c.fillStyle = colour;
  c.fillRect(-w / 2, -h / 2, w, h);
  c.restore();
}

/** A block stretched between two points. */
function limb(c: SKRSContext2D, a: [number, number], b: [number, number], thick: number, colour: string) {
  block(
    c,
    (a[0] + b[0]) / 2,
    (a[1] + b[1]) / 2,
    Math.hypot(b[0] - a[0], b[1] - a[1]) + thick * 0.6,
    thick,
    Math.atan2(b[1] - a[1], b[0] - a[0]),
    colour,
  );
}

/** Nose of a pose: where the head is. */
function nose(frame: number): [number, number] {
  const { exposed } = poseAt(frame);
  const at = (id: string) => source.keys.find((key) => key.id === id)!.nose;
  if ('key' in exposed) return at(exposed.key);
  const a = at(exposed.from);
  const b = at(exposed.to);
  return [a[0] + (b[0] - a[0]) * exposed.spacing, a[1] + (b[1] - a[1]) * exposed.spacing];
}

export function blockClip(): Uint8Array {
  const canvas = createCanvas(WIDTH, HEIGHT);
  const c = canvas.getContext('2d');
  const scale = WIDTH / source.paper[0];
  const gif = GIFEncoder();
  let before = 0;
  for (let i = 0; i * (24 / FPS) < FRAMES; i++) {
    const frame = 1 + i * (24 / FPS);
    const { pole } = poseAt(frame);
    const [nx, ny] = nose(frame);
    c.setTransform(scale, 0, 0, scale, 0, 0);
    c.fillStyle = '#d9d4c8';
    c.fillRect(0, 0, 1920, 1080);
    c.fillStyle = '#b3ada0';
    c.fillRect(0, 1010, 1920, 70);
    block(c, 1722, 640, 46, 760, 0, '#7d786e');
    block(c, 1722, 250, 150, 200, 0, frame >= source.lampLightsAtFrame ? '#f0c766' : '#948f84');
    const head: [number, number] = [nx - 95, ny - 40];
    const lean = Math.atan2(head[0] - 800, 1000 - head[1]);
    const shoulder: [number, number] = [head[0] - 10, head[1] + 235];
    block(c, (shoulder[0] + 790) / 2, 880, 300, 420, lean * 0.5, '#5d7389');
    limb(c, [shoulder[0] - 110, shoulder[1] + 40], [shoulder[0] - 130, 960], 84, '#4d6175');
    block(c, head[0], head[1], 210, 250, lean * 0.6, '#cfa98c');
    limb(c, pole.butt, pole.wick, 18, '#6d5138');
    limb(c, [shoulder[0] + 90, shoulder[1] + 30], pole.grip, 80, '#6a8299');
    block(c, pole.grip[0], pole.grip[1], 76, 76, (pole.angle * Math.PI) / 180, '#a98a70');
    const { data } = c.getImageData(0, 0, WIDTH, HEIGHT);
    const palette = quantize(new Uint8ClampedArray(data), 32) as [number, number, number][];
    const end = Math.round(((i + 1) * 100) / FPS);
    gif.writeFrame(applyPalette(new Uint8ClampedArray(data), palette), WIDTH, HEIGHT, {
      palette,
      delay: (end - before) * 10,
    });
    before = end;
  }
  gif.finish();
  return gif.bytes();
}

export const BLOCK_CLIP = { width: WIDTH, height: HEIGHT, pictures: FRAMES / (24 / FPS), fps: FPS };

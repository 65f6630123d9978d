/** The lamp cart: a painted still with alpha that rolls through behind. */
import { createCanvas, type SKRSContext2D } from '@napi-rs/canvas';

export const CART = { width: 560, height: 380 };

const LINE = '#2b2735';

function wheel(c: SKRSContext2D, x: number, y: number, radius: number): void {
  c.lineWidth = 12;
  c.strokeStyle = LINE;
  c.fillStyle = 'rgba(60, 52, 60, 0.35)';
  c.beginPath();
  c.arc(x, y, radius, 0, 2 * Math.PI);
  c.fill();
  c.stroke();
  c.lineWidth = 5;
  for (let k = 0; k < 8; k++) {
    const angle = (k * Math.PI) / 4 + 0.2;
    c.beginPath();
    c.moveTo(x, y);
    c.lineTo(x + Math.cos(angle) * radius, y + Math.sin(angle) * radius);
    c.stroke();
  }
  c.fillStyle = '#7d6a4c';
  c.beginPath();
  c.arc(x, y, 11, 0, 2 * Math.PI);
  c.fill();
  c.stroke();
}

function box(c: SKRSContext2D, points: [number, number][], fill: string, line = 6): void {
  c.beginPath();
  for (const [x, y] of points) c.lineTo(x, y);
  c.closePath();
  c.fillStyle = fill;
  c.fill();
  c.strokeStyle = LINE;
  c.lineWidth = line;
  c.lineJoin = 'round';
  c.stroke();
}

/** PNG bytes. */
export function cartPicture(): Uint8Array {
  const canvas = createCanvas(CART.width, CART.height);
  const c = canvas.getContext('2d');
  c.lineCap = 'round';
  // The bed with its boards, the shafts, the oil casks, a lantern that hangs at the back.
  box(
    c,
    [
      [120, 236],
      [470, 228],
      [486, 276],
      [112, 282],
    ],
    '#6f5644',
  );
  for (const y of [246, 262]) {
    c.lineWidth = 3;
    c.beginPath();
    c.moveTo(122, y + 6);
    c.lineTo(478, y);
    c.stroke();
  }
  box(
    c,
    [
      [10, 252],
      [122, 240],
      [122, 254],
      [12, 266],
    ],
    '#5d4839',
    4,
  );
  for (const [x, top, width, tall] of [
    [150, 134, 92, 100],
    [250, 112, 104, 120],
    [362, 142, 86, 88],
  ]) {
    box(
      c,
      [
        [x + 8, top],
        [x + width - 8, top],
        [x + width, top + tall / 2],
        [x + width - 8, top + tall],
        [x + 8, top + tall],
        [x, top + tall / 2],
      ],
      '#536072',
    );
    c.lineWidth = 4;
    for (const share of [0.24, 0.76]) {
      c.beginPath();
      c.moveTo(x + 4, top + tall * share);
      c.lineTo(x + width - 4, top + tall * share);
      c.stroke();
    }
  }
  c.lineWidth = 5;
  c.beginPath();
  c.moveTo(474, 234);
  c.lineTo(500, 130);
  c.lineTo(528, 138);
  c.stroke();
  box(
    c,
    [
      [516, 144],
      [542, 144],
      [546, 184],
      [512, 184],
    ],
    '#caa35c',
    4,
  );
  wheel(c, 190, 300, 66);
  wheel(c, 410, 300, 66);
  return new Uint8Array(canvas.toBuffer('image/png'));
}

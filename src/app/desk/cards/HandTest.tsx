import { useRef, useState } from 'react';
import { useStore } from 'zustand';
import { handFrom, type PenSample, PLAIN_HAND } from '../../../core/ink/index.ts';
import { db } from '../../library.ts';
import { Button } from '../../parts/Button.tsx';
import { hand } from '../../session/hand.ts';
import { usePointerSensor } from '../sensors/use-pointer-sensor.ts';
import { CardPart } from './parts.tsx';

const WIDTH = 258;
const HEIGHT = 56;

/** A test stroke, from as lightly to as heavily as one draws, sets what light and heavy mean for this hand. */
export function HandTest() {
  const now = useStore(hand.store);
  const pressures = useRef<number[]>([]);
  const [said, setSaid] = useState('');
  const canvas = useRef<HTMLCanvasElement>(null);
  const plain = now.light === PLAIN_HAND.light && now.heavy === PLAIN_HAND.heavy && now.bend === PLAIN_HAND.bend;
  /** Where the pen is on the canvas, whose own pixels are others than the window's. */
  const toPlace = (x: number, y: number) => {
    const wide = WIDTH / (canvas.current?.clientWidth || WIDTH);
    return [x * wide, y * wide] as const;
  };
  const last = useRef({ x: 0, y: 0 });
  const down = ({ x, y }: PenSample) => {
    pressures.current = [];
    last.current = { x, y };
    canvas.current!.getContext('2d')!.clearRect(0, 0, WIDTH, HEIGHT);
    return true;
  };
  const move = (samples: PenSample[]) => {
    const context = canvas.current!.getContext('2d')!;
    context.lineCap = 'round';
    context.strokeStyle = '#2a2924';
    for (const { x, y, pressure } of samples) {
      pressures.current.push(pressure);
      context.lineWidth = 1 + 10 * pressure;
      context.beginPath();
      context.moveTo(last.current.x, last.current.y);
      context.lineTo(x, y);
      context.stroke();
      last.current = { x, y };
    }
  };
  const up = () => {
    const found = handFrom(pressures.current);
    if (!found) {
      setSaid('That stroke shows no change of pressure. Draw one long stroke with a pen, from light to heavy.');
      return;
    }
    const per = (value: number) => Math.round(value * 100);
    setSaid(`Set: your light is ${per(found.light)} %, your heavy ${per(found.heavy)} % of what the pen reports.`);
    void hand.put(db, found);
  };
  usePointerSensor(canvas, { toPlace, asReported: true, down, move, up, cancel: () => undefined });
  return (
    <CardPart title="How hard you press">
      <p className="mb-1 text-second">Draw one long stroke here, from as lightly to as heavily as you draw.</p>
      <canvas
        ref={canvas}
        data-testid="hand-test"
        width={WIDTH}
        height={HEIGHT}
        className="w-full cursor-crosshair touch-none rounded border border-rule bg-paper"
      />
      <div className="mt-1 flex items-start justify-between gap-2">
        <p role="status" className="text-second">
          {said || (plain ? 'Not set: pressure is taken as the pen reports it.' : 'Set by a test stroke.')}
        </p>
        {!plain && (
          <Button
            onClick={() => {
              setSaid('');
              void hand.put(db, PLAIN_HAND);
            }}
          >
            As it comes
          </Button>
        )}
      </div>
    </CardPart>
  );
}

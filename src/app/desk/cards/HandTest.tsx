import { type PointerEvent, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { handFrom, PLAIN_HAND, pressureOf } from '../../../core/ink/index.ts';
import { db } from '../../library.ts';
import { Button } from '../../parts/Button.tsx';
import { hand } from '../../session/hand.ts';
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
  const place = (event: PointerEvent) => {
    const box = canvas.current!.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top] as const;
  };
  const down = (event: PointerEvent) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    pressures.current = [];
    const context = canvas.current!.getContext('2d')!;
    context.clearRect(0, 0, WIDTH, HEIGHT);
    context.beginPath();
    context.moveTo(...place(event));
  };
  const move = (event: PointerEvent) => {
    if (event.buttons === 0) return;
    for (const each of event.nativeEvent.getCoalescedEvents?.() ?? [event.nativeEvent])
      pressures.current.push(pressureOf(each.pointerType, each.pressure));
    const context = canvas.current!.getContext('2d')!;
    context.lineWidth = 1 + 10 * (pressures.current.at(-1) ?? 0);
    context.lineCap = 'round';
    context.strokeStyle = '#2a2924';
    context.lineTo(...place(event));
    context.stroke();
    context.beginPath();
    context.moveTo(...place(event));
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
  return (
    <CardPart title="How hard you press">
      <p className="mb-1 text-second">Draw one long stroke here, from as lightly to as heavily as you draw.</p>
      <canvas
        ref={canvas}
        data-testid="hand-test"
        width={WIDTH}
        height={HEIGHT}
        className="w-full cursor-crosshair touch-none rounded border border-rule bg-white"
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
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

import { useEffect, useRef, useState } from 'react';
import { deliveryView, groundOf } from '../../core/export/index.ts';
import { inverse, mapPoint } from '../../core/plane/index.ts';
import { fieldSize } from '../../core/sheet/index.ts';
import type { DeliveryOrder } from '../../workers/export.worker.ts';
import { useCommands } from '../commands/context.ts';
import { goToFrame } from '../commands/play.ts';
import { sentence } from '../parts/files.ts';
import { Slide } from '../parts/Slide.tsx';
import type { DeliveryPreview } from '../session/delivery-preview.ts';
import { useShot, useView } from '../session/open-shot.ts';
import type { OrderInHand } from './use-order.ts';

interface PreviewProps {
  delivery: DeliveryPreview;
  order: DeliveryOrder;
  inHand: OrderInHand;
}

/** A point of the paper on the preview, shares of the picture. */
function PointMark({ x, y }: { x: number; y: number }) {
  return (
    <svg
      aria-label="The point that stays put"
      role="img"
      width="24"
      height="24"
      viewBox="-12 -12 24 24"
      className="pointer-events-none absolute -mt-3 -ml-3 overflow-visible"
      style={{ left: `${100 * x}%`, top: `${100 * y}%` }}
    >
      <path d="M-11 0H11M0 -11V11" stroke="#ffffff" strokeWidth="4" strokeLinecap="round" />
      <path d="M-11 0H11M0 -11V11" stroke="var(--color-accent)" strokeWidth="2" strokeLinecap="round" />
    </svg>
  );
}

/** The very picture that will be written for the present frame, palette and background included. */
export function Preview({ delivery, order, inHand }: PreviewProps) {
  const { shot, format, wishes, from, to, fault, choose } = inHand;
  const commands = useCommands();
  const length = useShot((each) => each.length);
  const frame = useView((state) => Math.max(from, Math.min(to, state.frame)));
  const canvas = useRef<HTMLCanvasElement>(null);
  const [shown, setShown] = useState(-1);
  const [error, setError] = useState('');
  useEffect(() => {
    if (fault) return;
    let gone = false;
    const timer = setTimeout(() => {
      delivery
        .picture(order, frame)
        .then((image) => {
          const target = canvas.current;
          if (!gone && target) {
            target.width = image.width;
            target.height = image.height;
            target.getContext('2d')!.drawImage(image, 0, 0);
            setShown(frame);
            setError('');
          }
          image.close();
        })
        .catch((reason) => !gone && setError(sentence(reason)));
    }, 40);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [delivery, order, frame, fault]);
  const ground = groundOf(shot, wishes, format.needs);
  // From a share of the picture to the field and back: a field of another shape is fitted in.
  const field = fieldSize(shot);
  const view = deliveryView(shot, wishes.width, wishes.height);
  const inField = (across: number, down: number) =>
    mapPoint(inverse(view), across * wishes.width, down * wishes.height).map((value, i) =>
      Math.max(0, Math.min(i ? field.height : field.width, value)),
    );
  const at = format.point?.at(shot, wishes as never);
  const point = at && mapPoint(view, at.x, at.y).map((value, i) => value / (i ? wishes.height : wishes.width));
  const checks = 'repeating-conic-gradient(#ffffff 0% 25%, #d9d6ce 0% 50%) 50% / 20px 20px';
  return (
    <section aria-label="Preview" className="flex min-w-0 flex-1 flex-col">
      <div className="flex min-h-0 flex-1 items-center justify-center bg-surround p-6">
        <div className="relative flex max-h-full max-w-full">
          <canvas
            ref={canvas}
            role="img"
            data-testid="delivered-frame"
            data-frame={shown}
            aria-label={`Frame ${frame + 1} as it will be written`}
            className="max-h-full max-w-full shadow-md"
            style={{ background: ground === null ? checks : undefined, cursor: format.point ? 'crosshair' : undefined }}
            onPointerDown={(event) => {
              const box = event.currentTarget.getBoundingClientRect();
              if (!format.point || box.width === 0) return;
              const [x, y] = inField((event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height);
              choose(format.point.set(Math.round(x), Math.round(y)));
            }}
          />
          {point && <PointMark x={point[0]} y={point[1]} />}
        </div>
      </div>
      <div className="flex h-12 shrink-0 items-center gap-4 border-t border-rule bg-lower px-4">
        <Slide
          label="Frame of the preview"
          value={frame + 1}
          min={from + 1}
          max={Math.max(from + 2, to + 1)}
          width="flex-1"
          onChange={(value) => goToFrame(commands, Math.min(to, value - 1))}
        />
        <output className="font-mono text-sm whitespace-nowrap tabular">
          frame {frame + 1} of {length}
        </output>
        {error && (
          <span role="alert" className="text-attention">
            {error}
          </span>
        )}
      </div>
    </section>
  );
}

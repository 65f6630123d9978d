import { useEffect, useRef, useState } from 'react';
import type { ExportOptions } from '../../core/export/index.ts';
import { useCommands } from '../commands/context.ts';
import { goToFrame } from '../commands/play.ts';
import { sentence } from '../parts/files.ts';
import { Slide } from '../parts/Slide.tsx';
import type { DeliveryDesk } from '../session/delivery-desk.ts';
import { useShot, useView } from '../session/open-shot.ts';

interface PreviewProps {
  deliveries: DeliveryDesk;
  options: ExportOptions;
  /** The worker is writing: the preview waits. */
  busy: boolean;
}

/** The very picture that will be written for the present frame, palette and background included. */
export function Preview({ deliveries, options, busy }: PreviewProps) {
  const commands = useCommands();
  const length = useShot((shot) => shot.length);
  const frame = useView((state) => Math.max(options.from, Math.min(options.to, state.frame)));
  const canvas = useRef<HTMLCanvasElement>(null);
  const [shown, setShown] = useState(-1);
  const [error, setError] = useState('');
  useEffect(() => {
    if (busy) return;
    let gone = false;
    const timer = setTimeout(() => {
      deliveries
        .preview(options, frame)
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
  }, [deliveries, options, frame, busy]);
  const checks = 'repeating-conic-gradient(#ffffff 0% 25%, #d9d6ce 0% 50%) 50% / 20px 20px';
  return (
    <section aria-label="Preview" className="flex min-w-0 flex-1 flex-col">
      <div className="flex min-h-0 flex-1 items-center justify-center bg-surround p-6">
        <canvas
          ref={canvas}
          role="img"
          data-testid="delivered-frame"
          data-frame={shown}
          aria-label={`Frame ${frame + 1} as it will be written`}
          className="max-h-full max-w-full shadow-md"
          style={{ background: options.transparent ? checks : undefined }}
        />
      </div>
      <div className="flex h-12 shrink-0 items-center gap-4 border-t border-rule bg-lower px-4">
        <Slide
          label="Frame of the preview"
          value={frame + 1}
          min={options.from + 1}
          max={Math.max(options.from + 2, options.to + 1)}
          width="flex-1"
          onChange={(value) => goToFrame(commands, Math.min(options.to, value - 1))}
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

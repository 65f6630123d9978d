import { useEffect, useRef } from 'react';
import type { CellRef } from '../../core/shot/index.ts';
import { useOpenShot, usePictureRestarts } from '../session/open-shot.ts';

interface CellThumbProps {
  cell: CellRef;
  frame: number;
  /** Changes when the cell's picture does. */
  version: string;
  width: number;
  height: number;
  tint: string | null;
}

/** A small picture of one cell, painted by the worker. */
export function CellThumb({ cell, frame, version, width, height, tint }: CellThumbProps) {
  const { session } = useOpenShot();
  const restarts = usePictureRestarts();
  const canvas = useRef<HTMLCanvasElement>(null);
  const dpr = window.devicePixelRatio || 1;
  // biome-ignore lint/correctness/useExhaustiveDependencies: `version` stands for everything that `cell` and `frame` show
  useEffect(() => {
    let gone = false;
    const target = canvas.current!;
    void session.pictures
      .thumb(cell, frame, Math.round(width * dpr), Math.round(height * dpr), tint)
      .then((image) => {
        if (!gone) {
          const context = target.getContext('2d')!;
          context.clearRect(0, 0, target.width, target.height);
          context.drawImage(image, 0, 0);
        }
        image.close();
      })
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [session, restarts, version, width, height, tint, dpr]);
  return (
    <canvas
      ref={canvas}
      aria-hidden="true"
      width={Math.round(width * dpr)}
      height={Math.round(height * dpr)}
      style={{ width, height }}
      className="bg-paper"
    />
  );
}

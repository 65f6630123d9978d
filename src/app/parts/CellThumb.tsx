import { useEffect, useRef } from 'react';
import { closeUpOf } from '../../core/picture/index.ts';
import type { CellRef } from '../../core/shot/index.ts';
import { useOpenShot, usePictureRestarts, useShot } from '../session/open-shot.ts';

interface CellThumbProps {
  cell: CellRef;
  frame: number;
  /** Changes when the cell's picture does. */
  version: string;
  width: number;
  height: number;
  tint: string | null;
  /** What its layer's drawings take of the paper, instead of all of it. */
  close?: boolean;
}

/** A small picture of one cell, painted by the worker. */
export function CellThumb({ cell, frame, version, width, height, tint, close = false }: CellThumbProps) {
  const { session } = useOpenShot();
  const restarts = usePictureRestarts();
  // Where another drawing of the layer takes more of the paper, all of them are shown smaller.
  const part = useShot((shot) => {
    const drawing = close && cell.kind === 'drawing' ? shot.drawings[cell.drawing] : undefined;
    return drawing ? Object.values(closeUpOf(shot, drawing.layerId) ?? {}).join() : '';
  });
  const canvas = useRef<HTMLCanvasElement>(null);
  const dpr = window.devicePixelRatio || 1;
  // biome-ignore lint/correctness/useExhaustiveDependencies: `version` and `part` stand for everything that `cell` and `frame` show
  useEffect(() => {
    let gone = false;
    const target = canvas.current!;
    void session.pictures
      .thumb(cell, frame, Math.round(width * dpr), Math.round(height * dpr), tint, close)
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
  }, [session, restarts, version, width, height, tint, close, part, dpr]);
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

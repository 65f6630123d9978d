import Pause from 'lucide-react/icons/pause';
import Play from 'lucide-react/icons/play';
import StepBack from 'lucide-react/icons/step-back';
import StepForward from 'lucide-react/icons/step-forward';
import { useEffect, useRef, useState } from 'react';
import type { Cut } from '../../core/reference/index.ts';
import type { Crop, ReadClip } from '../../workers/clip.worker.ts';
import { IconButton } from '../parts/Button.tsx';
import type { ClipReader } from './clip-reader.ts';

interface ClipPreviewProps {
  reader: ClipReader;
  read: ReadClip;
  ratio: number;
  cut: Cut;
  crop: Crop;
  at: number;
  onAt(index: number): void;
}

const WIDTH = 420;

/** The picture looked at, what is cut off it dimmed; the cut played in a loop at the clip's own speed. */
export function ClipPreview({ reader, read, ratio, cut, crop, at, onAt }: ClipPreviewProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [playing, setPlaying] = useState(false);
  const height = Math.round(WIDTH / ratio);
  useEffect(() => {
    let here = true;
    const put = (image: ImageBitmap) => {
      const context = canvas.current?.getContext('2d');
      if (!context) return;
      context.clearRect(0, 0, WIDTH, height);
      context.drawImage(image, 0, 0, WIDTH, height);
      context.fillStyle = 'rgba(42, 41, 36, 0.6)';
      context.fillRect(0, 0, WIDTH * crop.left, height);
      context.fillRect(WIDTH * (1 - crop.right), 0, WIDTH * crop.right, height);
      context.fillRect(0, 0, WIDTH, height * crop.top);
      context.fillRect(0, height * (1 - crop.bottom), WIDTH, height * crop.bottom);
    };
    put(read.thumbs[at]);
    // While playing the small picture has to do; at rest the whole one follows.
    if (!playing)
      void reader.picture(at).then((image) => {
        if (here) put(image);
        image.close();
      });
    return () => {
      here = false;
    };
  }, [reader, read, at, crop, height, playing]);
  useEffect(() => {
    if (!playing) return;
    const started = performance.now();
    const begin = read.times[cut.from];
    const length = read.times[cut.to - 1] + read.seconds[cut.to - 1] - begin;
    let frame = 0;
    const step = () => {
      const time = begin + (((performance.now() - started) / 1000) % Math.max(length, 1e-3));
      let index = cut.from;
      while (index + 1 < cut.to && read.times[index + 1] <= time) index++;
      onAt(index);
      frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }, [playing, read, cut, onAt]);
  const step = (by: number) => {
    setPlaying(false);
    onAt(Math.max(0, Math.min(read.thumbs.length - 1, at + by)));
  };
  return (
    <figure className="flex flex-col gap-1">
      <canvas
        ref={canvas}
        data-testid="clip-preview"
        width={WIDTH}
        height={height}
        className="rounded border border-rule bg-field"
      />
      <figcaption className="flex items-center gap-1 text-sm">
        <IconButton label="One picture back" onClick={() => step(-1)}>
          <StepBack size={14} />
        </IconButton>
        <IconButton label={playing ? 'Stop the clip' : 'Play the clip'} onClick={() => setPlaying(!playing)}>
          {playing ? <Pause size={14} /> : <Play size={14} />}
        </IconButton>
        <IconButton label="One picture on" onClick={() => step(1)}>
          <StepForward size={14} />
        </IconButton>
        <span className="font-mono tabular">
          picture {at + 1} of {read.thumbs.length} · {read.times[at].toFixed(2)} s
        </span>
      </figcaption>
    </figure>
  );
}

import { Button } from '../parts/Button.tsx';
import { Progress } from '../parts/Progress.tsx';
import { useBlobUrl } from '../parts/use-blob-url.ts';
import type { Incoming } from './open-shot-file.ts';

/** A shot file that is still being read: its first frame as soon as there is one, how far it is, and stopping it. */
export function IncomingCard({ file }: { file: Incoming }) {
  const url = useBlobUrl(file.picture);
  return (
    <li className="overflow-hidden rounded-md border border-rule bg-panel" aria-label={`Reading ${file.name}`}>
      <div className="flex aspect-video items-center justify-center overflow-hidden bg-surround">
        {url && <img src={url} alt="" className="h-full w-full object-contain" />}
      </div>
      <div className="flex flex-col gap-2 p-2.5">
        <p className="truncate font-medium">{file.name}</p>
        <div className="flex items-center gap-2">
          <Progress label={`Reading ${file.name}`} share={file.share} className="h-1.5 flex-1" />
          <span className="w-10 text-right font-mono text-sm tabular">{Math.round(100 * file.share)} %</span>
          <Button onClick={file.stop}>Stop</Button>
        </div>
      </div>
    </li>
  );
}

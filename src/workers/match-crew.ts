/** Lines of many pairs of drawings matched by several workers at once. */
import type { InkPair, MatchedLines } from '../core/paint/index.ts';
import type { MatchFace } from './match.worker.ts';
import { WorkerHost } from './worker-host.ts';

/** Starting workers for fewer pairs takes longer than matching them. */
const FEWEST = 4;

const helper = () =>
  new WorkerHost<MatchFace>({
    what: 'A part that matches lines',
    start: () => new Worker(new URL('./match.worker.ts', import.meta.url), { type: 'module' }),
  });

export class MatchCrew {
  private readonly hosts: WorkerHost<MatchFace>[];

  /** @param many workers, each started when it is first needed; none where a worker cannot start others */
  constructor(many: number) {
    this.hosts = Array.from({ length: typeof Worker === 'undefined' ? 0 : many }, helper);
  }

  /** What could not be matched, because there are few pairs or workers died, is null: whoever asks matches it alone. */
  async match(pairs: InkPair[], done: () => void): Promise<(MatchedLines | null)[]> {
    const out: (MatchedLines | null)[] = pairs.map(() => null);
    if (pairs.length < FEWEST) return out;
    let next = 0;
    const work = async ({ face }: WorkerHost<MatchFace>) => {
      while (next < pairs.length) {
        const at = next++;
        out[at] = await face.match(pairs[at]);
        done();
      }
    };
    await Promise.allSettled(this.hosts.map(work));
    return out;
  }

  close(): void {
    for (const host of this.hosts) host.close();
  }
}

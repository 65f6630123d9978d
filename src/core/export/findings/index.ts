/** The register of what is looked for before a delivery: a new one is an entry here. */
import { checked } from './checked.ts';
import type { Finding, FindingJob, FindingSource } from './finding.ts';
import { leftOutLayers } from './layers.ts';
import { holes, unpainted } from './paint.ts';
import { emptyFrames, noAlpha, otherSpeed, soundPastEnd } from './time.ts';
import { firstPasses, roughAmongClean } from './unfinished.ts';

export type { Finding, FindingJob } from './finding.ts';

const SOURCES: readonly FindingSource[] = [
  noAlpha,
  emptyFrames,
  unpainted,
  roughAmongClean,
  firstPasses,
  soundPastEnd,
  leftOutLayers,
  otherSpeed,
  checked,
  holes,
];

/** What there is to know before a delivery. @param slow what takes its time, instead of the rest */
export async function findingsOf(job: FindingJob, slow: boolean): Promise<Finding[]> {
  // What has no pictures says nothing of drawings.
  const sources = SOURCES.filter((source) => (source.slow ?? false) === slow);
  const out: Finding[] = [];
  for (const { id, look } of sources) {
    await job.pause();
    for (const found of await look(job)) out.push({ source: id, ...found });
  }
  return job.format.pictures ? out : out.filter(({ place }) => place.view === 'sound' && job.format.id === 'wav');
}

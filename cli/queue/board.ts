/** What lies in the queue and how far it is; stopping a delivery, and trying it again. */
import { FlowProducer, type Job, Queue } from 'bullmq';
import type { Redis } from 'ioredis';
import { Refused } from '../../src/core/shot/index.ts';
import { addDelivery, type DeliveryPart, type JobData, jobData, QUEUE } from './jobs.ts';

/** Deliveries that were stopped, by their ids: they can be tried again. */
const STOPPED = 'vignette:stopped';
/** What joining came to, by the ids of deliveries whose parts are joined. */
const JOINED = 'vignette:joined';

type DeliveryState = 'waiting' | 'at work' | 'joining' | 'done' | 'failed' | 'stopped';

/** A delivery as it is looked at. */
export interface BoardRow {
  id: string;
  title: string;
  file: string;
  /** The file that is written, inside the folder. */
  name: string;
  format: string;
  state: DeliveryState;
  /** How far it is, 0..1. */
  share: number;
  parts: number;
  partsDone: number;
  /** What failed and why, a sentence each. */
  failed: string[];
  /** Milliseconds since 1970; null: not yet. */
  added: number;
  ended: number | null;
  /** Of the finished file; 0 before. */
  bytes: number;
}

/** What a join says when it is done. */
export interface Joined {
  bytes: number;
}

const STATES = ['active', 'waiting', 'waiting-children', 'delayed', 'prioritized', 'failed', 'completed'] as const;
type State = (typeof STATES)[number];

interface Known {
  job: Job;
  data: JobData;
  state: State;
}

/** All jobs, each once; one that goes from one state to another meanwhile is taken as it was first met. */
async function allJobs(queue: Queue): Promise<Known[]> {
  const out = new Map<string, Known>();
  for (const state of STATES)
    for (const job of await queue.getJobs([state], 0, -1)) {
      if (!job?.id || out.has(job.id)) continue;
      try {
        out.set(job.id, { job, data: jobData(job), state });
      } catch {
        // Put there by somebody else.
      }
    }
  return [...out.values()];
}

const shareOf = ({ progress }: Job): number => (typeof progress === 'number' ? Math.min(1, Math.max(0, progress)) : 0);

function stateOf(join: Known | undefined, parts: Known[]): DeliveryState {
  if (join?.state === 'completed') return 'done';
  if (join?.state === 'failed') return 'failed';
  if (join && join.state !== 'waiting-children') return 'joining';
  // Parts that are done are not in the queue any more.
  const begun = parts.length < (join?.data.delivery.parts ?? 0) || parts.some(({ state }) => state === 'active');
  return begun ? 'at work' : 'waiting';
}

/** Why parts of a delivery failed, those of one reason together; where none did, why joining failed. */
function reasons(join: Known | undefined, parts: Known[], count: number): string[] {
  const tried = ({ job, state }: Known) =>
    state === 'failed' ? '' : `, tried ${job.attemptsMade === 1 ? 'once' : `${job.attemptsMade} times`}`;
  const byReason = new Map<string, number[]>();
  for (const each of parts) {
    if (!each.job.failedReason) continue;
    const why = `${tried(each)}: ${each.job.failedReason}`;
    byReason.set(why, [...(byReason.get(why) ?? []), each.data.part]);
  }
  const ofParts = [...byReason].map(([why, those]) => {
    if (count === 1) return `Its part${why}`;
    if (those.length === count) return `All ${count} parts${why}`;
    const numbers = those.sort((a, b) => a - b).join(', ');
    return `${those.length === 1 ? 'Part' : 'Parts'} ${numbers} of ${count}${why}`;
  });
  if (ofParts.length > 0 || !join?.job.failedReason) return ofParts;
  return [`Joining${tried(join)}: ${join.job.failedReason}`];
}

function rowOf(delivery: DeliveryPart, join: Known | undefined, parts: Known[]): BoardRow {
  const { id, title, file, order, out, parts: count, added } = delivery;
  const state = stateOf(join, parts);
  const done = state === 'joining' || state === 'done' ? count : count - parts.length;
  const under = parts.reduce((sum, { job, state }) => sum + (state === 'active' ? shareOf(job) : 0), 0);
  const joining = join?.state === 'active' ? shareOf(join.job) : 0;
  return {
    id,
    title,
    file,
    name: `${out}/${order.name}`,
    format: order.format,
    state,
    // Joining counts like one part more.
    share: state === 'done' ? 1 : (done + under + joining) / (count + 1),
    parts: count,
    partsDone: done,
    failed: reasons(join, parts, count),
    added,
    ended: state === 'done' || state === 'failed' ? (join?.job.finishedOn ?? null) : null,
    bytes: state === 'done' ? ((join?.job.returnvalue as Joined | undefined)?.bytes ?? 0) : 0,
  };
}

/** In which order they are looked at: what is under way, what went wrong, what waits, what is done. */
const RANK: Record<DeliveryState, number> = { joining: 0, 'at work': 0, failed: 1, stopped: 1, waiting: 2, done: 3 };

function inOrder(a: BoardRow, b: BoardRow): number {
  return (
    RANK[a.state] - RANK[b.state] ||
    (b.ended ?? 0) - (a.ended ?? 0) ||
    a.added - b.added ||
    a.name.localeCompare(b.name, 'en', { numeric: true })
  );
}

export class Board {
  private readonly redis: Redis;
  private readonly program: string;
  private readonly flows: FlowProducer;
  readonly queue: Queue;

  /** @param program the version of this program: what is tried again is done by it; empty: by the one that added it */
  constructor(redis: Redis, program: string) {
    this.redis = redis;
    this.program = program;
    this.queue = new Queue(QUEUE, { connection: redis });
    this.flows = new FlowProducer({ connection: redis });
    // A Redis that is gone for a while is heard of by whoever asks; unheard it would end the program.
    this.queue.on('error', () => undefined);
    this.flows.on('error', () => undefined);
  }

  /** All deliveries, what is under way first. */
  async rows(): Promise<BoardRow[]> {
    const by = new Map<string, { delivery: DeliveryPart; join?: Known; parts: Known[] }>();
    for (const known of await allJobs(this.queue)) {
      const { delivery, join } = known.data;
      const entry = by.get(delivery.id) ?? { delivery, parts: [] };
      if (join) entry.join = known;
      else entry.parts.push(known);
      by.set(delivery.id, entry);
    }
    const stopped = new Map((await this.stopped()).map((delivery) => [delivery.id, delivery]));
    // Of what was stopped something may still be at its last picture.
    const rows = [...by.values()]
      .filter(({ delivery }) => !stopped.has(delivery.id))
      .map(({ delivery, join, parts }) => rowOf(delivery, join, parts));
    for (const delivery of stopped.values())
      rows.push({ ...rowOf(delivery, undefined, []), state: 'stopped', share: 0, partsDone: 0 });
    return rows.sort(inOrder);
  }

  /** How many workers are there. */
  async workers(): Promise<number> {
    return (await this.queue.getWorkers()).length;
  }

  /** The version of the program that put unfinished work there; empty when there is none. */
  async programAtWork(): Promise<string> {
    for (const { data, state } of await allJobs(this.queue))
      if (state !== 'completed' && state !== 'failed') return data.delivery.program;
    return '';
  }

  private async stopped(): Promise<DeliveryPart[]> {
    const out: DeliveryPart[] = [];
    for (const text of Object.values(await this.redis.hgetall(STOPPED))) {
      try {
        out.push(jobData({ data: { delivery: JSON.parse(text), join: true, part: 0 } }).delivery);
      } catch {
        // Put there by somebody else.
      }
    }
    return out;
  }

  /** Whether somebody stopped a delivery. */
  async isStopped(id: string): Promise<boolean> {
    return (await this.redis.hexists(STOPPED, id)) === 1;
  }

  async joined(id: string): Promise<Joined | null> {
    const bytes = await this.redis.hget(JOINED, id);
    return bytes === null ? null : { bytes: Number(bytes) };
  }

  async markJoined(id: string, { bytes }: Joined): Promise<void> {
    await this.redis.hset(JOINED, id, String(bytes));
  }

  /** Adds a delivery. @returns false when it is there already and not at its end @throws Refused while it is being stopped */
  async add(delivery: DeliveryPart): Promise<boolean> {
    const there = await this.queue.getJob(delivery.id);
    if (there) {
      const state = await there.getState();
      if (state !== 'completed' && state !== 'failed') return false;
    }
    if (!(await this.remove(delivery)))
      throw new Refused(`“${delivery.order.name}” is still being stopped. Try it again in a moment.`);
    await this.redis.hdel(STOPPED, delivery.id);
    await this.redis.hdel(JOINED, delivery.id);
    await addDelivery(this.flows, delivery);
    return true;
  }

  /** Takes away what there is of a delivery. @returns false when something of it is being written: whoever does it hears that it was stopped */
  private async remove({ id, parts }: DeliveryPart): Promise<boolean> {
    let all = true;
    for (const name of [...Array.from({ length: parts }, (_, i) => `${id}-${i + 1}`), id]) {
      const job = await this.queue.getJob(name);
      await job?.remove({ removeChildren: false }).catch(() => {
        all = false;
      });
    }
    return all;
  }

  private async find(id: string): Promise<DeliveryPart> {
    const job = await this.queue.getJob(id);
    if (job) return jobData(job).delivery;
    const stopped = (await this.stopped()).find((each) => each.id === id);
    if (stopped) return stopped;
    throw new Refused('This delivery is not in the queue any more.');
  }

  /** Stops a delivery: what waits of it is taken away, what is being written ends at its next picture. @throws Refused */
  async stop(id: string): Promise<void> {
    const delivery = await this.find(id);
    const state = await (await this.queue.getJob(id))?.getState();
    if (state === 'completed') throw new Refused(`“${delivery.order.name}” is done already.`);
    await this.redis.hset(STOPPED, id, JSON.stringify(delivery));
    await this.remove(delivery);
  }

  /** Tries a delivery again that failed or was stopped; parts that are written already are not written again. @throws Refused */
  async again(id: string): Promise<void> {
    const delivery = await this.find(id);
    const program = this.program || delivery.program;
    if (!(await this.add({ ...delivery, program, added: Date.now() })))
      throw new Refused(`“${delivery.order.name}” is in the queue already.`);
  }

  async close(): Promise<void> {
    await this.flows.close();
    await this.queue.close();
    this.redis.disconnect();
  }
}

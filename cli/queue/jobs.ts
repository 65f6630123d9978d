/**
 * What lies in the queue. A delivery is a flow: its parts are the children, joining them is the parent, which waits for them. The same
 * delivery has the same id wherever it is added, so it lies in the queue once.
 */
import { createHash } from 'node:crypto';
import type { FlowProducer, Job } from 'bullmq';
import { IsBoolean, IsInt, IsObject, IsString, Matches, Max, MaxLength, Min } from 'class-validator';
import type { WishRecord } from '../../src/core/export/index.ts';
import { checkPart, Part } from '../../src/core/shot/part.ts';
import type { Order } from '../deliver/order.ts';
import { MOST_PARTS, orderDigest } from '../deliver/shares.ts';

export const QUEUE = 'vignette';
/** What jobs are called where somebody looks into the Redis. */
const [PART_JOB, JOIN_JOB] = ['part', 'join'];
/** A part that fails so often is set aside. */
const ATTEMPTS = 3;
const AGAIN_MS = 1000;
/** Deliveries that are done stay in the list so long, seconds. */
const KEPT_SECONDS = 7 * 24 * 3600;

/** A path inside the folder: names with slashes between, none of which leads out. */
const INSIDE = /^(?!.*(?:^|\/)\.\.?(?:\/|$))[^/\\\0][^\\\0]*$/;
const INSIDE_WORDS = { message: 'a path must stay inside the folder' };

class OrderPart {
  @IsString() @MaxLength(64) format!: string;
  @IsObject() wishes!: WishRecord;
  @Matches(/^[^/\\\0]{1,255}$/, { message: 'a file is called by a plain name' }) name!: string;
  @IsString() @MaxLength(64) today!: string;
}

/** A delivery as it was added. */
export class DeliveryPart {
  @Matches(/^d[0-9a-f]{24}$/) id!: string;
  /** Of the program that added it: parts of one file are written by one and the same. */
  @IsString() @MaxLength(100) program!: string;
  @IsString() @MaxLength(400) title!: string;
  /** The shot file, inside the folder. */
  @Matches(INSIDE, INSIDE_WORDS) @MaxLength(1000) file!: string;
  /** Of the shot file as it was. */
  @Matches(/^[0-9a-f]{64}$/) digest!: string;
  @Part(() => OrderPart) order!: Order;
  /** The folder it is written into, inside the folder. */
  @Matches(INSIDE, INSIDE_WORDS) @MaxLength(1000) out!: string;
  @IsInt() @Min(1) @Max(MOST_PARTS) parts!: number;
  /** Milliseconds since 1970. */
  @IsInt() @Min(0) added!: number;
}

/** A job: one part of a delivery, or joining all of them. */
class JobPart {
  @Part(() => DeliveryPart) delivery!: DeliveryPart;
  @IsBoolean() join!: boolean;
  /** From 1; of joining 0. */
  @IsInt() @Min(0) @Max(MOST_PARTS) part!: number;
}
export type JobData = JobPart;

/** A job's data, checked: whoever reaches the Redis could have written it. @throws BadFile */
export const jobData = (job: Pick<Job, 'data'>): JobData => checkPart(JobPart, job.data, 'job of the queue');

/** The id of a delivery: the same for the same shot file, order and place. */
export function deliveryId(delivery: Pick<DeliveryPart, 'file' | 'digest' | 'order' | 'out'>): string {
  const { file, digest, order, out } = delivery;
  const text = JSON.stringify([file, orderDigest(digest, order), order.name, out]);
  return `d${createHash('sha256').update(text).digest('hex').slice(0, 24)}`;
}

/** Puts a delivery in the queue. */
export async function addDelivery(flows: FlowProducer, delivery: DeliveryPart): Promise<void> {
  const backoff = { type: 'fixed', delay: AGAIN_MS };
  const children = Array.from({ length: delivery.parts }, (_, i) => ({
    name: PART_JOB,
    queueName: QUEUE,
    data: { delivery, join: false, part: i + 1 } satisfies JobData,
    opts: {
      jobId: `${delivery.id}-${i + 1}`,
      attempts: ATTEMPTS,
      backoff,
      removeOnComplete: true,
      failParentOnFailure: true,
    },
  }));
  await flows.add({
    name: JOIN_JOB,
    queueName: QUEUE,
    data: { delivery, join: true, part: 0 } satisfies JobData,
    opts: { jobId: delivery.id, attempts: ATTEMPTS, backoff, removeOnComplete: { age: KEPT_SECONDS } },
    children,
  });
}

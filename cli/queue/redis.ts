/** The Redis that the queue lies on: where it is, and whether it answers. */
import { Redis } from 'ioredis';
import { BadCall, MissingProgram } from '../lent/faults.ts';

/** A Redis that does not answer within this time is taken for not there. */
const PATIENCE_MS = 5000;

/** Where Redis is: as it was typed, else as VIGNETTE_REDIS says; null: nowhere. @throws BadCall */
export function redisAddress(typed: string | undefined): string | null {
  const address = typed ?? process.env.VIGNETTE_REDIS;
  if (!address) return null;
  if (/^rediss?:\/\/./.test(address) && URL.canParse(address)) return address;
  throw new BadCall(`“${withoutSecret(address)}” is no address of a Redis. Write it like redis://127.0.0.1:6379.`);
}

/** An address as it may be shown. */
export const withoutSecret = (address: string): string => address.replace(/\/\/[^@/]*@/, '//…@');

/** A connection as the queue needs it: it waits for a Redis that is gone for a while, and goes on. */
export function connection(address: string): Redis {
  const redis = new Redis(address, { maxRetriesPerRequest: null, lazyConnect: true });
  // Said by whoever watches the connection; unheard it would end the program.
  redis.on('error', () => undefined);
  return redis;
}

/** Connects to a Redis that has to be there. @throws MissingProgram when none answers */
export async function reached(address: string): Promise<Redis> {
  const redis = connection(address);
  let wait: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, no) => {
    wait = setTimeout(() => no(new Error('no answer')), PATIENCE_MS);
  });
  let why = '';
  redis.on('error', (error) => {
    why ||= error.message;
  });
  try {
    await Promise.race([redis.connect().then(() => redis.ping()), late]);
    return redis;
  } catch (error) {
    redis.disconnect();
    throw new MissingProgram(
      `No Redis answers at ${withoutSecret(address)} (${why || (error as Error).message}). Start one (package redis-server), or name another with VIGNETTE_REDIS=redis://host:6379.`,
    );
  } finally {
    clearTimeout(wait);
  }
}

/** The same where an address has to be given. @throws BadCall, MissingProgram */
export async function neededRedis(typed: string | undefined): Promise<{ redis: Redis; address: string }> {
  const address = redisAddress(typed);
  if (!address)
    throw new BadCall('The queue needs a Redis: name it with --redis redis://127.0.0.1:6379 or VIGNETTE_REDIS.');
  return { redis: await reached(address), address };
}

/**
 * The doors of the queue: what lies in it, stopping and trying again, and the files for workers that reach no shared folder.
 * Without a Redis address there is no queue, and that is said. On this machine alone the doors are open to whoever sits at it; on a
 * network they open with the token from the environment, and without one they stay shut.
 */
import { createHash, timingSafeEqual } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { rm, stat } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import { Matches } from 'class-validator';
import express, { type NextFunction, type Request, type Response, Router } from 'express';
import { CannotWrite } from '../cli/lent/faults.ts';
import { writeFrom } from '../cli/lent/file-sink.ts';
import { Board } from '../cli/queue/board.ts';
import { connection } from '../cli/queue/redis.ts';
import { NO_SUCH_FILE, pathInside } from '../cli/queue/shared-files.ts';
import { BadFile, Refused } from '../src/core/shot/index.ts';
import { checkPart } from '../src/core/shot/part.ts';

export interface QueueSettings {
  /** Where the Redis is; null: there is no queue. */
  redis: string | null;
  /** The folder whose files workers get and put; null: they reach a folder by themselves. */
  folder: string | null;
  /** What opens the doors; empty: nothing is asked of whoever is on this machine. */
  token: string;
  /** The version of the programs beside it; empty: it is not known. */
  program: string;
  /** Whether the server can be reached from this machine alone. */
  alone: boolean;
}

export const NO_QUEUE: QueueSettings = { redis: null, folder: null, token: '', program: '', alone: true };

/** The largest file a worker may put, bytes. */
const LARGEST_PUT = 8 * 1024 ** 3;
/** What workers put: parts, and what is delivered. Never a shot. */
const PUT_NAME = /\.(?:part-\d+-of-\d+|mp4|webm|mov|gif|png|svg|zip|ora|wav|csv|json|otio|vtt|pdf)$/;
/** A page elsewhere that calls itself by another name for this machine is not let in. */
const THIS_MACHINE = /^(?:localhost|127\.0\.0\.1|\[::1\])(?::\d+)?$/i;

const said = (error: string) => ({ error });

/** Compares without telling by its time how much of it was right. */
function sameSecret(a: string, b: string): boolean {
  const [x, y] = [a, b].map((text) => createHash('sha256').update(text).digest());
  return timingSafeEqual(x, y);
}

/** Lets in who may come in. */
function guard({ token, alone }: QueueSettings) {
  return (request: Request, response: Response, next: NextFunction): void => {
    if (token) {
      const given = /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1] ?? '';
      if (sameSecret(given, token)) next();
      else response.status(401).json(said('The queue of this server opens with its token.'));
      return;
    }
    if (!alone)
      response
        .status(403)
        .json(said('On a network the queue opens only with a token: start the server with VIGNETTE_TOKEN=….'));
    else if (!THIS_MACHINE.test(request.headers.host ?? ''))
      response.status(403).json(said('The queue is open to this machine alone, at localhost.'));
    else next();
  };
}

class Which {
  @Matches(/^d[0-9a-f]{24}$/, { message: 'say which delivery, by its id' }) id!: string;
}

/** Hands on what went wrong in a sentence. */
function failed(response: Response, error: unknown): void {
  if (response.headersSent) response.destroy();
  else if (error instanceof CannotWrite) response.status(500).json(said(error.message));
  else if (error instanceof Refused || error instanceof BadFile) response.status(400).json(said(error.message));
  else response.status(503).json(said('Redis is not reached; the queue goes on when it is there again.'));
}

/** What comes, as long as it is no more than this many bytes. @throws Refused beyond */
async function* atMost(pieces: AsyncIterable<Buffer>, bytes: number): AsyncGenerator<Buffer> {
  let count = 0;
  for await (const piece of pieces) {
    count += piece.length;
    if (count > bytes) throw new Refused(`A file that is put here has at most ${bytes / 1024 ** 3} GB.`);
    yield piece;
  }
}

function fileDoors(folder: string): Router {
  const doors = Router();
  const named = ({ params }: Request): string => [(params as { name: string | string[] }).name].flat().join('/');
  doors.get('/{*name}', async (request, response) => {
    try {
      const path = await pathInside(folder, named(request));
      const found = await stat(path).catch(() => null);
      if (!found?.isFile()) {
        response.status(404).json(said(NO_SUCH_FILE));
        return;
      }
      response.type('application/octet-stream').set('Content-Length', String(found.size));
      if (request.method === 'HEAD') response.end();
      else await pipeline(createReadStream(path), response);
    } catch (error) {
      failed(response, error);
    }
  });
  doors.put('/{*name}', async (request, response) => {
    try {
      const name = named(request);
      if (!PUT_NAME.test(name)) throw new Refused('Only parts and delivered files are put here.');
      await writeFrom(await pathInside(folder, name), atMost(request, LARGEST_PUT));
      response.json({ put: name });
    } catch (error) {
      failed(response, error);
    }
  });
  doors.delete('/{*name}', async (request, response) => {
    try {
      const name = named(request);
      if (!/\.part-\d+-of-\d+$/.test(name)) throw new Refused('Only parts are removed here.');
      await rm(await pathInside(folder, name), { force: true });
      response.json({ removed: name });
    } catch (error) {
      failed(response, error);
    }
  });
  return doors;
}

/** The doors under `/api/queue`. */
export function queueDoors(settings: QueueSettings): Router {
  const doors = Router();
  const { redis: address, folder } = settings;
  if (address === null) {
    const why = 'This server has no queue: it was started without the address of a Redis (VIGNETTE_REDIS).';
    doors.get('/', (_request, response) => {
      response.json({ there: false, why });
    });
    doors.get('/there', (_request, response) => {
      response.json({ there: false });
    });
    doors.use((_request, response) => {
      response.status(404).json(said(why));
    });
    return doors;
  }
  const redis = connection(address);
  void redis.connect().catch(() => undefined);
  const board = new Board(redis, settings.program);
  doors.get('/there', (_request, response) => {
    response.json({ there: true });
  });
  doors.use(guard(settings));
  if (folder !== null) doors.use('/files', fileDoors(folder));
  doors.use('/files', (_request, response) => {
    response.status(404).json(said('This server hands out no files: it was started without VIGNETTE_FOLDER.'));
  });
  // JSON alone is taken: a form of a page elsewhere cannot send it.
  doors.post('/{*what}', (request, response, next) => {
    if (request.is('application/json')) next();
    else response.status(415).json(said('The queue takes JSON alone.'));
  });
  // Whoever asks while it is away hears that at once instead of waiting.
  doors.use((_request, response, next) => {
    if (redis.status === 'ready') next();
    else failed(response, null);
  });
  doors.get('/', async (_request, response) => {
    try {
      const [deliveries, workers] = [await board.rows(), await board.workers()];
      response.set('Cache-Control', 'no-store').json({ there: true, deliveries, workers });
    } catch (error) {
      failed(response, error);
    }
  });
  for (const what of ['stop', 'again'] as const)
    doors.post(`/${what}`, express.json({ limit: '4kb' }), async (request, response) => {
      try {
        const { id } = checkPart(Which, request.body ?? {}, 'request', 'nothing was done');
        await board[what](id);
        response.json({ done: true });
      } catch (error) {
        failed(response, error);
      }
    });
  return doors;
}

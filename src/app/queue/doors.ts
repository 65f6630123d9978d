/** What the page of the queue asks of the server, and how its answers are read. */
import { IsArray, IsBoolean, IsIn, IsInt, IsNumber, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';
import { checkPart, Parts } from '../../core/shot/part.ts';

const STATES = ['waiting', 'at work', 'joining', 'done', 'failed', 'stopped'] as const;

/** The token that the person gave, as long as this window lives. */
const TOKEN = 'vignette-queue-token';
const MOST_ROWS = 100_000;

/** A delivery in the queue. */
export class QueuedDelivery {
  @IsString() @MaxLength(40) id!: string;
  @IsString() @MaxLength(400) title!: string;
  @IsString() @MaxLength(1000) file!: string;
  @IsString() @MaxLength(2000) name!: string;
  @IsString() @MaxLength(64) format!: string;
  @IsIn(STATES) state!: (typeof STATES)[number];
  @IsNumber() @Min(0) @Max(1) share!: number;
  @IsInt() @Min(1) parts!: number;
  @IsInt() @Min(0) partsDone!: number;
  @IsArray() @IsString({ each: true }) failed!: string[];
  @IsInt() added!: number;
  @IsOptional() @IsInt() ended!: number | null;
  @IsInt() @Min(0) bytes!: number;
}

class QueueAnswer {
  @IsBoolean() there!: boolean;
  @IsOptional() @IsString() @MaxLength(400) why?: string;
  @IsOptional() @Parts(() => QueuedDelivery, MOST_ROWS) deliveries?: QueuedDelivery[];
  @IsOptional() @IsInt() @Min(0) workers?: number;
}

export type Queued = { there: false; why: string } | { there: true; deliveries: QueuedDelivery[]; workers: number };

/** The server wants its token. */
export class TokenWanted extends Error {
  override name = 'TokenWanted';
}

export const giveToken = (token: string): void => sessionStorage.setItem(TOKEN, token);

async function ask(path: string, init: RequestInit = {}): Promise<unknown> {
  const token = sessionStorage.getItem(TOKEN);
  const headers = { ...init.headers, ...(token ? { Authorization: `Bearer ${token}` } : {}) };
  let answer: Response;
  try {
    answer = await fetch(path, { ...init, headers });
  } catch {
    throw new Error('The server does not answer; the queue goes on without it.');
  }
  const told = (await answer.json().catch(() => null)) as { error?: string } | null;
  if (answer.status === 401) throw new TokenWanted(token ? 'This is not the token of the server.' : '');
  if (!answer.ok) throw new Error(told?.error ?? `The server answered ${answer.status}.`);
  return told;
}

/** What lies in the queue. @throws TokenWanted */
export async function queued(): Promise<Queued> {
  const {
    there,
    why = '',
    deliveries = [],
    workers = 0,
  } = checkPart(QueueAnswer, await ask('/api/queue'), 'answer of the server', 'nothing is shown');
  return there ? { there, deliveries, workers } : { there, why };
}

/** Stops a delivery, or tries it again. */
export async function tell(what: 'stop' | 'again', id: string): Promise<void> {
  await ask(`/api/queue/${what}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ id }),
  });
}

/** Whether the server has a queue at all. */
export async function hasQueue(): Promise<boolean> {
  return ((await ask('/api/queue/there')) as { there?: boolean } | null)?.there === true;
}

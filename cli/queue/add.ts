/** Shot files put in the queue: each delivery is settled here, so that every worker does the same. */
import { relative, sep } from 'node:path';
import { dayInWords } from '../../src/core/export/index.ts';
import { Refused } from '../../src/core/shot/index.ts';
import { bytesOf, openShot } from '../deliver/opened.ts';
import { nameByFile, type OrderWords, onePlaceEach, orderOf, prepared } from '../deliver/order.ts';
import { itemCount } from '../deliver/shares.ts';
import { typedPath } from '../lent/call.ts';
import { BadCall } from '../lent/faults.ts';
import { programVersion } from '../lent/program.ts';
import type { Board } from './board.ts';
import { type DeliveryPart, deliveryId } from './jobs.ts';

/** A part is about this many seconds of the film, unless it is said how many there are. */
const PART_SECONDS = 5;
const MOST_BY_ITSELF = 64;

export interface AddWords {
  /** The folder that all workers reach; files must lie in it. */
  folder: string;
  /** Inside the folder. */
  out: string;
  /** How many parts each delivery is shared out in. */
  parts: number | null;
  /** Files are called by their shot, or by their file. */
  call: 'shot' | 'file';
  orders: OrderWords[];
}

/** The deliveries of a shot file. @throws BadCall, BadFile */
async function deliveriesOf(file: string, { folder, out, parts, call, orders }: AddWords): Promise<DeliveryPart[]> {
  const path = typedPath(file);
  const name = relative(folder, path).split(sep).join('/');
  if (name === '' || name.startsWith('../') || name === '..')
    throw new BadCall(
      `“${file}” does not lie in “${folder}”, where the workers look for it. Name their folder with --folder.`,
    );
  const opened = openShot(await bytesOf(path), file);
  const today = dayInWords(Date.now());
  const made: DeliveryPart[] = [];
  for (const words of orders) {
    const own = orderOf(opened.shot, words, today);
    const order = call === 'file' ? { ...own, name: nameByFile(file, own) } : own;
    const ready = prepared(opened.shot, order);
    const byLength = Math.ceil(ready.film.frames / ready.film.fps / PART_SECONDS);
    // What has nothing to share out is one part, and that is empty.
    const count = Math.max(1, Math.min(parts ?? Math.min(MOST_BY_ITSELF, byLength), await itemCount(ready)));
    const settled = { file: name, digest: opened.digest, order, out };
    made.push({
      id: deliveryId(settled),
      program: programVersion(),
      title: opened.shot.title,
      ...settled,
      parts: count,
      added: Date.now(),
    });
  }
  return made;
}

/**
 * Adds the deliveries of some shot files. Nothing is added unless all of them can be.
 * @returns how many were added, and how many were there already @throws BadCall, BadFile, Refused
 */
export async function addFiles(
  board: Board,
  files: string[],
  words: AddWords,
): Promise<{ added: number; there: number }> {
  const other = await board.programAtWork();
  if (other !== '' && other !== programVersion())
    throw new Refused(
      `In the queue lies work of Vignette ${other}, and this is ${programVersion()}. Let it come to its end or stop it, then add this.`,
    );
  const all: DeliveryPart[] = [];
  for (const file of files) all.push(...(await deliveriesOf(file, words)));
  const takePlace = onePlaceEach();
  for (const { out, order, file } of all) takePlace(`${out}/${order.name}`, file);
  let added = 0;
  for (const delivery of all) if (await board.add(delivery)) added++;
  return { added, there: all.length - added };
}

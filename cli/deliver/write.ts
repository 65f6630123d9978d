/** Writing a delivery of an opened shot: whole, as a part, or joined from parts. */
import { readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { soundOfFilm } from '../../src/core/export/index.ts';
import { BadFile, Refused } from '../../src/core/shot/index.ts';
import { loudest } from '../../src/core/sound/index.ts';
import { readablePictures } from '../lent/animated.ts';
import { CannotWrite, systemSays } from '../lent/faults.ts';
import { FileSink } from '../lent/file-sink.ts';
import { soundsIn } from '../lent/sounds.ts';
import { type PaintingThreads, picturesShown, ShotPainting } from '../painting/pool.ts';
import { bytesOf, type OpenedShot } from './opened.ts';
import { type Order, type Prepared, prepared } from './order.ts';
import { orderDigest, type Part, partName, readPart, readyOf, writePart } from './shares.ts';
import { NOTHING_READY, nodeDeliveryTools, type Ready } from './tools.ts';

/** What a delivery is written with, and who is told how far it has come. */
export interface Writing {
  threads: PaintingThreads;
  /** 0..1. */
  progress(share: number): void;
}

export interface Written {
  path: string;
  bytes: number;
  /** The highest sample of its sound; 0 without sound. */
  loudest: number;
}

async function paintingOf({ shot, media }: OpenedShot, { film }: Prepared, threads: PaintingThreads) {
  const files = await readablePictures(shot, media, picturesShown([film]));
  return new ShotPainting(threads, shot, files);
}

async function writeInto(
  opened: OpenedShot,
  order: Order,
  path: string,
  { threads, progress }: Writing,
  readyFor: (delivery: Prepared) => Promise<Ready>,
): Promise<Written> {
  const delivery = prepared(opened.shot, order);
  const { format, wishes, film } = delivery;
  const tools = nodeDeliveryTools(await paintingOf(opened, delivery, threads), threads.count, await readyFor(delivery));
  const sink = await FileSink.open(path);
  let peak = 0;
  try {
    await format.write({
      shot: opened.shot,
      film,
      wishes: wishes as never,
      tools,
      sink,
      async sound() {
        // Decoded only for a file that has sound in it.
        const mixed = soundOfFilm(film, [await soundsIn(opened.shot, opened.media)]);
        peak = mixed ? loudest(mixed.channels) : 0;
        return mixed;
      },
      progress,
    });
    await sink.close();
  } catch (error) {
    await sink.drop();
    throw error;
  } finally {
    tools.letGo();
  }
  return { path, bytes: sink.bytes, loudest: peak };
}

/** Writes a delivery whole. */
export const writeDelivery = (opened: OpenedShot, order: Order, folder: string, writing: Writing): Promise<Written> =>
  writeInto(opened, order, join(folder, order.name), writing, async () => NOTHING_READY);

/** Writes one part of a delivery. @returns the path of its file */
export async function writeDeliveryPart(
  opened: OpenedShot,
  order: Order,
  part: Part,
  folder: string,
  { threads, progress }: Writing,
): Promise<string> {
  const delivery = prepared(opened.shot, order);
  const painting = await paintingOf(opened, delivery, threads);
  const job = { delivery, order, shotDigest: opened.digest, part, painting, atOnce: threads.count, progress };
  return writePart(job, folder);
}

/** Which parts of a file lie in a folder, by how many it was shared out in. */
async function partsIn(folder: string, name: string): Promise<Map<number, Set<number>>> {
  let files: string[];
  try {
    files = await readdir(folder);
  } catch (error) {
    throw new CannotWrite(systemSays(error, folder));
  }
  const found = new Map<number, Set<number>>();
  for (const file of files) {
    const [, k, of] = file.startsWith(`${name}.`) ? (/\.part-(\d+)-of-(\d+)$/.exec(file) ?? []) : [];
    if (!k || partName(name, { k: Number(k), of: Number(of) }) !== file) continue;
    const those = found.get(Number(of)) ?? new Set();
    found.set(Number(of), those.add(Number(k)));
  }
  return found;
}

/** The parts of a file that are all there. @throws Refused when one is missing, with which */
async function wholeSet(folder: string, name: string): Promise<Part[]> {
  const found = await partsIn(folder, name);
  if (found.size === 0)
    throw new Refused(`There are no parts of “${name}” in “${folder}”. Write them first, with --part 1/8 and so on.`);
  const whole = [...found].find(([of, those]) => those.size === of);
  if (whole) return Array.from({ length: whole[0] }, (_, i) => ({ k: i + 1, of: whole[0] }));
  const [[of, those]] = [...found].sort((a, b) => b[1].size - a[1].size);
  const missing = Array.from({ length: of }, (_, i) => i + 1).filter((k) => !those.has(k));
  throw new Refused(
    `Of the ${of} parts of “${name}” ${missing.length === 1 ? 'one is' : `${missing.length} are`} missing: ${missing.slice(0, 12).join(', ')}. Write ${missing.length === 1 ? 'it' : 'them'} with --part ${missing[0]}/${of}${missing.length > 1 ? ' and so on' : ''}.`,
  );
}

/** Joins the parts that lie in a folder into the file, and removes them. */
export async function joinDelivery(
  opened: OpenedShot,
  order: Order,
  folder: string,
  writing: Writing,
): Promise<Written> {
  const parts = await wholeSet(folder, order.name);
  const digest = orderDigest(opened.digest, order);
  const written = await writeInto(opened, order, join(folder, order.name), writing, async (delivery) => {
    const read = [];
    for (const part of parts) {
      const file = partName(order.name, part);
      const one = readPart(await bytesOf(join(folder, file)), file, digest);
      if (one.k !== part.k || one.of !== part.of)
        throw new BadFile(`“${file}” says it is part ${one.k} of ${one.of}. Give it its name back, or write it anew.`);
      read.push(one);
    }
    return readyOf(delivery, read);
  });
  for (const part of parts) await rm(join(folder, partName(order.name, part)), { force: true });
  return written;
}

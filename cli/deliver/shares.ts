/**
 * A delivery shared out in parts. What can be shared is counted in items: groups of pictures of a movie, or pictures. A part paints
 * its share and keeps it in a file of its own; joining writes the whole with what the parts have, so it is the same file that one
 * run would write. What has nothing to share - sounds, sheets, timelines - is written whole by whoever joins.
 */
import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { deflateRawSync, inflateRawSync } from 'node:zlib';
import { IsIn, IsInt, IsString, Matches, Max, MaxLength, Min } from 'class-validator';
import { type EncodedMovie, type Film, frameByFrame, type WantedPicture } from '../../src/core/export/index.ts';
import { ZipWriter } from '../../src/core/export/zip.ts';
import { BadFile, Refused } from '../../src/core/shot/index.ts';
import { checkPart } from '../../src/core/shot/part.ts';
import { ZipReader } from '../../src/core/shotfile/index.ts';
import { FileSink } from '../lent/file-sink.ts';
import { programVersion } from '../lent/program.ts';
import type { ShotPainting } from '../painting/pool.ts';
import { groupCount, groupFrames, groupName, pictureAs } from './encoding.ts';
import { GroupEncoder, workFolder } from './movie-writer.ts';
import type { Order, Prepared } from './order.ts';
import { pictureKey, type Ready } from './tools.ts';

/** The most parts a delivery is shared out in. */
export const MOST_PARTS = 4096;
/** What a part holds unpacked is at most this, bytes. */
const MOST_BYTES = 16 * 1024 ** 3;
const FORMAT = 'vignette-part';
const HEAD = 'part.json';

/** The k-th of n parts, from 1. */
export interface Part {
  k: number;
  of: number;
}

class PartHead {
  @IsIn([FORMAT], { message: 'it is no part of a delivery' }) format!: string;
  @IsString() @MaxLength(100) program!: string;
  /** Of the shot file and all that was asked: parts of one delivery have the same. */
  @Matches(/^[0-9a-f]{64}$/) order!: string;
  @IsInt() @Min(1) @Max(MOST_PARTS) k!: number;
  @IsInt() @Min(1) @Max(MOST_PARTS) of!: number;
}

/** The name of a part's file, beside the file it is a part of. */
export const partName = (name: string, { k, of }: Part): string => `${name}.part-${k}-of-${of}`;

/** What tells one delivery from all others: the shot file, and everything that is asked. */
export const orderDigest = (shotDigest: string, { format, wishes, today }: Order): string =>
  createHash('sha256')
    .update(JSON.stringify([shotDigest, format, Object.entries(wishes).sort(), today]))
    .digest('hex');

/** The items of a part: from `from` up to `to`, which is not of it. */
export const itemsOf = (count: number, { k, of }: Part): { from: number; to: number } => ({
  from: Math.floor(((k - 1) * count) / of),
  to: Math.floor((k * count) / of),
});

/** What of a delivery can be shared out: a movie, or pictures, each different one once. */
interface Shares {
  movie: { film: Film; encoded: EncodedMovie } | null;
  pictures: { wanted: WantedPicture; key: string }[];
}

async function sharesOf({ format, wishes, film }: Prepared): Promise<Shares> {
  const encoded = format.movie?.(wishes as never, film);
  if (encoded) return { movie: { film: frameByFrame(film), encoded }, pictures: [] };
  const byKey = new Map<string, WantedPicture>();
  for (const wanted of (await format.paints?.(film, wishes as never)) ?? []) {
    const key = pictureKey(wanted.film, wanted.picture);
    if (!byKey.has(key)) byKey.set(key, wanted);
  }
  return { movie: null, pictures: [...byKey].map(([key, wanted]) => ({ wanted, key })) };
}

/** How many items a delivery has to share out. */
export async function itemCount(delivery: Prepared): Promise<number> {
  const { movie, pictures } = await sharesOf(delivery);
  return movie ? groupCount(movie.film) : pictures.length;
}

const pictureMember = (item: number) => `picture-${String(item + 1).padStart(6, '0')}`;

/** A part being written: where to, and with what. */
export interface PartJob {
  delivery: Prepared;
  order: Order;
  shotDigest: string;
  part: Part;
  painting: ShotPainting;
  /** Groups of a movie that are encoded at the same time. */
  atOnce: number;
  progress(share: number): void;
}

/** Encodes the groups of a share, and hands them over in order. */
async function encodeShare(
  { film, encoded }: NonNullable<Shares['movie']>,
  { painting, atOnce, progress }: PartJob,
  from: number,
  to: number,
  add: (name: string, bytes: Uint8Array) => Promise<void>,
): Promise<void> {
  const { path: folder, remove } = workFolder();
  const encoder = new GroupEncoder(film, encoded, folder, atOnce);
  try {
    const frames = groupFrames(film);
    const first = from * frames;
    const last = Math.min(film.pictures.length, to * frames);
    for (let k = first; k < last; k++) {
      if (k % frames === 0) await encoder.begin(k / frames);
      await encoder.picture(await painting.paint(film, film.pictures[k], pictureAs(encoded)));
      progress((0.95 * (k + 1 - first)) / (last - first));
    }
    await encoder.end();
    for (let group = from; group < to; group++) {
      const name = groupName(encoded, group);
      await add(name, await readFile(join(folder, name)));
    }
  } finally {
    encoder.stop();
    remove();
  }
}

/** Writes a part of a delivery into a folder. @returns the path of its file */
export async function writePart(job: PartJob, folder: string): Promise<string> {
  const { delivery, order, shotDigest, part, painting, progress } = job;
  const shares = await sharesOf(delivery);
  const { from, to } = itemsOf(shares.movie ? groupCount(shares.movie.film) : shares.pictures.length, part);
  const path = join(folder, partName(order.name, part));
  const sink = await FileSink.open(path);
  try {
    const zip = new ZipWriter(sink);
    const head = { format: FORMAT, program: programVersion(), order: orderDigest(shotDigest, order), ...part };
    await zip.addText(HEAD, JSON.stringify(head));
    if (shares.movie && to > from)
      await encodeShare(shares.movie, job, from, to, (name, bytes) => zip.add(name, bytes));
    if (!shares.movie)
      for (let item = from; item < to; item++) {
        const { film, picture, as } = shares.pictures[item].wanted;
        const bytes = await painting.paint(film, picture, as);
        // A PNG is packed already; flat colour packs to almost nothing.
        await zip.add(pictureMember(item), as === 'png' ? bytes : deflateRawSync(bytes, { level: 1 }));
        progress((item + 1 - from) / (to - from));
      }
    await zip.end();
    await sink.close();
  } catch (error) {
    await sink.drop();
    throw error;
  }
  progress(1);
  return path;
}

/** A part that was read, with what it holds. */
interface ReadPart extends Part {
  zip: ZipReader;
}

/** Reads a part of a delivery. @throws BadFile, Refused when it is of another delivery or another program */
export function readPart(bytes: Uint8Array, file: string, digest: string): ReadPart {
  let zip: ZipReader;
  let head: PartHead;
  try {
    zip = new ZipReader(bytes, { kind: 'part', most: MOST_BYTES });
    head = checkPart(PartHead, JSON.parse(new TextDecoder().decode(zip.read(HEAD) ?? new Uint8Array())), 'part');
  } catch {
    throw new BadFile(`“${file}” is no part of a delivery, or it is damaged. Write it anew with --part.`);
  }
  if (head.program !== programVersion())
    throw new Refused(
      `“${file}” was written by Vignette ${head.program}, and this is ${programVersion()}. Write all parts with one version.`,
    );
  if (head.order !== digest)
    throw new Refused(
      `“${file}” is a part of another delivery: the shot or what was asked has changed since. Write it anew with --part.`,
    );
  return { zip, k: head.k, of: head.of };
}

/** What some parts bring along for the whole. @param parts all of them */
export async function readyOf(delivery: Prepared, parts: ReadPart[]): Promise<Ready> {
  const { movie, pictures } = await sharesOf(delivery);
  const groups = new Map<number, Uint8Array>();
  const painted = new Map<string, () => Uint8Array>();
  for (const part of parts) {
    const { from, to } = itemsOf(movie ? groupCount(movie.film) : pictures.length, part);
    for (let item = from; item < to; item++) {
      const member = movie ? groupName(movie.encoded, item) : pictureMember(item);
      const bytes = part.zip.read(member);
      if (!bytes) throw new BadFile(`Part ${part.k} of ${part.of} lacks ${member}. Write it anew with --part.`);
      if (movie) groups.set(item, bytes);
      else {
        const { wanted, key } = pictures[item];
        // Unpacked when it is asked for: all of them at once would not fit.
        painted.set(key, () => (wanted.as === 'png' ? bytes : new Uint8Array(inflateRawSync(bytes))));
      }
    }
  }
  return { groups, pictures: painted };
}

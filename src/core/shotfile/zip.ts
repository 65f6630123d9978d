/**
 * Reading a zip of ours: members are found in its directory and unpacked one at a time, by name. A member that nobody asks
 * for costs nothing; one that unpacks to more than it says, lies over another, or has changed since it was written is refused.
 */
import { inflateSync } from 'fflate';
import { BadFile } from '../shot/bad-file.ts';

interface Member {
  /** Where its own head begins, and how many bytes it takes packed and unpacked. */
  at: number;
  packed: number;
  size: number;
  stored: boolean;
  crc: number;
}

const END_MARK = 0x06054b50;
const MEMBER_MARK = 0x02014b50;
const HEAD_MARK = 0x04034b50;
const END_BYTES = 22;
const MEMBER_BYTES = 46;
const HEAD_BYTES = 30;
const LONGEST_REMARK = 0xffff;
/** Stands for a number that is told elsewhere, in zips larger than ours can be. */
const TOLD_ELSEWHERE = 0xffffffff;

declare const TextDecoder: new (label?: string) => { decode(bytes: Uint8Array): string };

/** One table for each of four bytes taken at once. */
const TABLES = (() => {
  const first = Uint32Array.from({ length: 256 }, (_, n) => {
    let value = n;
    for (let bit = 0; bit < 8; bit++) value = value & 1 ? 0xedb88320 ^ (value >>> 1) : value >>> 1;
    return value;
  });
  const next = (table: Uint32Array) => table.map((value) => first[value & 255] ^ (value >>> 8));
  const second = next(first);
  const third = next(second);
  return [first, second, third, next(third)];
})();

/** CRC-32 as in zip and PNG (ISO 3309), four bytes at a time. */
export function crc32(bytes: Uint8Array): number {
  const [a, b, c, d] = TABLES;
  const whole = bytes.length & ~3;
  let crc = ~0;
  for (let i = 0; i < whole; i += 4) {
    crc ^= bytes[i] | (bytes[i + 1] << 8) | (bytes[i + 2] << 16) | (bytes[i + 3] << 24);
    crc = d[crc & 255] ^ c[(crc >>> 8) & 255] ^ b[(crc >>> 16) & 255] ^ a[crc >>> 24];
  }
  for (let i = whole; i < bytes.length; i++) crc = a[(crc ^ bytes[i]) & 255] ^ (crc >>> 8);
  return ~crc >>> 0;
}

export interface ZipNames {
  /** What kind of file it is in sentences: "shot file". */
  kind: string;
  /** Bytes all members may unpack to together. */
  most: number;
}

export class ZipReader {
  private readonly bytes: Uint8Array;
  private readonly view: DataView;
  private readonly names: ZipNames;
  private readonly members = new Map<string, Member>();

  /** @throws BadFile when it is no zip, is cut short, or says of itself what cannot be. */
  constructor(bytes: Uint8Array, names: ZipNames) {
    this.bytes = bytes;
    this.view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
    this.names = names;
    this.readDirectory();
    this.checkRoom();
  }

  /** Names of the members, in the order of the directory. */
  get list(): string[] {
    return [...this.members.keys()];
  }

  private damaged(): BadFile {
    return new BadFile(
      `This ${this.names.kind} is cut short or damaged and cannot be unpacked. Ask for it again, or open another.`,
    );
  }

  private readDirectory(): void {
    const { view, bytes } = this;
    let end = bytes.length - END_BYTES;
    const last = Math.max(0, end - LONGEST_REMARK);
    while (end >= last && view.getUint32(end, true) !== END_MARK) end--;
    if (end < last) throw this.damaged();
    const count = view.getUint16(end + 10, true);
    let at = view.getUint32(end + 16, true);
    for (let i = 0; i < count; i++) {
      if (at + MEMBER_BYTES > end || view.getUint32(at, true) !== MEMBER_MARK) throw this.damaged();
      const method = view.getUint16(at + 10, true);
      const name = view.getUint16(at + 28, true);
      const member: Member = {
        at: view.getUint32(at + 42, true),
        packed: view.getUint32(at + 20, true),
        size: view.getUint32(at + 24, true),
        stored: method === 0,
        crc: view.getUint32(at + 16, true),
      };
      const next = at + MEMBER_BYTES + name + view.getUint16(at + 30, true) + view.getUint16(at + 32, true);
      if (next > end || (method !== 0 && method !== 8)) throw this.damaged();
      if ([member.at, member.packed, member.size].includes(TOLD_ELSEWHERE)) throw this.damaged();
      if (member.stored && member.packed !== member.size) throw this.damaged();
      const said = new TextDecoder().decode(bytes.subarray(at + MEMBER_BYTES, at + MEMBER_BYTES + name));
      if (this.members.has(said)) throw this.damaged();
      this.members.set(said, member);
      at = next;
    }
  }

  /** Members lie one after another and are not larger together than may be. */
  private checkRoom(): void {
    const { most, kind } = this.names;
    let total = 0;
    let reached = 0;
    for (const member of [...this.members.values()].sort((a, b) => a.at - b.at)) {
      if (member.at < reached || member.at + HEAD_BYTES + member.packed > this.bytes.length) throw this.damaged();
      reached = member.at + HEAD_BYTES + member.packed;
      total += member.size;
    }
    if (total > most)
      throw new BadFile(
        `This ${kind} unpacks to ${(total / 1024 ** 3).toFixed(1)} GB; the most that can be opened is ${(most / 1024 ** 3).toFixed(0)} GB.`,
      );
  }

  /** A member unpacked; null when there is none of that name. @throws BadFile when it is not as it was written. */
  read(name: string): Uint8Array<ArrayBuffer> | null {
    const member = this.members.get(name);
    if (!member) return null;
    const { view, bytes } = this;
    const { at, packed } = member;
    if (view.getUint32(at, true) !== HEAD_MARK) throw this.damaged();
    const from = at + HEAD_BYTES + view.getUint16(at + 26, true) + view.getUint16(at + 28, true);
    if (from + packed > bytes.length) throw this.damaged();
    const body = bytes.subarray(from, from + packed);
    const out = member.stored ? body.slice() : this.inflated(body, member.size);
    if (out.length !== member.size || crc32(out) !== member.crc) throw this.damaged();
    return out;
  }

  /** @param size what the directory says; one byte more is room to notice a member that unpacks to more. */
  private inflated(body: Uint8Array, size: number): Uint8Array<ArrayBuffer> {
    const out = new Uint8Array(size + 1);
    try {
      return inflateSync(body, { out }) as Uint8Array<ArrayBuffer>;
    } catch {
      throw this.damaged();
    }
  }
}

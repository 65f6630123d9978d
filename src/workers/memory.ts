/** How much a cache may hold on this machine. */

/** What a machine is taken to have that does not say, GiB; browsers say at most 8. */
const UNKNOWN_GIB = 4;

/** Bytes that are a share of the machine's memory. */
export function roomFor(share: number): number {
  const { deviceMemory = UNKNOWN_GIB } = navigator as { deviceMemory?: number };
  return Math.round(share * deviceMemory * 1024 ** 3);
}

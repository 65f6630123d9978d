/**
 * Patches between two versions of a plain-data tree.
 *
 * Two trees made by structural sharing are compared by reference first, so the cost is that of what changed. Arrays give
 * one splice (what was removed, what was inserted), never a shower of index moves: taking one line out of a drawing of
 * six hundred must not write the other five hundred and ninety-nine. Typed arrays are values, compared by reference.
 */

type Path = (string | number)[];

export type Patch =
  | { path: Path; set: unknown }
  | { path: Path; drop: true }
  | { path: Path; at: number; remove: number; insert: unknown[] };

export interface PatchPair {
  patches: Patch[];
  /** Undoes `patches` when applied in the order given. */
  inverse: Patch[];
}

type Tree = Record<string, unknown>;

function isTree(value: unknown): value is Tree {
  return typeof value === 'object' && value !== null && Object.getPrototypeOf(value) === Object.prototype;
}

/** Two array members that are the same thing before and after: same id, or both plain without one. */
function sameThing(a: unknown, b: unknown): boolean {
  return isTree(a) && isTree(b) && a.id === b.id;
}

function diffInto(a: unknown, b: unknown, path: Path, out: PatchPair): void {
  if (Object.is(a, b)) return;
  if (isTree(a) && isTree(b)) diffTrees(a, b, path, out);
  else if (Array.isArray(a) && Array.isArray(b)) diffArrays(a, b, path, out);
  else {
    out.patches.push({ path, set: b });
    out.inverse.push({ path, set: a });
  }
}

function diffTrees(a: Tree, b: Tree, path: Path, out: PatchPair): void {
  for (const key of Object.keys(a)) {
    if (key in b) {
      if (!Object.is(a[key], b[key])) diffInto(a[key], b[key], [...path, key], out);
    } else {
      out.patches.push({ path: [...path, key], drop: true });
      out.inverse.push({ path: [...path, key], set: a[key] });
    }
  }
  for (const key of Object.keys(b)) {
    if (key in a) continue;
    out.patches.push({ path: [...path, key], set: b[key] });
    out.inverse.push({ path: [...path, key], drop: true });
  }
}

function part(list: unknown[], from: number, to: number): unknown[] {
  return from === 0 && to === list.length && Object.isFrozen(list) ? list : list.slice(from, to);
}

function diffArrays(a: unknown[], b: unknown[], path: Path, out: PatchPair): void {
  let start = 0;
  while (start < a.length && start < b.length && Object.is(a[start], b[start])) start++;
  let endA = a.length;
  let endB = b.length;
  while (endA > start && endB > start && Object.is(a[endA - 1], b[endB - 1])) {
    endA--;
    endB--;
  }
  if (endA === start && endB === start) return;
  // A frozen list is a value (exposures): a thousand holds changed are one splice too, not a thousand patches.
  if (endA === endB && !Object.isFrozen(b)) {
    let same = true;
    for (let i = start; i < endA && same; i++) same = sameThing(a[i], b[i]);
    if (same) {
      for (let i = start; i < endA; i++) diffInto(a[i], b[i], [...path, i], out);
      return;
    }
  }
  // A whole frozen list goes in as it is, so that what others remember with it (its packed form) is found again.
  const removed = part(a, start, endA);
  const inserted = part(b, start, endB);
  out.patches.push({ path, at: start, remove: removed.length, insert: inserted });
  out.inverse.push({ path, at: start, remove: inserted.length, insert: removed });
}

/** The patches that lead from `a` to `b`, and back. */
export function diff(a: unknown, b: unknown): PatchPair {
  const out: PatchPair = { patches: [], inverse: [] };
  diffInto(a, b, [], out);
  out.inverse.reverse();
  return out;
}

type Holder = Record<string | number, unknown>;

/** Copies a node unless this run already did: everything the run did not touch stays shared with the old tree. */
function ownCopy(node: unknown, fresh: Set<unknown>): Holder {
  if (fresh.has(node)) return node as Holder;
  const copy = Array.isArray(node) ? node.slice() : { ...(node as Tree) };
  fresh.add(copy);
  return copy as Holder;
}

/**
 * Applies patches and returns a new tree; `root` is left as it was.
 * @throws Error naming the path when it leads nowhere (a journal of another shot).
 */
export function applyPatches<T>(root: T, patches: Patch[]): T {
  const fresh = new Set<unknown>();
  let tree: unknown = root;
  for (const patch of patches) {
    if (patch.path.length === 0 && 'set' in patch) {
      tree = patch.set;
      continue;
    }
    const top = ownCopy(tree, fresh);
    tree = top;
    let node = top;
    const unfit = () => new Error(`The change at ${patch.path.join('/')} does not fit this shot.`);
    for (const key of patch.path.slice(0, -1)) {
      const child = node[key];
      if (typeof child !== 'object' || child === null) throw unfit();
      node[key] = ownCopy(child, fresh);
      node = node[key] as Holder;
    }
    const last = patch.path.at(-1)!;
    if ('drop' in patch) delete node[last];
    else if ('set' in patch) node[last] = patch.set;
    else {
      const list = node[last];
      if (!Array.isArray(list)) throw unfit();
      const { at, remove, insert } = patch;
      // A frozen list is a value: the very same one stands there again, with all that is remembered of it.
      const whole = at === 0 && remove === list.length && Object.isFrozen(insert);
      node[last] = whole ? insert : ownCopy(list, fresh);
      if (!whole) (node[last] as unknown[]).splice(at, remove, ...insert);
    }
  }
  return tree as T;
}

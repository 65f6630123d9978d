/**
 * A recipe's draft as plain data. Reading thousands of things through a draft makes a draft of each, and asking for a
 * changed draft's present state walks all that was put into it: edits that look at much work on a copy of their own and
 * write what came out into the draft once.
 */
import { current, isDraft } from 'mutative';
import type { Id } from '../shot/ids.ts';
import { levelOf, OUTSIDE } from '../shot/levels.ts';
import type { Shot } from '../shot/model.ts';

type Tree = Record<string, unknown>;

/** Drafts of levels: what they are drafts of. */
const levels = new WeakMap<object, { draft: Shot; bundle: Id }>();

/** What a level has for its own. */
const OWN = new Set<string | symbol>(['layers', 'length', 'width', 'height']);

/**
 * The draft of a change as it looks from within a bundle (`levelOf`): what is done to the level's layers and length is done
 * to the bundle. Null: the draft itself.
 */
export function levelDraft(draft: Shot, bundle: Id | null): Shot {
  if (bundle === null || !draft.bundles[bundle]) return draft;
  const inner = draft.bundles[bundle] as unknown as Tree;
  const cues = plain(draft.paletteCues).slice(0, 1);
  const within = {
    bundle,
    get outer() {
      return draft.layers;
    },
    set outer(layers) {
      draft.layers = layers;
    },
  };
  const outside = new Map<string | symbol, unknown>([
    ...Object.entries(OUTSIDE),
    ['paletteCues', cues],
    ['within', within],
  ]);
  const level = new Proxy(draft, {
    get: (target, key) =>
      OWN.has(key) ? inner[key as string] : outside.has(key) ? outside.get(key) : Reflect.get(target, key),
    set(target, key, value) {
      if (OWN.has(key)) inner[key as string] = value;
      else if (!outside.has(key)) (target as unknown as Tree)[key as string] = value;
      return true;
    },
  });
  levels.set(level, { draft, bundle });
  return level;
}

/** A part of a draft as plain data, for computing with. Anything that is no draft is given back as it is. */
export function plain<T>(part: T): T {
  const level = typeof part === 'object' && part !== null ? levels.get(part) : undefined;
  if (level) return levelOf(plain(level.draft), level.bundle) as T;
  return isDraft(part) ? (current(part as T & object) as T) : part;
}

function isTree(value: unknown): value is Tree {
  return typeof value === 'object' && value !== null && Object.getPrototypeOf(value) === Object.prototype;
}

/** A list of exposures is a value: it is replaced, never changed in place. */
const VALUE = 'exposures';
/** Of these the list is one's own; the lines and areas in it are values. */
const LISTS_OF_VALUES = new Set(['ink', 'paint']);

/** The many drawings of a shot: each is copied when it is first asked for. */
const LAZY = 'drawings';

function ownCopy(value: unknown, key = ''): unknown {
  if (key === VALUE) return value;
  if (key === LAZY && isTree(value)) return lazyCopy(value);
  if (Array.isArray(value)) return LISTS_OF_VALUES.has(key) ? value.slice() : value.map((each) => ownCopy(each));
  if (!isTree(value)) return value;
  const out: Tree = {};
  for (const each in value) out[each] = ownCopy(value[each], each);
  return out;
}

/** What became of a record that is copied member by member. */
interface LazyCopy {
  before: Tree;
  /** Members that were asked for or put in. */
  own: Map<string, unknown>;
  gone: Set<string>;
}

const lazyCopies = new WeakMap<object, LazyCopy>();

function lazyCopy(before: Tree): Tree {
  const own = new Map<string, unknown>();
  const gone = new Set<string>();
  const has = (key: string | symbol): key is string =>
    typeof key === 'string' && (own.has(key) || (Object.hasOwn(before, key) && !gone.has(key)));
  const copy = new Proxy<Tree>(
    {},
    {
      get(_, key) {
        if (!has(key)) return undefined;
        if (!own.has(key)) own.set(key, ownCopy(before[key], key));
        return own.get(key);
      },
      set(_, key, value) {
        if (typeof key !== 'string') return false;
        own.set(key, value);
        gone.delete(key);
        return true;
      },
      deleteProperty(_, key) {
        if (typeof key === 'string') {
          own.delete(key);
          gone.add(key);
        }
        return true;
      },
      has: (_, key) => has(key),
      ownKeys() {
        const kept = Object.keys(before);
        const added = [...own.keys()].filter((key) => !Object.hasOwn(before, key));
        return [...(gone.size > 0 ? kept.filter((key) => !gone.has(key)) : kept), ...added];
      },
      // Asked whether a member can be listed; its value is got by itself.
      getOwnPropertyDescriptor: (_, key) =>
        has(key) ? { value: undefined, writable: true, enumerable: true, configurable: true } : undefined,
    },
  );
  lazyCopies.set(copy, { before, own, gone });
  return copy;
}

/** A lazily copied record as a plain one; the very one it was copied from when nothing in it was changed. */
function settled({ before, own, gone }: LazyCopy): Tree {
  const changed = new Map<string, unknown>();
  for (const [key, value] of own) {
    const now = Object.hasOwn(before, key) ? shared(before[key], value, key) : value;
    if (!Object.hasOwn(before, key) || !Object.is(now, before[key])) changed.set(key, now);
  }
  if (changed.size === 0 && gone.size === 0) return before;
  const out: Tree = {};
  for (const key in before) if (!gone.has(key)) out[key] = changed.has(key) ? changed.get(key) : before[key];
  for (const [key, value] of changed) out[key] = value;
  return out;
}

function byId(list: unknown[]): Map<unknown, unknown> | null {
  const out = new Map<unknown, unknown>();
  for (const each of list) {
    if (!isTree(each) || each.id === undefined) return null;
    out.set(each.id, each);
  }
  return out;
}

/** What came out of a working copy, with all that stayed as it was being the very same as before. Changes `after`. */
function shared(before: unknown, after: unknown, key = ''): unknown {
  if (Object.is(before, after) || key === VALUE) return after;
  const lazy = isTree(after) && lazyCopies.get(after);
  if (lazy) return Object.is(lazy.before, before) ? settled(lazy) : shared(before, { ...settled(lazy) }, key);
  if (Array.isArray(before) && Array.isArray(after)) {
    if (!LISTS_OF_VALUES.has(key)) {
      const known = before.length === after.length ? null : byId(before);
      for (let i = 0; i < after.length; i++) {
        const each = after[i] as Tree;
        const was = (isTree(each) && known?.get(each.id)) || before[i];
        after[i] = shared(was, each);
      }
    }
    return before.length === after.length && after.every((each, i) => Object.is(each, before[i])) ? before : after;
  }
  if (!isTree(before) || !isTree(after)) return after;
  let same = true;
  let count = 0;
  for (const each in after) {
    after[each] = shared(before[each], after[each], each);
    if (!Object.is(after[each], before[each])) same = false;
    count++;
  }
  return same && count === Object.keys(before).length ? before : after;
}

function sameThings(a: unknown[], b: unknown[]): boolean {
  return a.length === b.length && a.every((each, i) => isTree(each) && (each as Tree).id === (b[i] as Tree)?.id);
}

/** Writes what differs between two trees into a draft of the first; what stayed is left to the draft, never put in plain. */
function writeTree(draft: Tree, before: Tree, after: Tree): void {
  for (const key in after) {
    const [was, next] = [before[key], after[key]];
    if (Object.is(was, next)) continue;
    if (isTree(was) && isTree(next)) writeTree(draft[key] as Tree, was, next);
    else if (Array.isArray(was) && Array.isArray(next) && key !== VALUE) writeList(draft, key, was, next);
    else draft[key] = next;
  }
  for (const key of Object.keys(before)) if (!(key in after)) delete draft[key];
}

function writeList(holder: Tree, key: string, before: unknown[], after: unknown[]): void {
  const drafts = holder[key] as unknown[];
  if (sameThings(before, after)) {
    for (let i = 0; i < after.length; i++)
      if (!Object.is(before[i], after[i])) writeTree(drafts[i] as Tree, before[i] as Tree, after[i] as Tree);
    return;
  }
  const at = new Map(before.map((each, i) => [isTree(each) ? (each.id ?? each) : each, i]));
  holder[key] = after.map((each) => {
    const i = isTree(each) ? at.get(each.id ?? each) : undefined;
    if (i === undefined) return each;
    if (!Object.is(before[i], each)) writeTree(drafts[i] as Tree, before[i] as Tree, each as Tree);
    return drafts[i];
  });
}

/**
 * Runs an edit on a copy of a draft's shot that it may change freely - only lists of exposures, lines and areas are values
 * it replaces - and writes what differs into the draft. `shot` may be plain data too: then it is changed itself.
 */
export function onWorkingCopy<T>(shot: Shot, edit: (work: Shot, before: Shot) => T): T {
  const before = plain(shot);
  const work = ownCopy(before) as Shot;
  const result = edit(work, before);
  const [draft, from, to] = [shot, before, work] as unknown as [Tree, Tree, Tree];
  for (const key in to) to[key] = shared(from[key], to[key], key);
  writeTree(draft, from, to);
  return result;
}

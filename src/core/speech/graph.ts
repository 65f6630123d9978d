/** What may be said, as a graph of sounds: words in order, their pronunciations side by side, silence where one may pause. */
import type { Phone } from './phones.ts';

interface SoundNode {
  /** Index in the phone table. */
  phone: number;
  /** Index of the word it belongs to; -1 for silence. */
  word: number;
  /** Nodes that may come right before; -1 is the beginning. */
  before: number[];
}

export interface SoundGraph {
  /** In topological order. */
  nodes: SoundNode[];
  /** Nodes the sound may end with. */
  ends: number[];
}

/** The graph of words given by their pronunciations; `index` gives a phone's place in the table. */
export function soundGraph(words: Phone[][][], index: (phone: Phone) => number, silence: number): SoundGraph {
  const nodes: SoundNode[] = [];
  let ends = [-1];
  const pause = () => {
    nodes.push({ phone: silence, word: -1, before: ends });
    ends = [...ends, nodes.length - 1];
  };
  pause();
  words.forEach((variants, word) => {
    const next: number[] = [];
    for (const variant of variants) {
      let before = ends;
      for (const phone of variant) {
        nodes.push({ phone: index(phone), word, before });
        before = [nodes.length - 1];
      }
      next.push(...before);
    }
    ends = next;
    pause();
  });
  return { nodes, ends };
}

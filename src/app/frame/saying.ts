/** What is said to the person: one sentence at a time in the bar at the foot of the window, and the last ones behind it. */
import { createStore } from 'zustand/vanilla';

export interface Sentence {
  id: number;
  text: string;
  /** performance.now() when it was said, and until when it stands in the bar: as long as it takes to read. */
  at: number;
  until: number;
}

/** So many sentences are remembered. */
const MOST = 40;

export const said = createStore<{ all: readonly Sentence[] }>(() => ({ all: [] }));

let number = 0;

/** Says a sentence; the same one said again is not listed twice. */
export function say(text: string): void {
  const at = performance.now();
  const sentence = { id: ++number, text, at, until: at + 4000 + 60 * text.length };
  said.setState(({ all }) => ({ all: [sentence, ...all.filter((each) => each.text !== text)].slice(0, MOST) }));
}

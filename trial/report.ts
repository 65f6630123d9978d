/** What a campaign comes to. */
export interface Outcome {
  /** One line: what was done, how often, what came of it. */
  summary: string;
  /** Each a line that says what went wrong and how to have it again; empty when all went well. */
  failures: string[];
}

/** How long, from which seed. */
export interface Wishes {
  count: number;
  seed: number;
}

/** So many failures are written out; the rest is counted. */
export const MOST_TOLD = 12;

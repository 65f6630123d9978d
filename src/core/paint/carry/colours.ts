/** What is known of the colours of a drawing's regions. */

/** Colours of a drawing's regions: for each region how likely each colour is, and how likely the likeliest. */
export interface Colours {
  /** Row by row: region, colour; a row sums to 1 or to 0. */
  share: Float32Array;
  count: number;
  sure: Float32Array;
  /** By region: 1 where the likeliest colour is a guess by what the region looks like, and nothing that is known speaks for it. */
  guessed: Uint8Array;
}

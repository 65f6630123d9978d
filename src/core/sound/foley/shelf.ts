/** A sound of the Foley shelf. */
export interface FoleySound {
  id: string;
  name: string;
  /** What else one might look for it by. */
  words: string;
  /** Mono samples -1..1 at `rate` samples a second. */
  make(rate: number): Float32Array;
}

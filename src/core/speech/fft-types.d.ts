declare module 'fft.js' {
  export default class FFT {
    /** `size`: a power of two. */
    constructor(size: number);
    /** Room for real and imaginary parts by turns. */
    createComplexArray(): number[];
    /** The first half of the spectrum of real samples. */
    realTransform(out: number[], samples: ArrayLike<number>): void;
  }
}

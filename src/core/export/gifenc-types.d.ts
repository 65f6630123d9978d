declare module 'gifenc' {
  export interface FrameOptions {
    palette?: [number, number, number][];
    /** Milliseconds; written as whole centiseconds. */
    delay?: number;
    transparent?: boolean;
    transparentIndex?: number;
    dispose?: number;
    repeat?: number;
    /** Without `auto`: this frame carries the size and the palette of all. */
    first?: boolean;
  }
  /** With `auto` header and first frame are found out by themselves. */
  export function GIFEncoder(options?: { auto?: boolean }): {
    writeHeader(): void;
    /** Forgets the bytes written so far. */
    reset(): void;
    writeFrame(indices: Uint8Array, width: number, height: number, options: FrameOptions): void;
    finish(): void;
    bytes(): Uint8Array;
    /** The bytes written so far, in place. */
    bytesView(): Uint8Array;
  };
  export function quantize(
    rgba: Uint8Array | Uint8ClampedArray,
    colours: number,
    options?: { format?: string },
  ): number[][];
  export function applyPalette(rgba: Uint8Array | Uint8ClampedArray, palette: number[][], format?: string): Uint8Array;
}

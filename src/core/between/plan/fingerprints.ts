/** Prints: short words that change when what they are of changes. A first pass is untouched while its print holds. */

import { plain } from '../../history/draft.ts';
import type { Area, Brush, Stroke } from '../../shot/drawing-model.ts';
import type { Drawing } from '../../shot/model.ts';
import { stableJson } from '../../shot/stable-json.ts';

/** Fowler, Noll and Vo's hash (FNV-1a), 32 bits. */
class Fingerprint {
  private hash = 0x811c9dc5;

  number(value: number): this {
    this.hash ^= value;
    this.hash = Math.imul(this.hash, 0x01000193);
    return this;
  }

  floats(values: Float32Array): this {
    const words = new Int32Array(values.buffer, values.byteOffset, values.length);
    for (let i = 0; i < words.length; i++) this.number(words[i]);
    return this.number(values.length);
  }

  text(text: string): this {
    for (let i = 0; i < text.length; i++) this.number(text.charCodeAt(i));
    return this.number(text.length);
  }

  done(): string {
    return (this.hash >>> 0).toString(36);
  }
}

/** The print of a text. */
export const textPrint = (text: string): string => new Fingerprint().text(text).done();

const known = new WeakMap<object, string>();

function remembered(of: object, make: () => string): string {
  let print = known.get(of);
  if (!print) {
    print = make();
    known.set(of, print);
  }
  return print;
}

/** Everything a brush is, in one text. */
function brushText(brush: Brush): string {
  return remembered(brush, () => stableJson(brush));
}

function inkPrint(ink: Stroke[]): string {
  return remembered(ink, () => {
    const print = new Fingerprint();
    for (const { points, closed, swatch, brush, name } of ink)
      print
        .floats(points)
        .number(closed ? 1 : 0)
        .text(swatch)
        .text(name)
        .text(brushText(brush));
    return print.done();
  });
}

function paintPrint(paint: Area[]): string {
  return remembered(paint, () => {
    const print = new Fingerprint();
    for (const { rings, swatch, name, edge, soft } of paint) {
      print.text(swatch).text(name).text(edge).text(String(soft));
      for (const ring of rings) print.floats(ring);
    }
    return print.done();
  });
}

/** The print of a drawing's lines. */
export const linesFingerprint = ({ ink }: Pick<Drawing, 'ink'>): string => inkPrint(plain(ink));

/** The print of what is on a drawing. */
export function fingerprintOf({ ink, paint }: Pick<Drawing, 'ink' | 'paint'>): string {
  return `${linesFingerprint({ ink })}.${paintPrint(plain(paint))}`;
}

/** Computed, and as it was computed. */
export function isFirstPass(drawing: Pick<Drawing, 'ink' | 'paint' | 'firstPass'>): boolean {
  return drawing.firstPass !== null && drawing.firstPass.made === fingerprintOf(drawing);
}

/** Gives a drawing paint that was computed: what no hand had touched stays a first pass. For use inside a `change()` recipe. */
export function repainted(drawing: Drawing, paint: Drawing['paint']): void {
  const ours = isFirstPass(drawing);
  drawing.paint = paint;
  if (ours && drawing.firstPass) drawing.firstPass = { ...drawing.firstPass, made: fingerprintOf(drawing) };
}

/** Nothing is on it. */
export const isBlank = ({ ink, paint }: Pick<Drawing, 'ink' | 'paint'>): boolean =>
  ink.length === 0 && paint.length === 0;

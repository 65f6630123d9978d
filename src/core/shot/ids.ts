/** Names a thing in a shot: a drawing, a stroke, a layer. */
export type Id = string;

const LENGTH = 12;
const BASE = 36;

/** Characters that tell this run of the application from all others: 8 of 0-9a-z, 41 bits. */
let run = '';
let count = 0;
const COUNTS = BASE ** 4;

function newRun(): string {
  let out = '';
  for (let i = 0; i < LENGTH - 4; i++) out += Math.floor(Math.random() * BASE).toString(BASE);
  return out;
}

/**
 * A new id, 12 characters of 0-9a-z, safe as a file name in the shot file. A random start and a count: tens of thousands
 * are made at once when a whole sheet is timed anew.
 */
export function newId(): Id {
  if (count % COUNTS === 0) run = newRun();
  const number = (count++ % COUNTS).toString(BASE);
  return run + '0000'.slice(number.length) + number;
}

/** A new seed for the texture of a stroke, 31 bits. */
export function newSeed(): number {
  return Math.floor(Math.random() * 0x7fffffff);
}

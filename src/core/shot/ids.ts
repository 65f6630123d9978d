import type { Id } from './model.ts';

const ALPHABET = '0123456789abcdefghijklmnopqrstuvwxyz';
const LENGTH = 12;

/** A new random id, 12 characters of 0-9a-z (62 bits), safe as a file name in the shot file. */
export function newId(): Id {
  let id = '';
  for (let i = 0; i < LENGTH; i++) id += ALPHABET[Math.floor(Math.random() * ALPHABET.length)];
  return id;
}

/** A new seed for the texture of a stroke, 31 bits. */
export function newSeed(): number {
  return Math.floor(Math.random() * 0x7fffffff);
}

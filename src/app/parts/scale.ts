import { useStore } from 'zustand';
import { page } from '../session/looks.ts';

/** How much larger than at 100 % words, buttons and panels are; what is laid out in pixels is multiplied by it. */
export const useScale = () => useStore(page, ({ scale }) => scale);

/** A length that grows with words, buttons and panels. @param px pixels at 100 % */
export const rem = (px: number) => `${px / 16}rem`;

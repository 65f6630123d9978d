import { colourOf, type Swatch } from '../../core/shot/index.ts';

/** Chips show how see-through a swatch is. */
const CHECKS = 'repeating-conic-gradient(#e3e1da 0 25%, #ffffff 0 50%) 0 0 / 10px 10px';

/** How a swatch looks on its chip: its colour, over squares where it is see-through. */
export const chipOf = (swatch: Swatch) => ({
  background:
    swatch.opacity < 1 ? `linear-gradient(${colourOf(swatch)}, ${colourOf(swatch)}), ${CHECKS}` : swatch.colour,
});

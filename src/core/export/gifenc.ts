/** gifenc by its parts: bundlers see its ES module, Node its CommonJS one, where all parts hang on the default export. */
import * as module from 'gifenc';

type Gifenc = Pick<typeof module, 'GIFEncoder' | 'quantize' | 'applyPalette'>;

const parts: Gifenc = 'quantize' in module ? module : (module as unknown as { default: Gifenc }).default;

export const { GIFEncoder, quantize, applyPalette } = parts;

/** What is delivered, as it is typed: the same words for `deliver` and for `queue -- add`. */
import { BadCall } from '../lent/faults.ts';
import type { OrderWords } from './order.ts';

export const ORDER_OPTIONS = {
  as: { type: 'string' },
  named: { type: 'string', multiple: true },
  size: { type: 'string' },
  frames: { type: 'string' },
  every: { type: 'string' },
  layers: { type: 'string' },
  planes: { type: 'string' },
  ground: { type: 'string' },
  burn: { type: 'string' },
  with: { type: 'string', multiple: true },
  call: { type: 'string' },
} as const;

/** What was typed of an order. */
export type TypedOrder = Omit<OrderWords, 'named'> & { named?: string[]; call?: string };

/** Everything that is ordered: each named delivery, or one of a format. @throws BadCall when neither was typed, or both */
export function typedOrders({ as, named = [], call: _, ...words }: TypedOrder): OrderWords[] {
  if (as === undefined && named.length === 0)
    throw new BadCall(
      'Say what to deliver: --as mp4, or --named “for the edit”. deliver FILE --list says what there is.',
    );
  if (as !== undefined && named.length > 0)
    throw new BadCall('A named delivery has its format: write --named or --as, not both.');
  return named.length > 0 ? named.map((name) => ({ ...words, named: name })) : [{ ...words, as }];
}

/** By what files are called: their shot's title, or their shot's file. @throws BadCall */
export function callsBy({ call = 'shot' }: TypedOrder): 'shot' | 'file' {
  if (call === 'shot' || call === 'file') return call;
  throw new BadCall(`“--call ${call}”: call files by their “shot” or by their “file”.`);
}

/** The delivery that is being put together in the Export view: its format, its wishes, and what they come to. */
import { useMemo } from 'react';
import {
  type Answer,
  type Around,
  type Asks,
  type DeliveryWishes,
  type ExportFormat,
  type FormatId,
  faultOfWishes,
  formatNamed,
  framesOf,
  type WishRecord,
  wishesFrom,
} from '../../core/export/index.ts';
import type { Shot } from '../../core/shot/index.ts';
import type { DeliveryOrder } from '../../workers/export.worker.ts';
import { useOpenShot, useShot, useView, wholeShot } from '../session/open-shot.ts';
import { todayInWords } from './deliver.ts';

/** Wishes with the answers to what the format asks, by key. */
type AllWishes = DeliveryWishes & Record<string, Answer>;

export interface OrderInHand {
  shot: Shot;
  format: ExportFormat<FormatId>;
  asks: Asks;
  wishes: AllWishes;
  around: Around;
  /** The frames they come to, 0-based, `to` inclusive. */
  from: number;
  to: number;
  /** What is wrong with them, in a sentence; empty when they can be written. */
  fault: string;
  choose(part: WishRecord): void;
  chooseFormat(id: FormatId): void;
}

const NO_ASKS: Asks = {};

export function useOrder(): OrderInHand {
  const { view } = useOpenShot();
  const shot = useShot(wholeShot);
  const format = useView((state) => formatNamed(state.exportFormat) ?? formatNamed('gif')!);
  const chosen = useView((state) => state.exportWishes);
  const playing = useView((state) => state.range);
  // The frame shown matters only where it is what is delivered: stepping through the preview changes no other order.
  const frame = useView((state) => (state.exportWishes.span === 'shown' ? state.frame : 0));
  return useMemo(() => {
    const asks = format.asks ?? NO_ASKS;
    // A size that cannot be is shown as it was typed, with what is wrong.
    const wishes = wishesFrom(shot, asks, chosen);
    const { from, to } = framesOf(shot, wishes, { playing, frame });
    const longest = format.needs?.longest ?? Number.POSITIVE_INFINITY;
    const tooLarge =
      format.pictures && Math.max(wishes.width, wishes.height) > longest
        ? `${format.name.split(',')[0]} stops at ${longest} pixels a side; the largest that goes is ${largestIn(shot, longest)}.`
        : '';
    return {
      shot,
      format,
      asks,
      wishes,
      around: { playing, frame },
      from,
      to,
      fault: faultOfWishes(asks, wishes) || tooLarge,
      choose: (part) =>
        view.setState(({ exportWishes }) => ({ exportWishes: { ...exportWishes, ...part } as WishRecord })),
      chooseFormat: (id) => view.setState({ exportFormat: id }),
    };
  }, [shot, format, chosen, playing, frame, view]);
}

/** The largest size of a shot's shape within a side, in words. */
function largestIn({ width, height }: Shot, longest: number): string {
  const by = longest / Math.max(width, height);
  return `${Math.floor(width * by)} x ${Math.floor(height * by)}`;
}

/** An order for the worker. */
export function orderOf({ format, wishes, around }: Pick<OrderInHand, 'format' | 'wishes' | 'around'>): DeliveryOrder {
  return { format: format.id, wishes: { ...wishes } as WishRecord, around, today: todayInWords() };
}

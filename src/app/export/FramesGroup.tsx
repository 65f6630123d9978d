import { type Span, stretchOf } from '../../core/export/index.ts';
import { useView } from '../session/open-shot.ts';
import { Chooser, Group, NumberBox } from './Group.tsx';
import type { OrderInHand } from './use-order.ts';

const SPANS_IN_WORDS: Record<Exclude<Span, 'named'>, string> = {
  shot: 'Whole shot',
  range: 'Playing range',
  frames: 'From one frame to another',
  sound: 'To the end of the last sound',
  drawn: 'To the last drawing',
  shown: 'The frame shown',
};

const NAMED = 'named ';

/** Which frames are delivered; single numbers can be typed at any time. */
export function FramesGroup({ inHand: { shot, wishes, from, to, choose } }: { inHand: OrderInHand }) {
  const range = useView((state) => state.range);
  const spans = Object.entries(SPANS_IN_WORDS).filter(
    ([span]) =>
      (span !== 'range' || range !== null) && (span !== 'sound' || shot.tracks.some(({ clips }) => clips.length > 0)),
  );
  const named = shot.markers.map((marker): [string, string] => {
    const stretch = stretchOf(shot, marker);
    return [`${NAMED}${marker.id}`, `“${marker.name}”, ${stretch.from + 1} to ${stretch.to + 1}`];
  });
  return (
    <Group name="Frames">
      <Chooser
        label="Which"
        value={wishes.span === 'named' ? `${NAMED}${wishes.marker}` : wishes.span}
        of={[...spans, ...named]}
        onChange={(value) =>
          choose(
            value.startsWith(NAMED) ? { span: 'named', marker: value.slice(NAMED.length) } : { span: value, from, to },
          )
        }
      />
      <div className="flex gap-2">
        <NumberBox
          label="From frame"
          value={from + 1}
          onChange={(value) => choose({ span: 'frames', from: value - 1, to })}
        />
        <NumberBox
          label="To frame"
          value={to + 1}
          onChange={(value) => choose({ span: 'frames', from, to: value - 1 })}
        />
        <NumberBox label="Every" value={wishes.every} onChange={(every) => choose({ every })} />
      </div>
    </Group>
  );
}

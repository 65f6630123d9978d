import { drawingName } from '../../../core/sheet/index.ts';
import { useCommand } from '../../commands/context.ts';
import { Button } from '../../parts/Button.tsx';
import { Tick } from '../../parts/Tick.tsx';
import type { GhostSettings } from '../../session/ghost-settings.ts';
import { MOST_GHOSTS } from '../../session/ghost-settings.ts';
import { useOpenShot, useShot, useView } from '../../session/open-shot.ts';
import { GHOST_AFTER, GHOST_BEFORE } from '../ghost-wishes.ts';
import { CardPart, CardSlide } from './parts.tsx';

const SIDES = [
  ['before', 'countBefore', 'Before', GHOST_BEFORE],
  ['after', 'countAfter', 'After', GHOST_AFTER],
] as const;

function CommandRow({ id, name }: { id: string; name: string }) {
  const { run, keys, enabled } = useCommand(id);
  return (
    <Button className="!h-6" disabled={!enabled} title={keys} onClick={run}>
      {name}
    </Button>
  );
}

/** Which ghosts are seen, how strongly, and in what look. */
export function GhostCard() {
  const { view } = useOpenShot();
  const ghosts = useView((state) => state.ghosts);
  const roughTint = useView((state) => state.roughTint);
  const drawings = useShot((shot) => shot.drawings);
  const set = (part: Partial<GhostSettings>) => view.setState({ ghosts: { ...ghosts, ...part } });
  const strength = (side: 'before' | 'after', i: number, value: number) => {
    const next = ghosts[side].slice();
    next[i] = value / 100;
    set({ [side]: next });
  };
  return (
    <>
      <Tick label="Ghosts are seen" checked={ghosts.on} onChange={(on) => set({ on })} />
      {SIDES.map(([side, count, name, tint]) => (
        <section key={side} aria-label={name} className="mt-2">
          <h3 className="font-medium" style={{ color: tint }}>
            {name}
          </h3>
          <CardSlide
            name="How many"
            label={`How many ghosts ${side}`}
            value={ghosts[count]}
            min={0}
            max={MOST_GHOSTS}
            onChange={(value) => set({ [count]: value })}
          />
          {ghosts[side].slice(0, ghosts[count]).map((each, i) => (
            <CardSlide
              key={i}
              name={['nearest', 'second', 'third', 'fourth'][i]}
              label={`Strength, ${['nearest', 'second', 'third', 'fourth'][i]} ${side}`}
              value={Math.round(each * 100)}
              min={0}
              max={100}
              unit=" %"
              onChange={(value) => strength(side, i, value)}
            />
          ))}
        </section>
      ))}
      <CardPart title="Look">
        <div className="flex flex-col gap-1">
          <Tick label="Count keys only" checked={ghosts.keysOnly} onChange={(keysOnly) => set({ keysOnly })} />
          <Tick label="Of all layers" checked={ghosts.allLayers} onChange={(allLayers) => set({ allLayers })} />
          <Tick
            label="In their own colours"
            checked={ghosts.ownColours}
            onChange={(ownColours) => set({ ownColours })}
          />
          <Tick label="Filled with their paint" checked={ghosts.filled} onChange={(filled) => set({ filled })} />
          <Tick
            label="Roughs dimmed, in a tint"
            checked={roughTint}
            onChange={(on) => view.setState({ roughTint: on })}
          />
        </div>
      </CardPart>
      <CardPart title="Pinned and off their pegs">
        {ghosts.pinned.length === 0 && <p className="mb-1 text-second">No drawing is pinned as a ghost.</p>}
        {ghosts.pinned.map((id) => (
          <div key={id} className="flex h-6 items-center justify-between">
            <span>Drawing {drawings[id] ? drawingName(drawings[id]) : '?'}</span>
            <Button
              className="!h-5"
              look="quiet"
              onClick={() => set({ pinned: ghosts.pinned.filter((each) => each !== id) })}
            >
              Unpin
            </Button>
          </div>
        ))}
        <div className="mt-1 flex flex-wrap gap-1">
          <CommandRow id="ghost-pin" name="Pin this drawing" />
          <CommandRow id="tool-pegs" name="Off their pegs" />
          <CommandRow id="pegs-all" name="All back" />
        </div>
      </CardPart>
    </>
  );
}

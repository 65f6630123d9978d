import { Popover } from 'radix-ui';
import { useState } from 'react';
import { HexColorInput, HexColorPicker } from 'react-colorful';
import { leftOut } from '../../core/picture/index.ts';
import { fieldSize } from '../../core/sheet/index.ts';
import { isHeard, newId } from '../../core/shot/index.ts';
import { Button } from '../parts/Button.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useOpenShot } from '../session/open-shot.ts';
import { Chooser, Group, NumberBox } from './Group.tsx';
import type { OrderInHand } from './use-order.ts';

type InHand = { inHand: OrderInHand };

export function SizeGroup({ inHand: { shot, wishes, choose } }: InHand) {
  const field = fieldSize(shot);
  const percent = Math.round((wishes.width / field.width) * 1000) / 10;
  const at = (share: number) => ({
    width: Math.max(1, Math.round((field.width * share) / 100)),
    height: Math.max(1, Math.round((field.height * share) / 100)),
  });
  return (
    <Group name="Size">
      <div className="flex items-end gap-2">
        <NumberBox
          label="Width"
          value={wishes.width}
          onChange={(width) => choose({ width, height: Math.max(1, Math.round((width * field.height) / field.width)) })}
        />
        <NumberBox
          label="Height"
          value={wishes.height}
          onChange={(height) =>
            choose({ height, width: Math.max(1, Math.round((height * field.width) / field.height)) })
          }
        />
        <NumberBox label="Per cent" value={percent} onChange={(value) => choose(at(value))} />
      </div>
      <div className="flex gap-1">
        {[100, 50, 25].map((value) => (
          <Button
            key={value}
            className="flex-1"
            look={percent === value ? 'main' : 'plain'}
            onClick={() => choose(at(value))}
          >
            {value} %
          </Button>
        ))}
      </div>
    </Group>
  );
}

/** A colour with a picker behind it; all of one picking is one change. */
function ColourButton({ colour, onChange }: { colour: string; onChange(colour: string, gesture: string): void }) {
  const [gesture, setGesture] = useState('');
  return (
    <Popover.Root onOpenChange={(open) => open && setGesture(`background ${newId()}`)}>
      <Popover.Trigger
        aria-label="Background colour"
        className="h-7 w-12 rounded border border-ink/30"
        style={{ background: colour }}
      />
      <Popover.Portal>
        <Popover.Content
          side="left"
          sideOffset={8}
          className="z-50 rounded-md border border-rule bg-panel p-3 shadow-lg"
        >
          <HexColorPicker color={colour} onChange={(next) => onChange(next, gesture)} />
          <HexColorInput
            aria-label="Background colour as hexadecimal"
            className="mt-2 h-8 w-full rounded-md border border-rule bg-field px-2 font-mono"
            prefixed
            color={colour}
            onChange={(next) => onChange(next, gesture)}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Colours that are rarely in a drawing, to be taken out again by whoever lays the film over something. */
const KEYS: [name: string, colour: string][] = [
  ['green', '#00b140'],
  ['blue', '#0047bb'],
];

const GROUNDS: [string, string][] = [
  ['shot', 'the shot’s own'],
  ['colour', 'another colour'],
  ['clear', 'none: transparent'],
];

export function GroundGroup({ inHand: { shot, wishes, choose } }: InHand) {
  const { session } = useOpenShot();
  const own = (label: string, recipe: (draft: { colour: string; transparent: boolean }) => void, joined = '') =>
    session.change(label, (draft) => recipe(draft.background), joined);
  const { colour, transparent } = shot.background;
  return (
    <Group name="Background">
      <Chooser
        label="Behind the drawings"
        value={wishes.ground}
        of={GROUNDS}
        onChange={(ground) => choose({ ground })}
      />
      {wishes.ground === 'shot' && (
        <>
          <div className="flex items-center gap-3">
            {!transparent && (
              <ColourButton
                colour={colour}
                onChange={(next, gesture) => own('background colour', (draft) => void (draft.colour = next), gesture)}
              />
            )}
            <Tick
              label="Transparent"
              checked={transparent}
              onChange={(on) => own('transparent background', (draft) => void (draft.transparent = on))}
            />
          </div>
          <p className="text-sm text-second">The paper on the desk shows the same.</p>
        </>
      )}
      {wishes.ground === 'colour' && (
        <div className="flex items-center gap-2 text-sm">
          <ColourButton colour={wishes.colour} onChange={(next) => choose({ colour: next })} />
          <span className="text-second">Key colours:</span>
          {KEYS.map(([name, key]) => (
            <Button key={name} onClick={() => choose({ colour: key })}>
              <span aria-hidden="true" className="h-3 w-3 rounded-sm" style={{ background: key }} />
              {name}
            </Button>
          ))}
        </div>
      )}
    </Group>
  );
}

const PLANES: [string, string][] = [
  ['all', 'line and paint'],
  ['lines', 'line only'],
  ['paint', 'paint only'],
];

/** Which layers are delivered, and why others are not. */
export function LayersGroup({ inHand: { shot, wishes, choose } }: InHand) {
  const out = leftOut(shot);
  const delivered = shot.layers.filter(({ visible, guide }) => visible && !guide).reverse();
  const named = wishes.layers ? new Set(wishes.layers.split(' ')) : null;
  const toggle = (id: string, on: boolean) => {
    const next = new Set(named ?? delivered.map((layer) => layer.id));
    if (on) next.add(id);
    else next.delete(id);
    const all = delivered.every((layer) => next.has(layer.id));
    // No layer at all is said so by an id that none has.
    choose({ layers: all ? '' : [...next].join(' ') || '-' });
  };
  return (
    <Group name="Layers">
      <Chooser label="Of the drawings" value={wishes.planes} of={PLANES} onChange={(planes) => choose({ planes })} />
      <ul aria-label="Layers delivered" className="flex flex-col gap-0.5">
        {delivered.map(({ id, name }) => (
          <li key={id}>
            <Tick label={name} checked={named?.has(id) ?? true} onChange={(on) => toggle(id, on)} />
          </li>
        ))}
      </ul>
      {out.length > 0 && (
        <ul className="text-sm" aria-label="Layers left out">
          {out.map(({ layer, why }) => (
            <li key={layer.id} className="flex justify-between gap-2">
              <span className="truncate">{layer.name}</span>
              <span className="whitespace-nowrap text-second">{why}</span>
            </li>
          ))}
        </ul>
      )}
    </Group>
  );
}

const BURNT: [string, string][] = [
  ['burnFrame', 'Frame number'],
  ['burnTime', 'Seconds'],
  ['burnTitle', 'Name of the shot'],
  ['burnDate', 'Today’s date'],
  ['burnDrawings', 'Numbers of the drawings'],
];

/** What is written into the picture, for reviewing. */
export function BurntGroup({ inHand: { wishes, choose } }: InHand) {
  return (
    <Group name="Burnt in">
      <div className="grid grid-cols-2 gap-x-2 gap-y-1">
        {BURNT.map(([key, words]) => (
          <Tick key={key} label={words} checked={wishes[key] === true} onChange={(on) => choose({ [key]: on })} />
        ))}
      </div>
    </Group>
  );
}

/** What of the sound is delivered: what is heard, and what is not. */
export function SoundGroup({ inHand: { shot } }: InHand) {
  const silent = shot.tracks.filter((track) => !isHeard(shot, track));
  return (
    <Group name="Sound">
      <p className="text-sm text-second">
        {shot.tracks.length === 0
          ? 'There is no sound in this shot.'
          : 'All that is heard when the shot plays, left and right, 16 bit.'}
      </p>
      {silent.length > 0 && (
        <ul className="text-sm" aria-label="Tracks left out">
          {silent.map(({ id, name, muted }) => (
            <li key={id} className="flex justify-between gap-2">
              <span className="truncate">{name}</span>
              <span className="text-second">{muted ? 'muted' : 'another track is solo'}</span>
            </li>
          ))}
        </ul>
      )}
    </Group>
  );
}

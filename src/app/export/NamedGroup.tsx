import Trash from 'lucide-react/icons/trash';
import { useState } from 'react';
import { formatNamed, keepDelivery, namedFile, removeDelivery, wishesFrom } from '../../core/export/index.ts';
import type { NamedDelivery } from '../../core/shot/index.ts';
import { Button, IconButton } from '../parts/Button.tsx';
import { TickBox } from '../parts/Tick.tsx';
import { useOpenShot } from '../session/open-shot.ts';
import { deliver } from './deliver.ts';
import { Group } from './Group.tsx';
import { type OrderInHand, orderOf } from './use-order.ts';

/** Deliveries kept with the shot: taken in hand by a press, ticked ones written one after another. */
export function NamedGroup({ inHand }: { inHand: OrderInHand }) {
  const open = useOpenShot();
  const { session, view } = open;
  const { shot, format, wishes, around } = inHand;
  const [name, setName] = useState('');
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const kept = shot.deliveries;
  const known = kept.filter((each) => formatNamed(each.format) !== null);
  const chosen = known.filter(({ id }) => ticked.has(id));
  const tick = (id: string, on: boolean) => {
    const next = new Set(ticked);
    if (on) next.add(id);
    else next.delete(id);
    setTicked(next);
  };
  const take = (each: NamedDelivery) => {
    view.setState({ exportFormat: each.format, exportWishes: each.wishes });
    setName(each.name);
  };
  const writeTicked = () => {
    for (const each of chosen) {
      const own = formatNamed(each.format)!;
      const order = orderOf({ format: own, wishes: wishesFrom(shot, own.asks ?? {}, each.wishes), around });
      void deliver(open, own, order, { name: namedFile(shot, each) });
    }
  };
  const keep = () => {
    session.change('keep delivery', (draft) => keepDelivery(draft, name, format.id, { ...wishes }));
  };
  return (
    <Group name="Named deliveries">
      {kept.length > 0 && (
        <ul aria-label="Named deliveries" className="flex flex-col gap-0.5">
          {kept.map((each) => {
            const own = formatNamed(each.format);
            return (
              <li key={each.id} className="flex items-center gap-1.5 text-sm">
                <TickBox
                  label={`Write “${each.name}”`}
                  disabled={!own}
                  checked={ticked.has(each.id)}
                  onChange={(on) => tick(each.id, on)}
                />
                <button
                  type="button"
                  disabled={!own}
                  className="min-w-0 flex-1 truncate rounded px-1 py-0.5 text-left hover:bg-wash"
                  onClick={() => take(each)}
                >
                  {each.name}
                  <span className="ml-2 text-second">{own ? own.name : 'of a later version'}</span>
                </button>
                <IconButton
                  label={`Remove “${each.name}”`}
                  onClick={() => session.change('remove delivery', (draft) => removeDelivery(draft, each.id))}
                >
                  <Trash size={14} />
                </IconButton>
              </li>
            );
          })}
        </ul>
      )}
      {known.length > 0 && (
        <Button disabled={chosen.length === 0} onClick={writeTicked}>
          Write what is ticked{chosen.length > 0 ? ` (${chosen.length})` : ''}
        </Button>
      )}
      <form
        className="flex gap-1"
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <input
          aria-label="Name of the delivery"
          placeholder="for the edit"
          maxLength={120}
          className="h-7 min-w-0 flex-1 rounded-md border border-edge bg-field px-2 text-sm"
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <Button type="submit" disabled={name.trim() === '' || inHand.fault !== ''}>
          {kept.some((each) => each.name === name.trim()) ? 'Keep anew' : 'Keep this one'}
        </Button>
      </form>
    </Group>
  );
}

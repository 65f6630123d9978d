import Check from 'lucide-react/icons/check';
import X from 'lucide-react/icons/x';
import { Popover } from 'radix-ui';
import { useStore } from 'zustand';
import { Button, IconButton } from '../parts/Button.tsx';
import { download } from '../parts/files.ts';
import { Progress } from '../parts/Progress.tsx';
import { type Delivery, deliveries } from '../session/deliveries.ts';

/** Time left is said once so much is written: before that it would be a guess. */
const TOLD_FROM = 0.05;

/** How long a delivery will take yet, in words; empty while nobody knows. */
function timeLeft({ part, began }: Delivery): string {
  if (part < TOLD_FROM) return '';
  const seconds = Math.ceil((((Date.now() - began) / part) * (1 - part)) / 1000);
  return seconds > 90 ? `about ${Math.round(seconds / 60)} min left` : `about ${seconds} s left`;
}

function Row({ delivery }: { delivery: Delivery }) {
  const { id, name, title, state, part, words, file, type } = delivery;
  return (
    <li className="flex flex-col gap-1 border-b border-rule py-2 last:border-b-0">
      <div className="flex items-center gap-2">
        <span className="min-w-0 flex-1 truncate font-medium">{name}</span>
        {state === 'done' && <Check size={15} className="text-accent" aria-label="done" />}
        {file && <Button onClick={() => download(file, name, type)}>Hand out again</Button>}
        {(state === 'writing' || state === 'waiting') && (
          <Button onClick={() => deliveries.stop(id)}>{state === 'writing' ? 'Stop' : 'Take off'}</Button>
        )}
      </div>
      {state === 'writing' && (
        <div className="flex items-center gap-2">
          <Progress label={`Writing ${name}`} share={part} className="h-1.5 flex-1" />
          <span className="w-28 text-right text-sm whitespace-nowrap text-second">{timeLeft(delivery)}</span>
        </div>
      )}
      <p className="text-sm text-second">{state === 'waiting' ? 'Waits for the one before.' : words || title}</p>
    </li>
  );
}

/** The deliveries of this window: the one being written with its stop, and behind it the list of all. */
export function Delivering() {
  const all = useStore(deliveries.state, (state) => state.all);
  const writing = all.find(({ state }) => state === 'writing' || state === 'waiting');
  if (all.length === 0) return null;
  return (
    <Popover.Root>
      <span
        role="status"
        data-testid={writing ? 'delivering' : undefined}
        className="flex items-center gap-1 text-sm whitespace-nowrap"
      >
        <Popover.Trigger
          className="flex h-7 items-center gap-1.5 rounded-md px-1.5 hover:bg-wash/70"
          aria-label="Deliveries"
        >
          {writing ? (
            <>
              {writing.format}
              <Progress label={`Writing ${writing.format}`} share={writing.part} className="h-1.5 w-10" />
            </>
          ) : all.length === 1 ? (
            '1 delivery'
          ) : (
            `${all.length} deliveries`
          )}
        </Popover.Trigger>
        {writing && (
          <IconButton label="Stop the delivery" onClick={() => deliveries.stop(writing.id)}>
            <X size={14} />
          </IconButton>
        )}
      </span>
      <Popover.Portal>
        <Popover.Content
          aria-label="Deliveries"
          sideOffset={6}
          collisionPadding={8}
          className="z-50 max-h-[60vh] w-96 overflow-y-auto rounded-md border border-rule bg-panel px-3 py-1 shadow-lg"
        >
          <ul>
            {all.map((delivery) => (
              <Row key={delivery.id} delivery={delivery} />
            ))}
          </ul>
          {all.some(({ state }) => state !== 'writing' && state !== 'waiting') && (
            <div className="flex justify-end py-2">
              <Button onClick={() => deliveries.clear()}>Clear the list</Button>
            </div>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

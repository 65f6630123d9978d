import Info from 'lucide-react/icons/info';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Finding } from '../../core/export/index.ts';
import type { DeliveryOrder } from '../../workers/export.worker.ts';
import { useCommands } from '../commands/context.ts';
import { goToFrame } from '../commands/play.ts';
import { useOpenShot, useShot, useView, wholeShot } from '../session/open-shot.ts';

/** An order is looked over once nothing has changed for so long, milliseconds. */
const SETTLED_MS = 200;

interface LookedOver {
  found: Finding[];
  /** About how many bytes; null where that is not known, or not yet. */
  bytes: number | null;
}

/** What there is to know before an order is written: first what is seen at once, then what takes its time. */
export function useLookedOver(order: DeliveryOrder, fault: string): LookedOver {
  const { delivery } = useOpenShot();
  const shot = useShot(wholeShot);
  const speed = useView((state) => state.speed);
  const [found, setFound] = useState<Finding[]>([]);
  const [bytes, setBytes] = useState<number | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another version of the shot is looked over anew
  useEffect(() => {
    setBytes(null);
    if (fault) return;
    let gone = false;
    const look = async () => {
      const quick = await delivery.findings(order, speed, false);
      if (gone || !quick) return;
      setFound(quick);
      const size = await delivery.foretell(order);
      if (gone) return;
      setBytes(size);
      const slow = await delivery.findings(order, speed, true);
      if (!gone && slow) setFound([...quick, ...slow]);
    };
    // A worker that died says so by itself.
    const timer = setTimeout(() => void look().catch(() => undefined), SETTLED_MS);
    return () => {
      gone = true;
      clearTimeout(timer);
      delivery.rest();
    };
  }, [delivery, order, speed, shot, fault]);
  return { found, bytes };
}

/** The findings, each a way to its place. */
export function FindingList({ found }: { found: Finding[] }) {
  const { session, view } = useOpenShot();
  const commands = useCommands();
  const navigate = useNavigate();
  if (found.length === 0) return null;
  const go = ({ place: { frame, layer, view: where } }: Finding) => {
    if (layer) view.setState({ layerId: layer });
    if (frame !== null) goToFrame(commands, frame);
    if (where !== 'export') navigate(`/shot/${session.shot.id}/${where}`);
  };
  return (
    <details className="group" data-testid="findings">
      <summary className="flex cursor-pointer items-center gap-1.5 text-sm text-attention">
        <Info size={14} />
        {found.length === 1 ? 'One thing to know before writing' : `${found.length} things to know before writing`}
      </summary>
      <ul aria-label="Findings" className="mt-1 flex max-h-40 flex-col overflow-y-auto">
        {found.map((each) => (
          <li key={`${each.source} ${each.words}`}>
            <button
              type="button"
              className="w-full rounded px-1.5 py-1 text-left text-sm hover:bg-wash"
              onClick={() => go(each)}
            >
              {each.words}
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}

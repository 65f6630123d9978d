import { intlFormatDistance } from 'date-fns/intlFormatDistance';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { useOpenShot } from '../session/open-shot.ts';

/** "now", "5 sec ago", "2 min ago", "yesterday". */
function ago(at: number, now: number): string {
  return intlFormatDistance(Math.min(at, now), now, { locale: 'en', style: 'short', numeric: 'auto' }).replaceAll(
    '.',
    '',
  );
}

/** Whether the work is safe, in words. */
export function Kept() {
  const { session } = useOpenShot();
  const kept = useSyncExternalStore(session.subscribeAround, () => session.kept);
  const readOnly = useSyncExternalStore(session.subscribeAround, () => session.readOnly);
  const [now, setNow] = useState(Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  const look = 'mr-1 min-w-32 text-right font-mono text-sm whitespace-nowrap tabular';
  if (readOnly) return <span className={`${look} text-attention`}>Only to look at</span>;
  if (kept.kind === 'refused') return <span className={`${look} font-medium text-attention`}>Not kept</span>;
  return (
    <span data-testid="kept" className={`${look} text-fine`}>
      {kept.kind === 'keeping' ? 'Keeping…' : `Kept · ${ago(kept.at, now)}`}
    </span>
  );
}

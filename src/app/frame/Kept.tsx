import { useEffect, useState, useSyncExternalStore } from 'react';
import { useOpenShot } from '../session/open-shot.ts';

function ago(milliseconds: number): string {
  const seconds = Math.max(0, Math.round(milliseconds / 1000));
  if (seconds < 60) return `${seconds} s ago`;
  const minutes = Math.round(seconds / 60);
  if (minutes < 60) return `${minutes} min ago`;
  const hours = Math.round(minutes / 60);
  return hours < 24 ? `${hours} h ago` : `${Math.round(hours / 24)} d ago`;
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
  const look = 'mr-1 text-right min-[1180px]:min-w-32 font-mono text-sm whitespace-nowrap tabular';
  if (readOnly) return <span className={`${look} text-attention`}>Only to look at</span>;
  if (kept.kind === 'refused') return <span className={`${look} font-medium text-attention`}>Not kept</span>;
  return (
    <span data-testid="kept" className={`${look} text-fine`}>
      {kept.kind === 'keeping' ? 'Keeping…' : `Kept · ${ago(now - kept.at)}`}
    </span>
  );
}

import X from 'lucide-react/icons/x';
import { useStore } from 'zustand';
import { IconButton } from '../parts/Button.tsx';
import { Progress } from '../parts/Progress.tsx';
import { useOpenShot } from '../session/open-shot.ts';

/** A delivery under way, seen from every view, with its stop. */
export function Delivering() {
  const { deliveries } = useOpenShot();
  const work = useStore(deliveries.state, (state) => state.work);
  if (!work) return null;
  const share = Math.round(work.part * 100);
  return (
    <span role="status" data-testid="delivering" className="flex items-center gap-1 text-sm whitespace-nowrap">
      {work.format}
      <Progress label={`Writing ${work.format}`} share={share / 100} className="h-1.5 w-10" />
      <IconButton label="Stop the delivery" onClick={() => deliveries.stop()}>
        <X size={14} />
      </IconButton>
    </span>
  );
}

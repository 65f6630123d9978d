import { leaveTo } from '../commands/bundles.ts';
import { Hint } from '../parts/Button.tsx';
import { useOpenShot, useShot } from '../session/open-shot.ts';

/** Where one is among bundles that lie in one another: each name leads back to that level. */
export function Trail() {
  const open = useOpenShot();
  const trail = useShot(() => open.session.trail.join());
  const title = useShot((shot) => shot.title);
  useShot((shot) => shot.bundles);
  if (trail === '') return null;
  const ids = trail.split(',');
  const names = [title, ...ids.map((id) => open.session.whole.bundles[id]?.name ?? '')];
  return (
    <nav
      aria-label="Inside of"
      className="absolute top-2 left-2 z-10 flex max-w-[80%] items-center gap-1 rounded-full border border-rule bg-panel px-3 py-1 text-sm shadow-sm"
    >
      {names.map((name, depth) => (
        <span key={depth} className="flex min-w-0 items-center gap-1">
          {depth > 0 && <span className="text-second">/</span>}
          {depth < ids.length ? (
            <Hint text={depth === 0 ? 'Back out to the shot' : `Back to “${name}”`}>
              <button
                type="button"
                className="truncate text-accent hover:underline"
                onClick={() => leaveTo(open, depth)}
              >
                {name}
              </button>
            </Hint>
          ) : (
            <b className="truncate font-semibold">{name}</b>
          )}
        </span>
      ))}
    </nav>
  );
}

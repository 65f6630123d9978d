import { useLiveQuery } from 'dexie-react-hooks';
import { useState } from 'react';
import { bundleOf } from '../../core/sheet/index.ts';
import type { Layer } from '../../core/shot/index.ts';
import { useCommand } from '../commands/context.ts';
import { say } from '../frame/saying.ts';
import { Button } from '../parts/Button.tsx';
import { sentence } from '../parts/files.ts';
import { NameInput } from '../parts/NameInput.tsx';
import { useOpenShot, useShot } from '../session/open-shot.ts';
import { bringBundleAnew, stampOf } from './bring-shot.ts';

const plural = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`;

/** The bundle a layer shows: what is in it, where it came from and whether that has changed, and what can be done with it. */
export function BundleRows({ layer }: { layer: Layer }) {
  const open = useOpenShot();
  const { session } = open;
  const bundle = useShot((shot) => bundleOf(shot, layer));
  const opening = useCommand('open-bundle');
  const again = useCommand('bundle-again');
  const apart = useCommand('take-apart');
  const [busy, setBusy] = useState(false);
  const source = bundle?.from ?? null;
  const now = useLiveQuery(async () => (source ? stampOf(session.db, source.shot) : ''), [source?.shot, session.db]);
  if (!bundle) return null;
  const changed = source !== null && source.stamp !== '' && now !== undefined && now !== '' && now !== source.stamp;
  const anew = async () => {
    setBusy(true);
    try {
      if (await bringBundleAnew(open, bundle)) say(`“${bundle.name}” is as “${source!.title}” is now.`);
    } catch (error) {
      say(sentence(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="flex flex-col gap-1.5 border-b border-rule pb-1.5">
      <div className="flex items-center gap-1">
        <NameInput
          label="Name of the bundle"
          className="h-6 min-w-0 flex-1 text-sm font-semibold"
          value={bundle.name}
          onDone={(name) => session.change('name a bundle', (draft) => void (draft.bundles[bundle.id].name = name))}
        />
        <span className="whitespace-nowrap text-second">
          {plural(bundle.layers.length, 'layer')}, {plural(bundle.length, 'frame')}
        </span>
      </div>
      <div className="flex flex-wrap gap-1">
        <Button className="!h-6" title={opening.keys} onClick={opening.run}>
          Open it
        </Button>
        <Button className="!h-6" title={again.keys} onClick={again.run}>
          Use it again here
        </Button>
        <Button className="!h-6" title={apart.keys} onClick={apart.run}>
          Take it apart
        </Button>
      </div>
      {source && (
        <p className="flex items-center gap-2 text-second">
          <span className="min-w-0 flex-1">
            {source.stamp === ''
              ? `From a file of “${source.title}”.`
              : now === ''
                ? `From “${source.title}”, which is not on the shelf any more.`
                : changed
                  ? `“${source.title}” has changed since it was brought in.`
                  : `From “${source.title}”, as that is now.`}
          </span>
          {source.stamp !== '' && now !== '' && (
            <Button className="!h-6" look={changed ? 'main' : 'plain'} disabled={busy} onClick={() => void anew()}>
              Bring it in anew
            </Button>
          )}
        </p>
      )}
    </div>
  );
}

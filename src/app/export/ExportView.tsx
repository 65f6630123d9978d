import { useMemo, useState } from 'react';
import { useStore } from 'zustand';
import { defaultOptions, type ExportOptions } from '../../core/export/index.ts';
import { useOpenShot, useShot, useView, wholeShot } from '../session/open-shot.ts';
import { deliver } from './deliver.ts';
import { ExportPanel } from './ExportPanel.tsx';
import { Preview } from './Preview.tsx';

/** Export: what will be written is shown first, then written; what is left out is named. */
export default function ExportView() {
  const open = useOpenShot();
  const { deliveries } = open;
  const shot = useShot(wholeShot);
  const range = useView((state) => state.range);
  const [chosen, setChosen] = useState<Partial<ExportOptions>>(() => (range ? { from: range.from, to: range.to } : {}));
  const work = useStore(deliveries.state, (state) => state.work);

  const options = useMemo<ExportOptions>(() => {
    const all = { ...defaultOptions(shot), ...chosen };
    all.transparent = shot.background.transparent;
    all.colour = shot.background.colour;
    all.to = Math.min(all.to, shot.length - 1);
    all.from = Math.min(all.from, all.to);
    return all;
  }, [shot, chosen]);

  return (
    <>
      <Preview deliveries={deliveries} options={options} busy={work !== null} />
      <ExportPanel
        options={options}
        part={work?.part ?? null}
        onChoose={(next) => setChosen((old) => ({ ...old, ...next }))}
        onWrite={() => void deliver(open, options)}
        onStop={() => deliveries.stop()}
      />
    </>
  );
}

import { useEffect, useMemo, useState } from 'react';
import { defaultOptions, deliveryName, type ExportOptions, formatOf } from '../../core/export/index.ts';
import { say } from '../frame/saying.ts';
import { download, sentence, sizeInWords } from '../parts/files.ts';
import { useOpenShot, useShot, useView, wholeShot } from '../session/open-shot.ts';
import { Delivery } from './delivery.ts';
import { ExportPanel } from './ExportPanel.tsx';
import { Preview } from './Preview.tsx';

interface Work {
  /** 0..1 while writing. */
  part: number;
}

/** Export: what will be written is shown first, then written; what is left out is named. */
export default function ExportView() {
  const { session, sound } = useOpenShot();
  const shot = useShot(wholeShot);
  const range = useView((state) => state.range);
  const [chosen, setChosen] = useState<Partial<ExportOptions>>(() => (range ? { from: range.from, to: range.to } : {}));
  const [work, setWork] = useState<Work | null>(null);
  const [delivery, setDelivery] = useState<Delivery | null>(null);
  useEffect(() => {
    const made = new Delivery(session, sound);
    setDelivery(made);
    return () => made.close();
  }, [session, sound]);

  const options = useMemo<ExportOptions>(() => {
    const all = { ...defaultOptions(shot), ...chosen };
    all.transparent = shot.background.transparent;
    all.colour = shot.background.colour;
    all.to = Math.min(all.to, shot.length - 1);
    all.from = Math.min(all.from, all.to);
    return all;
  }, [shot, chosen]);

  const write = async () => {
    if (!delivery) return;
    const format = formatOf(options.format);
    setWork({ part: 0 });
    try {
      const bytes = await delivery.write(options, (part) => setWork((old) => old && { part }));
      if (!bytes) {
        say('Stopped; nothing was written.');
        return;
      }
      const name = deliveryName(shot.title, format.extension);
      download(bytes, name, format.type);
      say(`Delivered ${name}, ${sizeInWords(bytes.length)}.`);
      const over = 20 * Math.log10(delivery.loudest);
      if (over > 0.05)
        say(
          `The sound is ${over.toFixed(1)} dB too loud at its loudest and was cut off there. Make its tracks quieter.`,
        );
    } catch (error) {
      say(sentence(error));
    } finally {
      setWork(null);
    }
  };

  return (
    <>
      <Preview delivery={delivery} options={options} busy={work !== null} />
      <ExportPanel
        options={options}
        part={work?.part ?? null}
        onChoose={(next) => setChosen((old) => ({ ...old, ...next }))}
        onWrite={() => void write()}
        onStop={() => delivery?.stop()}
      />
    </>
  );
}

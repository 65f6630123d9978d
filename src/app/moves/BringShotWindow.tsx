import { useLiveQuery } from 'dexie-react-hooks';
import { useState } from 'react';
import { type SwatchWay, whyNotBring } from '../../core/sheet/index.ts';
import { lengthInWords } from '../../core/shot/index.ts';
import { say } from '../frame/saying.ts';
import { db } from '../library.ts';
import { Button } from '../parts/Button.tsx';
import { Choices, Chosen } from '../parts/Choice.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { FileButton } from '../parts/FileButton.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useWork } from '../parts/use-work.ts';
import { Window } from '../parts/Window.tsx';
import { useOpenShot, useShot } from '../session/open-shot.ts';
import { bringShot, readShotToBring, type SourceShot, shotOnShelf } from './bring-shot.ts';

/** Another shot, of the shelf or from a file, brought in as a bundle above the layer in hand, from this frame on. */
export default function BringShotWindow({ onClose }: { onClose(): void }) {
  const open = useOpenShot();
  const { session } = open;
  const own = useShot((shot) => shot.id);
  const rows = useLiveQuery(() => db.shots.orderBy('changedAt').reverse().toArray(), []);
  const [chosen, setChosen] = useState('');
  const [file, setFile] = useState<SourceShot | null>(null);
  const [swatches, setSwatches] = useState<SwatchWay>('joined');
  const [sounds, setSounds] = useState(false);
  const [wrong, setWrong] = useState('');
  const { busy, during } = useWork(setWrong);
  const others = (rows ?? []).filter(({ id, removedAt }) => id !== own && removedAt === 0);
  const bring = () => {
    setWrong('');
    void during(async () => {
      const source = file ?? (await shotOnShelf(db, chosen));
      const why = whyNotBring(session.whole, source.shot);
      if (why) setWrong(why);
      else if (await bringShot(open, source, { swatches, sounds })) {
        say(`“${source.shot.title}” is a bundle here now.`);
        onClose();
      }
    });
  };
  const read = ([one]: File[]) => {
    setWrong('');
    setFile(null);
    void during(async () => {
      setFile(await readShotToBring(one));
      setChosen('');
    });
  };
  return (
    <Window
      open
      onOpenChange={onClose}
      title="Bring another shot in"
      about="It becomes a bundle above the layer in hand, from this frame on. Its guides, reference, camera and changes of colour stay behind."
      width="w-[32.5rem]"
    >
      <div className="flex flex-col gap-3">
        {others.length === 0 ? (
          <p className="text-second">There is no other shot on the shelf. Choose a shot file.</p>
        ) : (
          <Choices
            label="Shots on the shelf"
            className="flex max-h-56 flex-col gap-1 overflow-y-auto"
            value={chosen ?? ''}
            onChoose={(id) => {
              setChosen(id);
              setFile(null);
            }}
          >
            {others.map(({ id, title, length, fps, width, height }) => (
              <Chosen
                key={id}
                value={id}
                label={title}
                className="flex h-8 shrink-0 items-center gap-2 rounded-md border border-rule bg-field px-2 aria-checked:border-accent aria-checked:bg-wash"
              >
                <span className="min-w-0 flex-1 truncate text-left">{title}</span>
                <span className="font-mono text-sm tabular text-second">
                  {width} x {height} · {lengthInWords(length, fps)}
                </span>
              </Chosen>
            ))}
          </Choices>
        )}
        <div className="flex items-center gap-2">
          <FileButton name="shot-file-to-bring" accept=".vignette,application/zip" onFiles={(files) => read(files)}>
            A shot file
          </FileButton>
          <span className="min-w-0 flex-1 truncate text-second">{file?.shot.title ?? 'None chosen'}</span>
        </div>
        <div className="flex items-center gap-2">
          <span className="text-second">Its swatches</span>
          <ChoiceList
            label="Its swatches"
            value={swatches}
            options={[
              ['joined', 'are joined to those of the same name'],
              ['group', 'come as a group of their own'],
            ]}
            onChoose={(way: SwatchWay) => setSwatches(way)}
          />
        </div>
        <Tick label="With its sounds" checked={sounds} onChange={setSounds} />
        {wrong && (
          <p role="alert" className="text-attention">
            {wrong}
          </p>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button look="main" disabled={busy || (!chosen && !file)} onClick={() => bring()}>
            Bring it in
          </Button>
        </div>
      </div>
    </Window>
  );
}

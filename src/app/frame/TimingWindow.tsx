import { useState } from 'react';
import { putTiming, readTiming, type Timing, timingFindings } from '../../core/sheet/index.ts';
import { Button } from '../parts/Button.tsx';
import { FileButton } from '../parts/FileButton.tsx';
import { sentence } from '../parts/files.ts';
import { Window } from '../parts/Window.tsx';
import { useOpenShot, useShot, wholeShot } from '../session/open-shot.ts';
import { keepBefore } from '../versions/versions.ts';

/** Larger than any timing: what is read whole must fit. */
const MOST_BYTES = 32 * 1024 ** 2;

/** A timing written elsewhere, put onto the layers of the same names; what it does and leaves is said first. */
export default function TimingWindow({ onClose }: { onClose(): void }) {
  const open = useOpenShot();
  const { session } = open;
  const shot = useShot(wholeShot);
  const [read, setRead] = useState<{ name: string; timing: Timing } | null>(null);
  const [wrong, setWrong] = useState('');
  const bring = async ([file]: File[]) => {
    setRead(null);
    setWrong('');
    try {
      if (file.size > MOST_BYTES) throw new Error(`“${file.name}” is too large to be a timing.`);
      setRead({ name: file.name, timing: readTiming(await file.text(), file.name) });
    } catch (error) {
      setWrong(sentence(error));
    }
  };
  const told = read && timingFindings(shot, read.timing);
  const put = () => {
    try {
      keepBefore(open, `the timing of ${read!.name} was read`);
      session.change('read timing', (draft) => putTiming(draft, read!.timing));
      onClose();
    } catch (error) {
      setWrong(sentence(error));
    }
  };
  return (
    <Window
      open
      onOpenChange={onClose}
      title="Read a timing"
      about="A table (CSV) or JSON as Export writes it: each column goes onto the layer of its name. Drawings stay as they are."
      width="w-[32.5rem]"
    >
      <div className="flex flex-col gap-3">
        <div className="flex items-center gap-2">
          <FileButton
            name="timing-file"
            accept=".csv,.json,.txt,.tsv,text/csv,application/json"
            onFiles={(files) => void bring(files)}
          >
            Choose a file
          </FileButton>
          <span className="min-w-0 flex-1 truncate text-second">{read?.name ?? 'None chosen'}</span>
        </div>
        {wrong && (
          <p role="alert" className="text-attention">
            {wrong}
          </p>
        )}
        {told && (
          <>
            <p>
              {told.goes.length === 0
                ? 'No layer of this shot has the name of a column: nothing would change.'
                : `Changes the timing of ${told.goes.map((name) => `“${name}”`).join(', ')}.`}
            </p>
            {told.says.length > 0 && (
              <ul aria-label="Findings" className="max-h-48 list-disc overflow-y-auto pl-5 text-sm text-attention">
                {told.says.map((each) => (
                  <li key={each}>{each}</li>
                ))}
              </ul>
            )}
          </>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button look="main" disabled={!told || told.goes.length === 0} onClick={put}>
            Put it on the sheet
          </Button>
        </div>
      </div>
    </Window>
  );
}

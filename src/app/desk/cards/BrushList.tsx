import Trash from 'lucide-react/icons/trash-2';
import { useState } from 'react';
import { useStore } from 'zustand';
import type { NamedBrush } from '../../../core/ink/index.ts';
import { type Brush, LIMITS } from '../../../core/shot/index.ts';
import { readBrushFile, writeBrushFile } from '../../../core/shotfile/index.ts';
import { say } from '../../frame/saying.ts';
import { db } from '../../library.ts';
import { Button, IconButton } from '../../parts/Button.tsx';
import { isPressed } from '../../parts/draft.ts';
import { FileButton } from '../../parts/FileButton.tsx';
import { download, sentence } from '../../parts/files.ts';
import { allBrushes, dropBrush, keepBrushes, ownBrushes } from '../../session/brushes.ts';
import { BrushPreview } from './BrushPreview.tsx';

const FILE_NAME = 'brushes.vignette-brushes.json';

interface BrushListProps {
  brush: Brush;
  named: string;
  onTake(brush: NamedBrush): void;
}

/** Named brushes: take one, keep the one in hand under a name, hand them on as a file. */
export function BrushList({ brush, named, onTake }: BrushListProps) {
  const { list } = useStore(ownBrushes.store);
  const [name, setName] = useState('');
  const all = allBrushes(list);
  const own = new Set(list.map((each) => each.name));
  const keep = () => {
    const as = (name.trim() || named).slice(0, LIMITS.maxName);
    void keepBrushes(db, [{ name: as, brush }]).then(() => {
      onTake({ name: as, brush });
      setName('');
      say(`Kept the brush “${as}”.`);
    });
  };
  const bringIn = async ([file]: File[]) => {
    try {
      const brushes = readBrushFile(await file.text());
      await keepBrushes(db, brushes);
      say(brushes.length === 1 ? `Took in the brush “${brushes[0].name}”.` : `Took in ${brushes.length} brushes.`);
    } catch (error) {
      say(sentence(error));
    }
  };
  const handOut = () => download(new Blob([writeBrushFile(all)]), FILE_NAME, 'application/json');
  return (
    <>
      <ul aria-label="Named brushes" className="-mx-1 max-h-52 overflow-y-auto">
        {all.map((each) => (
          <li key={each.name} className="flex items-center">
            <button
              type="button"
              aria-pressed={each.name === named}
              className={`flex min-w-0 grow items-center gap-2 rounded px-1 ${each.name === named ? 'bg-wash text-accent' : 'hover:bg-wash/60'}`}
              onClick={() => onTake(each)}
            >
              <BrushPreview brush={each.brush} width={112} height={30} />
              <span className="truncate">{each.name}</span>
            </button>
            {own.has(each.name) && (
              <IconButton label={`Remove the brush ${each.name}`} onClick={() => void dropBrush(db, each.name)}>
                <Trash size={13} />
              </IconButton>
            )}
          </li>
        ))}
      </ul>
      <div className="mt-2 flex gap-1">
        <input
          aria-label="Name to keep the brush under"
          placeholder={named}
          maxLength={LIMITS.maxName}
          className="h-7 min-w-0 grow rounded-md border border-edge bg-field px-2"
          value={name}
          onChange={(event) => setName(event.target.value)}
          onKeyDown={(event) => isPressed(event, 'Enter') && keep()}
        />
        <Button onClick={keep}>Keep</Button>
      </div>
      <div className="mt-1 flex gap-1">
        <Button onClick={handOut}>Save brushes</Button>
        <FileButton name="brush-file" accept=".json,application/json" onFiles={(files) => void bringIn(files)}>
          Open brushes
        </FileButton>
      </div>
    </>
  );
}

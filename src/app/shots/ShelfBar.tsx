import { Toolbar } from 'radix-ui';
import type { ComponentProps } from 'react';
import { useStore } from 'zustand';
import { duplicateShot, openKept, putInFolder, removeShot, type ShotRow } from '../../store/index.ts';
import { saveShotFile } from '../frame/save-shot-file.ts';
import { say } from '../frame/saying.ts';
import { db } from '../library.ts';
import { Button } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { sentence } from '../parts/files.ts';
import { NameInput } from '../parts/NameInput.tsx';
import { Tick } from '../parts/Tick.tsx';
import { ORDER_WORDS, ORDERS, shelfWishes } from './shelf.ts';

/** Above the shelf: a word to look for, the order, folders or not. */
export function ShelfBar({ search, onSearch }: { search: string; onSearch(words: string): void }) {
  const { order, inFolders } = useStore(shelfWishes.store);
  return (
    <div className="mb-4 flex flex-wrap items-center gap-2">
      <input
        type="search"
        aria-label="Look for a shot"
        placeholder="look for a shot or a folder"
        className="h-7 w-64 rounded-md border border-edge bg-field px-2"
        value={search}
        onChange={(event) => onSearch(event.target.value)}
      />
      <ChoiceList
        label="Order of the shelf"
        className="!h-7"
        value={order}
        options={ORDERS.map((each) => [each, ORDER_WORDS[each]])}
        onChoose={(each) => void shelfWishes.put(db, { order: each })}
      />
      <Tick
        label="in folders"
        className="text-second"
        checked={inFolders}
        onChange={(on) => void shelfWishes.put(db, { inFolders: on })}
      />
    </div>
  );
}

/** What can be done with several shots at once. */
export function ChosenBar({ rows, onDone }: { rows: ShotRow[]; onDone(): void }) {
  const each = async (work: (row: ShotRow) => Promise<unknown>, words: (count: number) => string) => {
    let done = 0;
    for (const row of rows) {
      try {
        await work(row);
        done++;
      } catch (error) {
        say(sentence(error));
      }
    }
    if (done > 0 && words(done)) say(words(done));
    onDone();
  };
  const shots = (count: number) => `${count} ${count === 1 ? 'shot' : 'shots'}`;
  const folders = new Set(rows.map(({ folder = '' }) => folder));
  return (
    <Toolbar.Root
      aria-label="The chosen shots"
      className="sticky top-2 z-10 mb-4 flex flex-wrap items-center gap-2 rounded-md border border-accent bg-panel px-3 py-2 shadow"
    >
      <b className="font-semibold">{shots(rows.length)} chosen</b>
      <span className="ml-2 text-second">folder</span>
      <NameInput
        label="Folder of the chosen shots"
        className="h-7 w-40 !border-rule bg-field"
        empty
        value={folders.size === 1 ? [...folders][0] : ''}
        onDone={(folder) =>
          void each(
            (row) => putInFolder(db, row.id, folder),
            () => '',
          )
        }
      />
      <ToolButton
        onClick={() =>
          void each(
            (row) => duplicateShot(db, row.id),
            (n) => `${shots(n)} duplicated.`,
          )
        }
      >
        Duplicate
      </ToolButton>
      <ToolButton
        onClick={() =>
          void each(
            async (row) => saveShotFile((await openKept(db, row.id)).history.shot),
            () => '',
          )
        }
      >
        Save the files
      </ToolButton>
      <ToolButton
        look="danger"
        onClick={() =>
          void each(
            (row) => removeShot(db, row.id),
            (n) => `${shots(n)} removed; they wait under Removed at the foot of the list.`,
          )
        }
      >
        Remove
      </ToolButton>
      <ToolButton look="quiet" className="ml-auto" onClick={onDone}>
        Let go
      </ToolButton>
    </Toolbar.Root>
  );
}

/** A button of the bar: by keyboard the arrows go from one to the next. */
function ToolButton(props: ComponentProps<typeof Button>) {
  return (
    <Toolbar.Button asChild>
      <Button {...props} />
    </Toolbar.Button>
  );
}

/** Workers and doors stay inside the folder they were given, and nobody meets half a file. */
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { FileSink } from '../../cli/lent/file-sink.ts';
import { FolderFiles, nameIn, pathInside } from '../../cli/queue/shared-files.ts';

const root = mkdtempSync(join(tmpdir(), 'vignette-shared-'));
const folder = join(root, 'shots');
mkdirSync(join(folder, 'a'), { recursive: true });
writeFileSync(join(root, 'secret'), 'no');
writeFileSync(join(folder, 'a', 'one.vignette'), 'PK');
symlinkSync(root, join(folder, 'up'));
symlinkSync(join(root, 'secret'), join(folder, 'link'));

describe('names inside a folder', () => {
  test('lead to files in it, also to ones that are not there yet', async () => {
    expect(await pathInside(folder, 'a/one.vignette')).toBe(join(folder, 'a', 'one.vignette'));
    expect(await pathInside(folder, 'new/deep/two.mp4')).toBe(join(folder, 'new', 'deep', 'two.mp4'));
    expect(await pathInside(folder, 'a/..b')).toBe(join(folder, 'a', '..b'));
  });
  test.each(['../secret', 'a/../../secret', '/etc/hostname', '.', '', 'up/secret', 'link', 'up/new', 'a\0b'])(
    '%j is refused: it leads out',
    async (name) => {
      await expect(pathInside(folder, name)).rejects.toThrow(/lies outside of the folder/);
    },
  );
  test('no name at all leads out', async () => {
    const piece = fc.constantFrom('..', '.', 'a', 'up', '', 'link', '…', 'b c');
    await fc.assert(
      fc.asyncProperty(fc.array(piece, { maxLength: 6 }), async (pieces) => {
        const path = await pathInside(folder, pieces.join('/')).catch(() => null);
        if (path !== null) expect(path.startsWith(`${folder}/`)).toBe(true);
      }),
    );
  });
});

describe('files of a shared folder', () => {
  const files = new FolderFiles(folder);
  test('are put whole, read and removed', async () => {
    writeFileSync(join(root, 'made.mp4'), 'movie');
    const name = nameIn('delivered', 'made.mp4');
    await files.put(name, join(root, 'made.mp4'));
    expect(await files.has(name)).toBe(true);
    expect(Buffer.from(await files.read(name)).toString()).toBe('movie');
    expect(readdirSync(join(folder, 'delivered'))).toEqual(['made.mp4']);
    await files.remove(name);
    expect(await files.has(name)).toBe(false);
  });
  test('one that is not there is told in a sentence', async () => {
    await expect(files.read('nobody.vignette')).rejects.toThrow('There is no “nobody.vignette”.');
  });
});

describe('a file that is being written', () => {
  test('has its name only when it is whole; until then what was there stays', async () => {
    const path = join(root, 'out', 'film.mp4');
    const first = await FileSink.open(path);
    await first.write(new TextEncoder().encode('first'));
    expect(existsSync(path)).toBe(false);
    await first.close();
    const second = await FileSink.open(path);
    await second.write(new TextEncoder().encode('second one'));
    await second.write(new TextEncoder().encode('S'), 0);
    expect(readFileSync(path, 'utf8')).toBe('first');
    await second.close();
    expect(readFileSync(path, 'utf8')).toBe('Second one');
  });
  test('that is dropped leaves nothing', async () => {
    const path = join(root, 'dropped', 'film.mp4');
    const sink = await FileSink.open(path);
    await sink.write(new Uint8Array(10));
    await sink.drop();
    expect(readdirSync(join(root, 'dropped'))).toEqual([]);
  });
  test('a folder that is a file is told in a sentence', async () => {
    await expect(FileSink.open(join(root, 'secret', 'film.mp4'))).rejects.toThrow(
      /a file lies where a folder is needed/,
    );
  });
});

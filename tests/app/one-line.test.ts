/**
 * The registers keep their promise: a new tool, view or delivery format is one new file and one line. Each is added to a
 * copy of the source, which must still pass the compiler and have it everywhere that is derived from the register.
 */
import { execFileSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';

const ROOT = join(import.meta.dirname, '../..');
let copy: string;

const put = (file: string, text: string) => writeFileSync(join(copy, file), text);

/** Adds one line after the one that says this, and the import it needs. */
function addLine(file: string, after: string, line: string, imported: string): void {
  const text = readFileSync(join(copy, file), 'utf8');
  expect(text).toContain(after);
  put(file, `${imported}\n${text.replace(after, `${after}\n${line}`)}`);
}

beforeAll(() => {
  copy = mkdtempSync(join(tmpdir(), 'vignette-registers-'));
  cpSync(join(ROOT, 'src'), join(copy, 'src'), { recursive: true });
  for (const file of ['package.json', 'tsconfig.json']) cpSync(join(ROOT, file), join(copy, file));
  symlinkSync(join(ROOT, 'node_modules'), join(copy, 'node_modules'));
});
afterAll(() => rmSync(copy, { recursive: true, force: true }));

test('a tool, a view and a format are each a file and a line', { timeout: 180_000 }, () => {
  put(
    'src/app/desk/tools/spot.ts',
    `import { IsNumber, Max, Min } from 'class-validator';
import SpotIcon from 'lucide-react/icons/circle-dot';
import { tool } from './tool.ts';

class SpotSettings {
  @IsNumber() @Min(1) @Max(50) width = 7;
}

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    spot: SpotSettings;
  }
}

export const spot = tool({
  id: 'spot',
  name: 'Spot',
  keys: ['Alt+Shift+F9'],
  icon: SpotIcon,
  cursor: 'crosshair',
  settings: SpotSettings,
  strip: () => null,
  down: () => null,
});
`,
  );
  addLine('src/app/desk/tools/index.ts', '  any(eraser),', '  any(spot),', "import { spot } from './spot.ts';");

  put(
    'src/app/sound/wall-view.ts',
    `import type { View } from '../frame/view.ts';

export const wallView: View = { path: 'wall', name: 'Wall', Screen: () => null, hasPaper: false };
`,
  );
  addLine(
    'src/app/frame/views.ts',
    'VIEWS: readonly View[] = [',
    '  wallView,',
    "import { wallView } from '../sound/wall-view.ts';",
  );

  put(
    'src/core/export/formats/text.ts',
    `import { choice } from '../asks.ts';
import { format } from '../format.ts';
import { writeText } from '../sink.ts';

export const text = format({
  id: 'text',
  name: 'Text, frames',
  purpose: 'work',
  about: 'The frames in words.',
  thing: 'the text',
  extension: 'txt',
  type: 'text/plain',
  pictures: false,
  asks: { joint: choice('Between them', { '-': 'a dash', ' to ': 'a word' }, '-') },
  write: ({ film, wishes, sink }) => writeText(sink, \`\${film.parts[0].from}\${wishes.joint}\${film.parts[0].to}\`),
});
`,
  );
  addLine('src/core/export/formats/index.ts', 'const ALL = [', '  text,', "import { text } from './text.ts';");

  put(
    'src/ask.ts',
    `import { COMMANDS } from './app/commands/index.ts';
import { firstTools, keptTools } from './app/desk/tools/index.ts';
import { VIEWS } from './app/frame/views.ts';
import { firstWishes, FORMATS, formatOf, MemorySink } from './core/export/index.ts';
import { makeShot } from './core/shot/index.ts';

const smallest = makeShot({ title: 'Cap', width: 64, height: 64, fps: 24, length: 9 });

const sink = new MemorySink();
const film = { parts: [{ from: 2, to: 5 }] };
await formatOf('text').write({ film, wishes: firstWishes(smallest, formatOf('text').asks), sink } as never);
console.log(
  JSON.stringify({
    commands: COMMANDS.map(({ id, keys }) => [id, keys[0]]),
    first: firstTools().spot.width,
    kept: keptTools({ version: 1, value: { spot: { width: 9000 } } }).spot.width,
    views: VIEWS.map(({ name }) => name),
    formats: FORMATS.map(({ id }) => id),
    written: new TextDecoder().decode(sink.bytes),
  }),
);
`,
  );
  const run = (...command: string[]) =>
    execFileSync(process.execPath, command, { cwd: copy, encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] });
  put(
    'tsconfig.json',
    JSON.stringify({ ...JSON.parse(readFileSync(join(copy, 'tsconfig.json'), 'utf8')), include: ['src'] }),
  );
  let faults = '';
  try {
    run('node_modules/typescript/bin/tsc', '-p', 'tsconfig.json');
  } catch (failed) {
    faults = (failed as { stdout: string }).stdout;
  }
  expect(faults).toBe('');
  const told = JSON.parse(run('node_modules/tsx/dist/cli.mjs', '--import', join(ROOT, 'tests/setup.ts'), 'src/ask.ts'));
  expect(told.commands).toContainEqual(['tool-spot', 'Alt+Shift+F9']);
  expect(told.commands.map(([id]: [string]) => id)).toContain('view-wall');
  expect(told.first).toBe(7);
  expect(told.kept).toBe(7);
  expect(told.views).toContain('Wall');
  expect(told.formats).toContain('text');
  expect(told.written).toBe('2-5');
});

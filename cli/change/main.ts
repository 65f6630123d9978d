/** `npm run --silent change -- DIR/*.vignette --palette coat.json`: the same edit in many shots. */
import 'reflect-metadata';
import { existsSync } from 'node:fs';
import { copyFile } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { change } from '../../src/core/history/index.ts';
import { LIMITS, Refused, type Shot } from '../../src/core/shot/index.ts';
import { type FileVersion, SHOT_FILE_EXTENSION, writeShotFile } from '../../src/core/shotfile/index.ts';
import { checkOf } from '../deliver/look.ts';
import { bytesOf, openShot } from '../deliver/opened.ts';
import { callOf, typedPath } from '../lent/call.ts';
import { endInOrder } from '../lent/ending.ts';
import { EXIT, exitCodeOf, runProgram, sentenceOf } from '../lent/exit-codes.ts';
import { BadCall, CannotWrite, systemSays } from '../lent/faults.ts';
import { writeWhole } from '../lent/file-sink.ts';
import { type Edit, rateEdit, renameEdit } from './edits.ts';
import { deliveriesFileEdit, paletteFileEdit } from './sources.ts';

const HELP = `change: the same edit in many shots.

  npm run --silent change -- FILE.vignette... --palette coat.json

What
  --palette FILE       colours of a palette (JSON or GPL), by the names of palettes and swatches
  --rename OLD=NEW     a swatch gets another name; several at once
  --fps N              another rate; frames stay frames
  --deliveries FILE    named deliveries of another shot, or of a JSON file, are added

Where
  --out DIR            changed files are written there (beside each file, as NAME-changed)
  --in-place           changed files take the place of the old ones, which are kept as NAME.before
  --dry-run            only says what would change

  --check              all checks on what came out; ends with 1 when they find something
  --json               what was changed, as JSON

The shot as it was is kept in each file as a version: it is put back in Versions.
`;

const OPTIONS = {
  palette: { type: 'string', multiple: true },
  rename: { type: 'string', multiple: true },
  fps: { type: 'string' },
  deliveries: { type: 'string', multiple: true },
  out: { type: 'string' },
  'in-place': { type: 'boolean' },
  'dry-run': { type: 'boolean' },
  check: { type: 'boolean' },
  json: { type: 'boolean' },
  help: { type: 'boolean' },
} as const;

type Call = ReturnType<typeof callOf<typeof OPTIONS>>['values'];

/** @throws BadCall, BadFile */
async function editsOf({ palette = [], rename = [], fps, deliveries = [] }: Call): Promise<Edit[]> {
  const out: Edit[] = [];
  for (const file of palette) out.push(await paletteFileEdit(typedPath(file)));
  out.push(...rename.map(renameEdit));
  if (fps !== undefined) out.push(rateEdit(fps));
  for (const file of deliveries) out.push(await deliveriesFileEdit(typedPath(file)));
  if (out.length === 0)
    throw new BadCall('Say what to change: --palette FILE, --rename OLD=NEW, --fps N or --deliveries FILE.');
  return out;
}

/** The versions of a file with the shot as it was before; where there is room for no more, the oldest kept by itself gives way. */
function withBefore(versions: readonly FileVersion[], shot: Shot, name: string, now: number): FileVersion[] {
  const kept = [...versions];
  if (kept.length >= LIMITS.maxVersions) {
    const oldest = kept.findLastIndex(({ auto }) => auto);
    if (oldest < 0)
      throw new Refused(
        `“${shot.title}” has ${LIMITS.maxVersions} versions, as many as there can be. Remove one first.`,
      );
    kept.splice(oldest, 1);
  }
  return [{ name: `before: ${name}`.slice(0, LIMITS.maxTitle), at: now, auto: true, shot }, ...kept];
}

/** A name nothing has yet: NAME, NAME-2, NAME-3. */
function freePath(folder: string, base: string, end: string): string {
  for (let k = 1; ; k++) {
    const path = join(folder, `${base}${k === 1 ? '' : `-${k}`}${end}`);
    if (!existsSync(path)) return path;
  }
}

/** Where a changed file goes. */
function placeOf(path: string, call: Call): string {
  if (call['in-place']) return path;
  if (call.out !== undefined) return join(typedPath(call.out), basename(path));
  return freePath(dirname(path), `${basename(path, `.${SHOT_FILE_EXTENSION}`)}-changed`, `.${SHOT_FILE_EXTENSION}`);
}

interface Report {
  file: string;
  title: string;
  /** Where the changed file is; null: nothing was written. */
  written: string | null;
  /** Where the old one is kept; null: it is where it was. */
  kept: string | null;
  changed: boolean;
  /** What was done, and what was not and why. */
  told: string[];
  findings: number | null;
}

async function changeFile(file: string, edits: Edit[], call: Call): Promise<Report> {
  const path = typedPath(file);
  const bytes = await bytesOf(path);
  const { shot, media, versions } = openShot(bytes, file);
  const told: string[] = [];
  // The one door for every edit: bounds are checked there, and the old shot is untouched.
  const made = change(shot, (draft) => {
    for (const edit of edits) told.push(...edit.make(draft));
  });
  const after = made?.shot ?? shot;
  const report: Report = {
    file,
    title: shot.title,
    written: null,
    kept: null,
    changed: made !== null,
    told,
    findings: null,
  };
  if (call.check) report.findings = checkOf({ file, shot: after }).findings.length;
  if (!made || call['dry-run']) return report;
  const name = edits.map((edit) => edit.name).join(', ');
  const place = placeOf(path, call);
  if (place === path && !call['in-place'])
    throw new BadCall(`“${file}” would be written over. Write --in-place, or choose another folder with --out.`);
  const out = writeShotFile(after, media, withBefore(versions, shot, name, Date.now()));
  if (call['in-place']) {
    report.kept = freePath(
      dirname(path),
      `${basename(path, `.${SHOT_FILE_EXTENSION}`)}.before`,
      `.${SHOT_FILE_EXTENSION}`,
    );
    try {
      await copyFile(path, report.kept);
    } catch (error) {
      throw new CannotWrite(systemSays(error, report.kept));
    }
  }
  await writeWhole(place, out);
  report.written = place;
  return report;
}

function inWords({ file, title, written, kept, changed, told, findings }: Report): string {
  const where = written ? `, written to ${written}` : '';
  const head = !changed ? `${file}: “${title}” has nothing to change.` : `${file}: “${title}”${where}`;
  return [
    head,
    ...told.map((line) => `  ${line}`),
    ...(kept ? [`  as it was: ${kept}`] : []),
    ...(findings === null
      ? []
      : [`  the checks find ${findings === 0 ? 'nothing' : `${findings} ${findings === 1 ? 'thing' : 'things'}`}`]),
  ].join('\n');
}

async function main(): Promise<number> {
  const { values: call, positionals: files } = callOf(process.argv.slice(2), OPTIONS);
  if (call.help) {
    process.stdout.write(HELP);
    return EXIT.fine;
  }
  if (files.length === 0) throw new BadCall('Name shot files: change DIR/*.vignette --palette coat.json.');
  if (call['in-place'] && call.out !== undefined) throw new BadCall('Write --out or --in-place, not both.');
  const edits = await editsOf(call);
  let code: number = EXIT.fine;
  const reports: Report[] = [];
  for (const file of files) {
    try {
      const report = await changeFile(file, edits, call);
      reports.push(report);
      if (!call.json) process.stdout.write(`${inWords(report)}\n`);
      if (report.findings) code = Math.max(code, EXIT.found);
    } catch (error) {
      process.stderr.write(`${file}: ${sentenceOf(error).replace(`${file}: `, '')}\n`);
      code = Math.max(code, exitCodeOf(error));
    }
  }
  if (call.json) process.stdout.write(`${JSON.stringify(reports)}\n`);
  return code;
}

endInOrder('Stopped; the files that were told are changed, the others are as they were.');
runProgram(main);

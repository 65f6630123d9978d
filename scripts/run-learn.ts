/** What the judges weigh evidence by, learnt from files of cases with known answers. */
import { learnColours } from './learn/colours.ts';
import { learnLines } from './learn/lines.ts';
import { learnSounds } from './learn/sounds.ts';

const KINDS: Record<string, (files: string[], out: string) => Promise<void>> = {
  lines: learnLines,
  colours: learnColours,
  sounds: learnSounds,
};

const [kind, out, ...files] = process.argv.slice(2);
const run = KINDS[kind];
if (!run || !out || files.length === 0) {
  console.error(`Say what to learn: npm run --silent learn -- ${Object.keys(KINDS).join('|')} OUT.json CASES...`);
  process.exit(2);
}
await run(files, out);

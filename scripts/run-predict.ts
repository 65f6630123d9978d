/** Computed parts over sets of cases, for scorers outside. Each kind reads a folder and writes one JSON file. */
import { writeFileSync } from 'node:fs';
import { predictBetween } from '../bench/between-set.ts';
import { predictPaint } from '../bench/paint-set.ts';
import { readSpeech } from '../bench/speech-set.ts';

const KINDS: Record<string, (folder: string) => unknown> = {
  speech: readSpeech,
  between: predictBetween,
  paint: predictPaint,
};

const [kind, folder, out] = process.argv.slice(2);
const run = KINDS[kind];
if (!run || !folder || !out) {
  console.error(`Say what to predict: npm run --silent predict -- ${Object.keys(KINDS).join('|')} DIR OUT`);
  process.exit(2);
}
writeFileSync(out, JSON.stringify(run(folder)));

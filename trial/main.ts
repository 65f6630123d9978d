/**
 * `npm run trial [-- campaign ...] [--count N] [--seed S]`: long campaigns, each with one line at its end. Without names all
 * of them. A failure is told with the seed that gives it again.
 */
import 'reflect-metadata';
import { run as disk } from './disk.ts';
import { run as files } from './files.ts';
import { run as kill } from './kill.ts';
import { MOST_TOLD, type Outcome, type Wishes } from './report.ts';
import { run as tabs } from './tabs.ts';
import { run as undo } from './undo.ts';
import { run as workers } from './workers.ts';

const CAMPAIGNS: Record<string, { count: number; run(wishes: Wishes): Promise<Outcome> }> = {
  files: { count: 10_000, run: files },
  undo: { count: 20_000, run: undo },
  kill: { count: 200, run: kill },
  tabs: { count: 30, run: tabs },
  disk: { count: 12, run: disk },
  workers: { count: 30, run: workers },
};

function option(args: string[], name: string): number | undefined {
  const at = args.indexOf(`--${name}`);
  if (at < 0) return undefined;
  const [, value] = args.splice(at, 2);
  return Number(value);
}

const args = process.argv.slice(2);
const count = option(args, 'count');
const seed = option(args, 'seed') ?? Math.floor(Math.random() * 1e6);
const unknown = args.filter((name) => !Object.hasOwn(CAMPAIGNS, name));
if (unknown.length > 0) {
  console.error(`There is no campaign “${unknown.join(', ')}”. There are: ${Object.keys(CAMPAIGNS).join(', ')}.`);
  process.exit(2);
}

let failed = false;
for (const name of args.length > 0 ? args : Object.keys(CAMPAIGNS)) {
  const campaign = CAMPAIGNS[name];
  const began = Date.now();
  const { summary, failures } = await campaign.run({ count: count ?? campaign.count, seed });
  console.log(`${summary} (seed ${seed}, ${Math.round((Date.now() - began) / 1000)} s)`);
  for (const failure of failures.slice(0, MOST_TOLD)) console.log(`  ${failure}`);
  failed ||= failures.length > 0;
}
process.exit(failed ? 1 : 0);

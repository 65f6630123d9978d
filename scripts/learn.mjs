/** `npm run --silent learn -- lines OUT.json CASES...`: what the judges weigh evidence by, learnt anew from cases with known answers. */
import { packages, tool } from './prepare.mjs';

packages();
tool('tsx', ['scripts/run-learn.ts', ...process.argv.slice(2)]);

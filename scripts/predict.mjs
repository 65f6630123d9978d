/** `npm run --silent predict -- speech DIR OUT`: a computed part run over a set of cases. */
import { packages, tool } from './prepare.mjs';

packages();
tool('tsx', ['scripts/run-predict.ts', ...process.argv.slice(2)]);

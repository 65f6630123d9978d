/** `npm run --silent change -- DIR/*.vignette --palette coat.json`: the same edit in many shots. */
import { packages, program } from './prepare.mjs';

packages();
program('change');

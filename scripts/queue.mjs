/** `npm run --silent queue -- add DIR/*.vignette --named "for the edit"`: deliveries for many machines. */
import { packages, program } from './prepare.mjs';

packages();
program('queue');

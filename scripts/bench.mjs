/** `npm run bench`: the measurements, each beside a baseline of the same run. */
import { browser, build, packages, tool } from './prepare.mjs';

packages();
const CHROMIUM = browser();
build();
tool('tsx', ['bench/main.ts', ...process.argv.slice(2)], { env: { ...process.env, CHROMIUM } });

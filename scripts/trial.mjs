/** `npm run trial`: long campaigns against accidents; see docs/RELIABILITY.md. */
import { browser, build, packages, tool } from './prepare.mjs';

packages();
const CHROMIUM = browser();
build();
tool('tsx', ['trial/main.ts', ...process.argv.slice(2)], { env: { ...process.env, CHROMIUM } });

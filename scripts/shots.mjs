/** `npm run shots`: refreshes docs/screenshots/ from the demo data. */
import { browser, build, packages, tool } from './prepare.mjs';

packages();
const CHROMIUM = browser();
build();
tool('tsx', ['scripts/take-shots.ts'], { env: { ...process.env, CHROMIUM } });

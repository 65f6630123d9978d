/** `npm test`: from a fresh clone to the passed tests. Types, lint with the floors, unused code, units, browser. */
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { browser, build, ffmpeg, packages, root } from './prepare.mjs';

packages();
const CHROMIUM = browser();
const FFMPEG = ffmpeg();

let passed = 0;
let failed = 0;

function bin(name, args, env = {}) {
  return (
    spawnSync(join(root, 'node_modules', '.bin', name), args, {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, ...env },
    }).status === 0
  );
}

function check(name, ...runs) {
  console.log(`\n— ${name}`);
  const fine = runs.every(([tool, ...args]) => bin(tool, args));
  if (fine) passed++;
  else failed++;
  console.log(fine ? `${name}: passed` : `${name}: FAILED`);
}

function vitest(project) {
  console.log(`\n— ${project} tests`);
  mkdirSync(join(root, '.stamp'), { recursive: true });
  const report = join(root, '.stamp', `${project}.json`);
  const fine = bin(
    'vitest',
    ['run', '--project', project, '--reporter=default', '--reporter=json', `--outputFile.json=${report}`],
    { CHROMIUM, FFMPEG },
  );
  try {
    const { numPassedTests, numFailedTests, numFailedTestSuites } = JSON.parse(readFileSync(report, 'utf8'));
    passed += numPassedTests;
    // A file that breaks before its tests has no failed test to count.
    failed += fine ? 0 : Math.max(1, numFailedTests, numFailedTestSuites > 0 ? 1 : 0);
  } catch {
    failed++;
  }
}

check('types', ['tsc', '-p', 'tsconfig.json'], ['tsc', '-p', 'tsconfig.core.json']);
check('lint and floors', ['biome', 'check', '.']);
check('unused code', ['knip']);
vitest('unit');
build();
vitest('browser');

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

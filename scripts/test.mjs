/** `npm test`: from a fresh clone to the passed tests. Types, lint with the floors, unused code, units, browser. */
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { browser, build, ffmpeg, packages, redisIfAny, root } from './prepare.mjs';

packages();
const CHROMIUM = browser();
const FFMPEG = ffmpeg();
if (!redisIfAny()) console.log('No Redis is here and none can be installed: the tests of the queue are skipped.');

let passed = 0;
let failed = 0;
/** What failed, in a line each, said once more at the end where it is found at once. */
const failures = [];

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
  else {
    failed++;
    failures.push(name);
  }
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
    const { numPassedTests, numFailedTests, testResults } = JSON.parse(readFileSync(report, 'utf8'));
    passed += numPassedTests;
    // A file that breaks before its tests, and an error outside of any test, have no failed test to count.
    failed += fine ? 0 : Math.max(1, numFailedTests);
    for (const { name, status, message, assertionResults } of testResults) {
      const file = relative(root, name);
      const broken = assertionResults.filter((each) => each.status === 'failed');
      for (const { fullName, failureMessages } of broken)
        failures.push(`${file}: ${fullName}\n${failureMessages.join('\n').slice(0, 1500)}`);
      if (status === 'failed' && broken.length === 0) failures.push(`${file}: ${message.slice(0, 1500)}`);
    }
    if (!fine && numFailedTests === 0)
      failures.push(`the ${project} tests ended with an error outside of any test, see “Unhandled” above`);
  } catch (error) {
    failed++;
    failures.push(`the ${project} tests left no report: ${error.message}`);
  }
}

check('types', ['tsc', '-p', 'tsconfig.json'], ['tsc', '-p', 'tsconfig.core.json']);
check('lint and floors', ['biome', 'check', '.']);
check('unused code', ['knip']);
vitest('unit');
build();
// Those that run the built programs too.
vitest('browser');

for (const each of failures) console.log(`\nFAILED ${each}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

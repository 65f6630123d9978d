/** A thread that grows trees on lessons it is handed: several are grown at once, one on each core. */
import { parentPort, workerData } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

// A thread does not read types by itself, whoever started it.
register();
const { grown } = await import('./boost.ts');
const { lessons, growing, half, seed } = workerData;
parentPort.postMessage(grown(lessons, growing, half, seed));

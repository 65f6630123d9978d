/** `npm run --silent worker -- --folder DIR`: takes deliveries out of the queue. */
import { ffmpegIfAny, packages, program } from './prepare.mjs';

packages();
const FFMPEG = ffmpegIfAny();
program('worker', FFMPEG ? { FFMPEG } : {});
